declare module 'fs-native-extensions' {
  /** Takes an exclusive lock of the operating system on an open file; false when another open file has it. */
  export function tryLock(fd: number): boolean;
}

/** A serial port as Web Serial has them, as far as a scale needs one. */
export interface ScalePort {
  open(options: { baudRate: number }): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly writable: WritableStream<Uint8Array> | null;
  close(): Promise<void>;
}

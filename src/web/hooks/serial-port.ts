/** A serial port as Web Serial has them, as far as a scale or an instrument needs one. */
export interface LinePort {
  open(options: { baudRate: number }): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly writable: WritableStream<Uint8Array> | null;
  close(): Promise<void>;
}

interface WebSerial {
  requestPort(): Promise<LinePort>;
}
const webSerial = (): WebSerial | undefined => (navigator as { serial?: WebSerial }).serial;
export const hasSerial = () => webSerial() !== undefined;

const BAUD_RATE = 9600;

/** A device that is joined and speaks line by line. */
export interface JoinedDevice {
  say(line: string): Promise<void>;
  leave(): Promise<void>;
}

/**
 * Joins a device and hears each whole line of it until it is left.
 * @param own the port of a simulated one; else the browser asks which
 * @param onLines whole lines, as they come, the oldest first
 * @param onGone told when it breaks off
 */
export async function joinDevice(
  what: string,
  own: LinePort | null,
  onLines: (lines: readonly string[]) => void,
  onGone: (error: unknown) => void,
): Promise<JoinedDevice> {
  const port = own ?? (await webSerial()?.requestPort());
  if (!port) throw new Error('This browser has no serial port.');
  await port.open({ baudRate: BAUD_RATE });
  const reader = port.readable?.getReader();
  if (!reader) throw new Error(`The ${what} says nothing: check its cable.`);
  hear(reader, onLines).catch(onGone);
  return {
    async say(line) {
      const writer = port.writable?.getWriter();
      if (!writer) return;
      await writer.write(new TextEncoder().encode(`${line}\r\n`));
      writer.releaseLock();
    },
    async leave() {
      await reader.cancel().catch(() => {});
      await port.close().catch(() => {});
    },
  };
}

async function hear(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  onLines: (lines: readonly string[]) => void,
): Promise<void> {
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    rest += decoder.decode(value, { stream: true });
    const lines = rest.split(/\r?\n/);
    rest = lines.pop() ?? '';
    if (lines.length > 0) onLines(lines);
  }
}

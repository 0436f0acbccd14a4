import { MEASURE } from '../../core/formats/instrument-line.ts';
import type { LinePort } from './serial-port.ts';

/**
 * An instrument that ships with the app, behind the interface of a serial port.
 * @param lines what it says when it measures what lies under it
 */
export function simulatedInstrument(lines: () => Promise<readonly string[]>): LinePort {
  let readable: ReadableStream<Uint8Array> | null = null;
  let writable: WritableStream<Uint8Array> | null = null;
  return {
    async open() {
      let say: (line: string) => void = () => {};
      readable = new ReadableStream<Uint8Array>({
        start(controller) {
          say = (line) => controller.enqueue(new TextEncoder().encode(`${line}\r\n`));
        },
      });
      writable = new WritableStream<Uint8Array>({
        async write(bytes) {
          if (new TextDecoder().decode(bytes).trim() !== MEASURE) return;
          try {
            for (const line of await lines()) say(line);
          } catch (trouble) {
            say(`ERROR ${trouble instanceof Error ? trouble.message : trouble}`);
          }
        },
      });
    },
    get readable() {
      return readable;
    },
    get writable() {
      return writable;
    },
    async close() {
      readable = null;
      writable = null;
    },
  };
}

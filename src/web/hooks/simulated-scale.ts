import type { LinePort } from './serial-port.ts';

/** A scale that ships with the app, behind the interface of a serial port: what is on it is what its hand pours. */
export interface SimulatedScale {
  port: LinePort;
  /** Grams a second that run onto it from now on; zero stops. */
  pour(gramsPerSecond: number): void;
  /** So much at once, as off a spoon. */
  add(grams: number): void;
}

const TICK_MS = 100;
/** It comes to rest so long after the last grain. */
const SETTLE_MS = 400;
const STEP = 0.01;

export function simulatedScale(): SimulatedScale {
  let onIt = 0;
  let tared = 0;
  let flow = 0;
  let movedAt = Number.NEGATIVE_INFINITY;
  let timer: ReturnType<typeof setInterval> | undefined;
  let readable: ReadableStream<Uint8Array> | null = null;
  let writable: WritableStream<Uint8Array> | null = null;
  const line = () => {
    const still = Date.now() - movedAt > SETTLE_MS;
    const shown = Math.round((onIt - tared) / STEP) * STEP;
    return new TextEncoder().encode(`${still ? '=' : '~'} ${shown.toFixed(2)} g\r\n`);
  };
  const port: LinePort = {
    async open() {
      readable = new ReadableStream<Uint8Array>({
        start(controller) {
          timer = setInterval(() => {
            if (flow > 0) {
              onIt += (flow * TICK_MS) / 1000;
              movedAt = Date.now();
            }
            controller.enqueue(line());
          }, TICK_MS);
        },
        cancel() {
          clearInterval(timer);
        },
      });
      writable = new WritableStream<Uint8Array>({
        write(bytes) {
          if (new TextDecoder().decode(bytes).trim() === 'T') tared = onIt;
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
      clearInterval(timer);
      readable = null;
      writable = null;
    },
  };
  return {
    port,
    pour(gramsPerSecond) {
      flow = gramsPerSecond;
    },
    add(grams) {
      onIt += grams;
      movedAt = Date.now();
    },
  };
}

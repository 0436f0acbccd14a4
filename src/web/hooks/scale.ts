import { useCallback, useEffect, useRef, useState } from 'react';
import { parseScaleLine, type ScaleReading } from '../../core/mix/scale-line.ts';
import type { ScalePort } from './scale-port.ts';
import { sentenceOf } from './sentence.ts';
import { type SimulatedScale, simulatedScale } from './simulated-scale.ts';

interface WebSerial {
  requestPort(): Promise<ScalePort>;
}
const webSerial = (): WebSerial | undefined => (navigator as { serial?: WebSerial }).serial;
export const hasSerial = () => webSerial() !== undefined;

const BAUD_RATE = 9600;
/** Sets most scales to zero. */
const TARE = 'T\r\n';

export interface Scale {
  /** Null while no scale is joined. */
  reading: ScaleReading | null;
  joined: 'simulated' | 'serial' | null;
  error: string | null;
  join(kind: 'simulated' | 'serial'): Promise<void>;
  leave(): Promise<void>;
  tare(): Promise<void>;
  /** The simulated scale's own hand. */
  simulated: SimulatedScale | null;
}

/** Reads a scale line by line for as long as the page is open. */
export function useScale(): Scale {
  const [reading, setReading] = useState<ScaleReading | null>(null);
  const [joined, setJoined] = useState<Scale['joined']>(null);
  const [error, setError] = useState<string | null>(null);
  const [simulated, setSimulated] = useState<SimulatedScale | null>(null);
  const end = useRef<(() => Promise<void>) | null>(null);
  const port = useRef<ScalePort | null>(null);

  const leave = useCallback(async () => {
    await end.current?.();
    end.current = null;
    port.current = null;
    setJoined(null);
    setReading(null);
    setSimulated(null);
  }, []);
  const join = useCallback(
    async (kind: 'simulated' | 'serial') => {
      await leave();
      setError(null);
      try {
        const own = kind === 'simulated' ? simulatedScale() : null;
        const opened = own?.port ?? (await webSerial()?.requestPort());
        if (!opened) throw new Error('This browser has no serial port: type what was poured.');
        await opened.open({ baudRate: BAUD_RATE });
        const reader = opened.readable?.getReader();
        if (!reader) throw new Error('The scale says nothing: check its cable.');
        port.current = opened;
        end.current = async () => {
          await reader.cancel().catch(() => {});
          await opened.close().catch(() => {});
        };
        setSimulated(own);
        setJoined(kind);
        void listen(reader, setReading).then(
          () => {},
          (trouble) => setError(`The scale is gone: ${sentenceOf(trouble)}`),
        );
      } catch (trouble) {
        setError(sentenceOf(trouble));
      }
    },
    [leave],
  );
  const tare = useCallback(async () => {
    const writer = port.current?.writable?.getWriter();
    if (!writer) return;
    await writer.write(new TextEncoder().encode(TARE));
    writer.releaseLock();
  }, []);
  useEffect(
    () => () => {
      void end.current?.();
    },
    [],
  );
  return { reading, joined, error, join, leave, tare, simulated };
}

/** Each whole line of a port, as a reading. */
async function listen(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  onReading: (reading: ScaleReading) => void,
): Promise<void> {
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    rest += decoder.decode(value, { stream: true });
    const lines = rest.split(/\r?\n/);
    rest = lines.pop() ?? '';
    const newest = lines.map(parseScaleLine).findLast((r) => r !== null);
    if (newest) onReading(newest);
  }
}

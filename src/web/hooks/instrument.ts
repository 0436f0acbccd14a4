import { useCallback, useEffect, useRef, useState } from 'react';
import type { Measurement } from '../../core/formats/index.ts';
import { MEASURE, parseInstrumentLine } from '../../core/formats/instrument-line.ts';
import { sentenceOf } from './sentence.ts';
import { type JoinedDevice, joinDevice } from './serial-port.ts';
import { simulatedInstrument } from './simulated-instrument.ts';

export interface CabledInstrument {
  joined: boolean;
  error: string | null;
  /** @param lines what the simulated one says when it measures; none joins a real one */
  join(lines?: () => Promise<readonly string[]>): Promise<void>;
  leave(): Promise<void>;
  measure(): Promise<void>;
}

/** An instrument by cable: what it measures is told as it comes, whether it was asked here or by its own button. */
export function useInstrument(onMeasured: (measured: Measurement) => void): CabledInstrument {
  const [joined, setJoined] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const device = useRef<JoinedDevice | null>(null);
  const told = useRef(onMeasured);
  told.current = onMeasured;
  const leave = useCallback(async () => {
    await device.current?.leave();
    device.current = null;
    setJoined(false);
  }, []);
  const join = useCallback(
    async (lines?: () => Promise<readonly string[]>) => {
      await leave();
      setError(null);
      const heard = (said: readonly string[]) => {
        for (const line of said) {
          const read = parseInstrumentLine(line);
          if (read && 'trouble' in read) setError(read.trouble);
          else if (read) {
            setError(null);
            told.current(read.measured);
          }
        }
      };
      try {
        device.current = await joinDevice('instrument', lines ? simulatedInstrument(lines) : null, heard, (trouble) =>
          setError(`The instrument is gone: ${sentenceOf(trouble)}`),
        );
        setJoined(true);
      } catch (trouble) {
        setError(sentenceOf(trouble));
      }
    },
    [leave],
  );
  const measure = useCallback(async () => device.current?.say(MEASURE), []);
  useEffect(
    () => () => {
      void device.current?.leave();
    },
    [],
  );
  return { joined, error, join, leave, measure };
}

import { useCallback, useEffect, useRef, useState } from 'react';
import { parseScaleLine, type ScaleReading } from '../../core/mix/scale-line.ts';
import { sentenceOf } from './sentence.ts';
import { type JoinedDevice, joinDevice } from './serial-port.ts';
import { type SimulatedScale, simulatedScale } from './simulated-scale.ts';

/** Sets most scales to zero. */
const TARE = 'T';

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
  const device = useRef<JoinedDevice | null>(null);

  const leave = useCallback(async () => {
    await device.current?.leave();
    device.current = null;
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
        const heard = (lines: readonly string[]) => {
          const newest = lines.map(parseScaleLine).findLast((r) => r !== null);
          if (newest) setReading(newest);
        };
        device.current = await joinDevice('scale', own?.port ?? null, heard, (trouble) =>
          setError(`The scale is gone: ${sentenceOf(trouble)}`),
        );
        setSimulated(own);
        setJoined(kind);
      } catch (trouble) {
        setError(sentenceOf(trouble));
      }
    },
    [leave],
  );
  const tare = useCallback(async () => device.current?.say(TARE), []);
  useEffect(
    () => () => {
      void device.current?.leave();
    },
    [],
  );
  return { reading, joined, error, join, leave, tare, simulated };
}

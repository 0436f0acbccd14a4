import { useCallback, useEffect, useRef, useState } from 'react';
import type { PicturedGrey, PicturedThing } from '../../core/picture/shot.ts';
import { TARGET } from '../../record/job/belief.ts';
import { startPictureReader } from '../workers/index.ts';
import type { FoundCode } from '../workers/labels.ts';
import type { OpenedPicture, PictureLooked } from '../workers/picture-reader.ts';

interface WhatLies {
  greys: readonly PicturedGrey[];
  things: readonly PicturedThing[];
  /** Pixels of a millimetre; null where no scale is known. */
  perMm: number | null;
}

/** Bytes as base64, some at a time: an argument list has an end. */
function asBase64(bytes: Uint8Array): string {
  let text = '';
  for (let from = 0; from < bytes.length; from += 0x8000)
    text += String.fromCharCode(...bytes.subarray(from, from + 0x8000));
  return btoa(text);
}

/** One picture in hand: opened in a worker, and looked at again whenever what lies in it moves. */
export function usePictureReader() {
  const worker = useRef<ReturnType<typeof startPictureReader> | null>(null);
  const [picture, setPicture] = useState<OpenedPicture | null>(null);
  const [looked, setLooked] = useState<PictureLooked | null>(null);
  const [labels, setLabels] = useState<readonly FoundCode[]>([]);
  const [error, setError] = useState<string | null>(null);
  // What lies where moves faster than it is looked at: only the newest is.
  const asked = useRef(0);
  const waiting = useRef<WhatLies | null>(null);
  const busy = useRef(false);

  const close = useCallback(() => {
    worker.current?.end();
    worker.current = null;
    waiting.current = null;
    busy.current = false;
    asked.current++;
    setPicture(null);
    setLooked(null);
    setLabels([]);
  }, []);
  useEffect(() => close, [close]);

  const open = useCallback(
    async (file: Blob) => {
      close();
      const mine = startPictureReader();
      worker.current = mine;
      setError(null);
      const answer = await mine.reader.open(file);
      if (worker.current !== mine) return;
      if ('refused' in answer) {
        setError(answer.refused);
        close();
      } else {
        setPicture(answer);
        // What its labels say comes when it comes: the picture is there to be tapped meanwhile.
        const found = await mine.reader.labels().catch(() => []);
        if (worker.current === mine) setLabels(found);
      }
    },
    [close],
  );
  const look = useCallback((what: WhatLies) => {
    waiting.current = what;
    const mine = worker.current;
    if (busy.current || !mine) return;
    const run = async () => {
      busy.current = true;
      while (waiting.current && worker.current === mine) {
        const { greys, things, perMm } = waiting.current;
        waiting.current = null;
        const answer =
          greys.length + things.length === 0 ? null : await mine.reader.look([...greys], [...things], TARGET, perMm);
        if (worker.current === mine) setLooked(answer);
      }
      if (worker.current === mine) busy.current = false;
    };
    void run();
  }, []);
  const bytes = useCallback(async () => {
    const kept = await worker.current?.reader.kept();
    if (!kept) throw new Error('No picture is open.');
    return asBase64(kept);
  }, []);
  return { picture, looked, labels, open, look, bytes, close, error };
}

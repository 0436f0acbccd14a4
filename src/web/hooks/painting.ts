import { type RefObject, useCallback, useEffect, useMemo, useRef } from 'react';
import { useDebouncedCallback } from 'use-debounce';
import type { BoardPainting } from '../../core/figure/paint.ts';
import type { Face } from '../../core/figure/weights.ts';
import type { BoardField } from '../../record/job/fields.ts';
import { paintingOf, type Shown } from '../../record/job/painting.ts';
import { boardPainter, forget, numberOf } from '../workers/index.ts';
import type { Live } from './looks.ts';

interface Picture {
  face: Face;
  painting: BoardPainting;
}

/**
 * Keeps a canvas painted. One picture is under way at a time; of those asked for meanwhile only the newest is painted, so
 * that a drag shows what the hand does now and nothing is left to do when it stops.
 */
function usePainted(canvas: RefObject<HTMLCanvasElement | null>): (picture: Picture) => void {
  const wanted = useRef<Picture | null>(null);
  const busy = useRef(false);
  /** What the canvas shows: the same again is not painted again. */
  const shown = useRef('');
  useEffect(() => {
    const element = canvas.current;
    return () => {
      wanted.current = null;
      queueMicrotask(() => forget(element));
    };
  }, [canvas]);
  return useCallback(
    async (picture: Picture) => {
      wanted.current = picture;
      if (busy.current) return;
      busy.current = true;
      try {
        for (let next: Picture | null = wanted.current; next; next = wanted.current) {
          wanted.current = null;
          const asked = JSON.stringify(next);
          if (asked === shown.current) continue;
          const start = performance.now();
          const element = canvas.current;
          if (!element) return;
          const atOnce = shown.current === '';
          const { ms, coarse } = await boardPainter().show(numberOf(element), next.face, next.painting, atOnce);
          shown.current = asked;
          element.dataset.painted = `${Number(element.dataset.painted ?? 0) + 1}`;
          performance.measure('board painted', { start, detail: ms });
          // A first sight of it: the picture itself follows.
          if (coarse) {
            shown.current = 'coarse';
            wanted.current ??= next;
          }
        }
      } catch {
        // A picture that cannot be painted leaves the figures beside it.
      } finally {
        busy.current = false;
      }
    },
    [canvas],
  );
}

/** The page comes this much later than the hand, ms: what it shows meanwhile is older than what is painted. */
const PAGE_BEHIND_MS = 600;

/** Paints what the page shows, and before that what a hand does. */
export function usePicture(
  canvas: RefObject<HTMLCanvasElement | null>,
  face: Face | null,
  shown: Shown,
  live: Live<readonly BoardField[]> | undefined,
) {
  const { fields, target, light, wet, enlarge, band } = shown;
  const paint = usePainted(canvas);
  const paintLater = useDebouncedCallback(paint, PAGE_BEHIND_MS);
  const painting = useMemo(
    () => paintingOf({ fields, target, light, wet, enlarge, band }),
    [fields, target, light, wet, enlarge, band],
  );
  const moved = useRef(Number.NEGATIVE_INFINITY);
  useEffect(() => {
    if (!face) return;
    const now = performance.now() - moved.current > PAGE_BEHIND_MS ? paint : paintLater;
    now({ face, painting });
  }, [face, painting, paint, paintLater]);
  useEffect(() => {
    if (!live || !face) return;
    return live((at) => {
      moved.current = performance.now();
      void paint({ face, painting: paintingOf({ fields: at, target, light, wet, enlarge, band }) });
    });
  }, [live, face, target, light, wet, enlarge, band, paint]);
  return painting;
}

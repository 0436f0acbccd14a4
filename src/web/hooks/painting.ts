import { type RefObject, useCallback, useEffect, useMemo, useRef } from 'react';
import { useDebouncedCallback } from 'use-debounce';
import type { Appearance } from '../../core/board/predict.ts';
import { screenColour } from '../../core/colour/display.ts';
import { labOf } from '../../core/colour/lab.ts';
import type { Light } from '../../core/colour/lights.ts';
import {
  type BoardPainting,
  missEnlarged,
  type PaintedLook,
  type Rgb,
  type TissueRgb,
} from '../../core/figure/paint.ts';
import type { Face } from '../../core/figure/weights.ts';
import { nth } from '../../core/known.ts';
import type { SeenTarget } from '../../record/job/target.ts';
import { boardPainter, forget, numberOf } from '../workers/index.ts';
import type { BoardField, Live } from './looks.ts';

/** What a picture of a board shows. */
export interface Shown {
  fields: readonly BoardField[];
  /** Shown as it is seen: without the gloss that its reading holds, as the board is. */
  target: Pick<SeenTarget, 'seen' | 'seenTones'> | null;
  light: Light;
  wet?: boolean | undefined;
  /** How many times as far from the target as it is the finished colour is shown; once when missing. */
  enlarge?: number | undefined;
  /** Share of the height that the target takes along the top. */
  band?: number | undefined;
}

const BAND = 0.16;

const TISSUES = ['ground', 'grain', 'pore', 'ray'] as const;

/** What a look is painted with; where it was not worked out, wood as clear and as even as raw. */
function paintedLook(
  look: Appearance,
  { clarity = 1, blotch = 0 }: BoardField,
  light: Light,
  wet: boolean,
): PaintedLook {
  const of = (name: string): Rgb => {
    const tissue = look.tissues.find((t) => t.name === name) ?? nth(look.tissues, 0);
    return screenColour(wet ? tissue.wet : tissue.dry, light).rgb;
  };
  const [ground, grain, pore, ray] = TISSUES.map(of) as [Rgb, Rgb, Rgb, Rgb];
  // L* is a cube root of lightness: so much of it is three times as much of what is left of it.
  const [lightness] = labOf(look.reading);
  return { tissues: { ground, grain, pore, ray }, clarity, blotch: (3 * blotch) / (lightness + 16) };
}

/** One colour all over. */
const flat = (rgb: Rgb): TissueRgb => ({ ground: rgb, grain: rgb, pore: rgb, ray: rgb });

/** The band of a target of two tones: the grain as the board's own lies, so that edge meets edge. */
function banded({ ground, grain }: NonNullable<SeenTarget['seenTones']>, light: Light): TissueRgb {
  const [pale, dark] = [ground, grain].map((s) => screenColour(s, light).rgb) as unknown as [Rgb, Rgb];
  return { ground: pale, grain: dark, pore: dark, ray: pale };
}

function paintingOf({ fields, target, light, wet = false, enlarge = 1, band = BAND }: Shown): BoardPainting {
  const wanted = target && screenColour(target.seen, light).rgb;
  const painted = (look: Appearance, field: BoardField) => {
    const plain = paintedLook(look, field, light, wet);
    if (!wanted || enlarge === 1 || field !== fields.at(-1)) return plain;
    const seen = screenColour(look.seen, light).rgb;
    return { ...plain, tissues: missEnlarged(plain.tissues, seen, wanted, enlarge) };
  };
  return {
    band,
    target: target?.seenTones ? banded(target.seenTones, light) : wanted && flat(wanted),
    fields: fields.map((f) => ({
      expected: painted(f.expected, f),
      measured: f.measured ? painted(f.measured, f) : null,
    })),
  };
}

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

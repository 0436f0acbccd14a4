import { FieldError } from '../field-error.ts';
import { solved } from './normal-equations.ts';

/** Something grey of a known reflectance, and what a channel saw of it. */
export interface GreySeen {
  /** 0-1. */
  reflectance: number;
  /** Linear light, 0-1. */
  seen: number;
}
/** A channel's tone curve: the reflectance of a grey that would look so. */
export interface ToneCurve {
  reflectance(seen: number): number;
  /** How far its logarithm may be off by the greys that it rests on. */
  error: number;
}

/** How far a camera's own curve goes from the standard's: of the logarithm's slope, and of how that bends. Common practice. */
const [SLOPE, BEND] = [0.25, 0.06];
/** What a grey misses by itself: print, light, lens. */
const GREY_ERROR = 0.015;

/**
 * A channel's tone curve by the greys of a picture: the logarithm of reflectance as a parabola of that of the light that was seen,
 * its slope near one and its bend near none unless the greys say otherwise.
 * @throws FieldError where the greys do not get lighter as their reflectance does: a filtered picture
 */
export function toneBy(greys: readonly GreySeen[]): ToneCurve {
  const sorted = greys.toSorted((p, q) => p.reflectance - q.reflectance);
  sorted.forEach((grey, i) => {
    const before = sorted[i - 1];
    if (before && grey.reflectance > before.reflectance && grey.seen <= before.seen)
      throw new FieldError(
        'fields',
        'The greys do not get lighter as they are: say again where the card lies, and take the picture without filters.',
      );
  });
  const at = sorted.reduce((sum, g) => sum + Math.log(g.seen), 0) / sorted.length;
  const rows = sorted.map(({ reflectance, seen }) => {
    const x = Math.log(seen) - at;
    return { of: [1, x, x * x], is: Math.log(reflectance) - x, error: GREY_ERROR };
  });
  // Offset, and how far slope and bend are from the standard's.
  const { mean, residual } = solved(rows, [10, SLOPE, BEND]);
  const [offset, slope, bend] = mean as [number, number, number];
  return {
    reflectance(seen) {
      const x = Math.log(Math.max(seen, 1e-4)) - at;
      return Math.exp(offset + (1 + slope) * x + bend * x * x);
    },
    error: Math.hypot(GREY_ERROR / Math.sqrt(sorted.length), residual),
  };
}

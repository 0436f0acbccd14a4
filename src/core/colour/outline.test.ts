import { describe, expect, it } from 'vitest';
import { deltaE00 } from './ciede2000.ts';
import type { Lab } from './lab.ts';
import { placeIn, toleranceOutline } from './outline.ts';

describe('the outline of a tolerance', () => {
  const brown: Lab = [42, 14, 18];
  it('is as far from the colour everywhere as the tolerance says', () => {
    for (const tolerance of [0.5, 1, 4]) {
      for (const [a, b] of toleranceOutline(brown, tolerance, 'ab'))
        expect(deltaE00(brown, [42, a, b])).toBeCloseTo(tolerance, 5);
      const hue = Math.atan2(18, 14);
      for (const [c, l] of toleranceOutline(brown, tolerance, 'LC'))
        expect(deltaE00(brown, [l, c * Math.cos(hue), c * Math.sin(hue)])).toBeCloseTo(tolerance, 5);
    }
  });
  it('closes, and is longer along the chroma of a strong colour than across it', () => {
    const strong: Lab = [50, 60, 0];
    const outline = toleranceOutline(strong, 1, 'ab');
    expect(outline.at(-1)).toEqual(outline[0]);
    const span = (k: 0 | 1) => Math.max(...outline.map((p) => p[k])) - Math.min(...outline.map((p) => p[k]));
    // SC = 1 + 0.045 C' and SH = 1 + 0.015 C' T (Sharma, Wu and Dalal 2005): chroma counts less the stronger it is.
    expect(span(0) / span(1)).toBeGreaterThan(1.5);
  });
  it('grows with the tolerance, and a grey has one too', () => {
    const reach = (tolerance: number) => (toleranceOutline([60, 0, 0], tolerance, 'LC')[18]?.[1] ?? 0) - 60;
    expect(reach(2)).toBeGreaterThan(1.8 * reach(1));
    expect(placeIn([60, 3, 4], 'LC')).toEqual([5, 60]);
  });
});

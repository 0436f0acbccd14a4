import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CIEDE2000_PAIRS } from '../../../test/published/ciede2000-pairs.ts';
import { around } from './around.ts';
import { deltaE00 } from './ciede2000.ts';
import type { Lab } from './lab.ts';

const inside = (from: Lab, to: Lab, deltaE: number): boolean => {
  const { dL, dab } = around(from, deltaE);
  return Math.abs(to[0] - from[0]) <= dL && Math.hypot(to[1] - from[1], to[2] - from[2]) <= dab;
};

describe('what lies around a colour', () => {
  it('holds every colour that is so near', () => {
    const part = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
    const colour = fc.tuple(fc.double({ min: 0, max: 100, noNaN: true }), part(120), part(120));
    // Steps from a hundredth to thirty: a search is for the near.
    const step = fc.tuple(part(1), part(1), part(1), fc.double({ min: -2, max: 1.5, noNaN: true }));
    fc.assert(
      fc.property(colour, step, ([L, a, b], [x, y, z, power]) => {
        const size = 10 ** power;
        const [from, to]: Lab[] = [
          [L, a, b],
          [L + size * x, a + size * y, b + size * z],
        ];
        expect(inside(from as Lab, to as Lab, deltaE00(from as Lab, to as Lab))).toBe(true);
      }),
      { numRuns: 20_000 },
    );
  });
  it('holds the pairs of Sharma, Wu and Dalal (2005), either way', () => {
    // Printed to four places.
    for (const [L1, a1, b1, L2, a2, b2, deltaE] of CIEDE2000_PAIRS as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ][]) {
      expect(inside([L1, a1, b1], [L2, a2, b2], deltaE + 1e-4)).toBe(true);
      expect(inside([L2, a2, b2], [L1, a1, b1], deltaE + 1e-4)).toBe(true);
    }
  });
  it('is little more than what is asked for: three times in the browns of wood, and at grey next to nothing', () => {
    const brown = around([45, 15, 30], 1);
    expect(brown.dL).toBeLessThan(1.15);
    expect(brown.dab).toBeLessThan(3);
    expect(around([50, 0, 0], 1).dab).toBeLessThan(1.1);
    // Brown is far from the blues that turn: so it stays where more is asked for.
    expect(around([45, 15, 30], 5).dab).toBeLessThan(16);
    expect(around([41, 10, 14], 5).dab).toBeLessThan(12);
    expect(around([45, 15, 30], 0).dab).toBeLessThan(1e-5);
  });
  it('says nothing of a difference without end', () => {
    expect(around([45, 15, 30], 200).dab).toBe(Number.POSITIVE_INFINITY);
  });
});

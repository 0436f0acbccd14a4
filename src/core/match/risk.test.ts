import { describe, expect, it } from 'vitest';
import { chanceWithin, type Outlook } from './risk.ts';

describe('chance', () => {
  const off = (miss: number, ...strays: number[][]): Outlook => ({
    miss: Float64Array.of(miss, 0, 0),
    strays: strays.map((s) => Float64Array.from(s)),
  });
  const near = (p: number, expected: number) => expect(Math.abs(p - expected)).toBeLessThan(0.006);
  it('of a normal, even in all directions, along one only, along two: the chi-square table, and its limits', () => {
    // P(chi2_3 < 2.366) = 0.5, P(< 6.251) = 0.9, P(< 7.815) = 0.95: standard chi-square table.
    near(chanceWithin(off(0), 1, Math.sqrt(2.366)), 0.5);
    near(chanceWithin(off(0), 1, Math.sqrt(6.251)), 0.9);
    near(chanceWithin(off(0), 0.5, Math.sqrt(7.815) / 2), 0.95);
    // The same table for 1 and for 2 degrees of freedom: P(chi2_1 < 1.074) = 0.7, P(chi2_2 < 1.386) = 0.5.
    near(chanceWithin(off(0, [0, 1, 0]), 0, Math.sqrt(1.074)), 0.7);
    near(chanceWithin(off(0, [1, 0, 0], [0, 0, 1]), 0, Math.sqrt(1.386)), 0.5);
    // Doubts add in any direction: three that point alike are one of their root sum of squares.
    near(chanceWithin(off(0, [0.6, 0, 0], [0.64, 0, 0], [0.48, 0, 0]), 0, Math.sqrt(1.074)), 0.7);
    expect(chanceWithin(off(0.5), 1e-5, 1)).toBe(1);
    expect(chanceWithin(off(3), 0.01, 1)).toBe(0);
    expect(chanceWithin(off(1), 0.5, 1)).toBeLessThan(chanceWithin(off(0.3), 0.5, 1));
  });
});

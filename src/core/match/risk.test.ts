import { describe, expect, it } from 'vitest';
import { chanceWithin, type Outlook, rangeOf } from './risk.ts';

describe('chance', () => {
  const off = (miss: number, ...strays: number[][]): Outlook => ({
    miss: Float64Array.of(miss, 0, 0),
    strays: strays.map((s) => Float64Array.from(s)),
  });
  const near = (p: number, expected: number, within = 0.006) => expect(Math.abs(p - expected)).toBeLessThan(within);
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
  it('goes with where eight boards in ten end: chi-square quantiles, none below nothing', () => {
    // chi2_3: 10 % below 0.584, 90 % below 6.251; chi2_1: 0.0158 and 2.706. Standard chi-square table.
    const [low, high] = rangeOf(off(0), 1);
    near(low / Math.sqrt(0.584), 1, 0.02);
    near(high / Math.sqrt(6.251), 1, 0.02);
    const [least, most] = rangeOf(off(0, [0, 1, 0]), 1e-6);
    near(least, Math.sqrt(0.0158), 0.01);
    near(most / Math.sqrt(2.706), 1, 0.02);
    // Far off and certain, it closes about the miss.
    const [from, to] = rangeOf(off(3), 0.01);
    expect([from, to].map((v) => Number(v.toFixed(1)))).toEqual([3, 3]);
    expect(from).toBeLessThan(to);
  });
});

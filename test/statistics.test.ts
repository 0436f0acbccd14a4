/** The statistics of the core against a general package of statistics (jstat). */
import fc from 'fast-check';
import jstat from 'jstat';
import { describe, expect, it } from 'vitest';
import { LIMIT, runOf } from '../src/core/judge/run-chart.ts';
import { chanceWithin, rangeOf } from '../src/core/match/risk.ts';
import { normalBelow } from '../src/core/normal-below.ts';

/** Chances are counted over points that fill space evenly: so far they may be off. */
const COUNTED = 0.02;
const { normal, chisquare } = jstat;

describe('statistics, beside a reference', () => {
  it('a normal lies below a value as often', () => {
    fc.assert(
      fc.property(fc.double({ min: -6, max: 6, noNaN: true }), (x) => {
        expect(Math.abs(normalBelow(x) - normal.cdf(x, 0, 1))).toBeLessThan(2e-7);
      }),
    );
  });
  it('a board ends within a tolerance as often as the chi-squared of one, two or three directions says', () => {
    const directions = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(1, 2, 3),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        (freedom, spread, tolerance) => {
          const strays = directions.slice(0, freedom).map((d) => Float64Array.from(d, (v) => v * spread));
          const chance = chanceWithin({ miss: new Float64Array(3), strays }, 1e-9, tolerance);
          expect(Math.abs(chance - chisquare.cdf((tolerance / spread) ** 2, freedom))).toBeLessThan(COUNTED);
        },
      ),
    );
  });
  it('so does one that is foreseen to miss, along the way that it is in doubt', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0.3, max: 1.5, noNaN: true }),
        (miss, spread) => {
          const outlook = { miss: Float64Array.of(miss, 0, 0), strays: [Float64Array.of(spread, 0, 0)] };
          const within = normal.cdf(1, miss, spread) - normal.cdf(-1, miss, spread);
          expect(Math.abs(chanceWithin(outlook, 1e-9, 1) - within)).toBeLessThan(COUNTED);
        },
      ),
    );
  });
  it('eight boards in ten end where the quantile of chi-squared has them', () => {
    const strays = [
      [0.7, 0, 0],
      [0, 0.7, 0],
      [0, 0, 0.7],
    ].map((s) => Float64Array.from(s));
    const [from, to] = rangeOf({ miss: new Float64Array(3), strays }, 1e-9);
    expect(from).toBeCloseTo(0.7 * Math.sqrt(chisquare.inv(0.1, 3)), 1);
    expect(to).toBeCloseTo(0.7 * Math.sqrt(chisquare.inv(0.9, 3)), 1);
  });
  it('a piece lies beyond the limits of its run as rarely as three sigma, in one sign or in three together', () => {
    expect(2 * normal.cdf(-LIMIT, 0, 1)).toBeCloseTo(0.0027, 5);
    // The distance at which three signs are as rare: a piece just within it breaks no rule, one just beyond does.
    const far = Math.sqrt(chisquare.inv(1 - 0.0027, 3));
    const boards = Array.from({ length: 4001 }, (_, i): [number, number, number] => {
      const at = normal.inv((i + 0.5) / 4001, 0, 1);
      // Three signs that do not go together: the same values in three orders.
      return [
        50 + at,
        normal.inv((((i * 1597) % 4001) + 0.5) / 4001, 0, 1),
        normal.inv((((i * 2584) % 4001) + 0.5) / 4001, 0, 1),
      ];
    });
    const broke = (by: number) => runOf(boards, [80, 0, 0], [[50, by, 0]])[0]?.beyond;
    expect(broke(far - 0.1)).toBe(false);
    expect(broke(far + 0.1)).toBe(true);
  });
});

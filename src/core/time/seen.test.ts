import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normalBelow } from '../normal-below.ts';
import { learnedWait, type SeenDrying, seenOf } from './seen.ts';

const LABEL = { earliest: 5, usual: 8, safe: 16 };

describe('the normal distribution below x', () => {
  it('Abramowitz & Stegun 1964, table 26.1, from memory', () => {
    expect(normalBelow(0)).toBeCloseTo(0.5, 6);
    expect(normalBelow(1)).toBeCloseTo(0.8413447, 6);
    expect(normalBelow(-1)).toBeCloseTo(0.1586553, 6);
    expect(normalBelow(1.6449)).toBeCloseTo(0.95, 4);
    expect(normalBelow(2.5758)).toBeCloseTo(0.995, 4);
  });
});

describe('drying times learned from tests', () => {
  it('before anything was seen it is what is claimed', () => {
    expect(learnedWait(LABEL, [])).toEqual({ ...LABEL, coats: 0 });
  });

  it('“here this stain needs 30 h, not 8”: a few coats found wet at 24 h and clean at 34 h say so', () => {
    const seen = Array.from({ length: 5 }, () => ({ wet: 24, dry: 34 }));
    const { usual, earliest, safe, coats } = learnedWait(LABEL, seen);
    expect(coats).toBe(5);
    expect(usual).toBeGreaterThan(24);
    expect(usual).toBeLessThan(34);
    expect(earliest).toBeGreaterThan(LABEL.safe);
    expect(safe).toBeLessThan(45);
  });

  it('one coat found wet makes it later and less sure; one found dry early makes it sooner', () => {
    const later = learnedWait(LABEL, [{ wet: 10, dry: null }]);
    expect(later.usual).toBeGreaterThan(LABEL.usual);
    const sooner = learnedWait(LABEL, [{ wet: 0, dry: 4 }]);
    expect(sooner.usual).toBeLessThan(LABEL.usual);
  });

  it('found dry long after it should be tells next to nothing: within 3 %', () => {
    const { usual } = learnedWait(LABEL, [{ wet: 0, dry: 200 }]);
    expect(Math.abs(Math.log(usual / LABEL.usual))).toBeLessThan(0.03);
  });

  it('of a coat that is still wet only what is later is left', () => {
    const { earliest, usual } = learnedWait(LABEL, [], 12);
    expect(earliest).toBeGreaterThan(12);
    expect(usual).toBeGreaterThan(earliest);
  });

  it('recovers the middle of times drawn about a true one, tests at whatever hours (recovery by simulation)', () => {
    // Times scatter by 15 % about 20 h, each bracketed between two tests some hours apart: never seen themselves.
    const times = [-1.4, -1, -0.6, -0.3, 0, 0.2, 0.5, 0.9, 1.3].map((z) => 20 * Math.exp(0.15 * z));
    const seen = times.map((t, i) => ({ wet: t - 1 - (i % 4), dry: t + 1 + ((i * 7) % 5) }));
    const { usual, earliest, safe } = learnedWait(LABEL, seen);
    expect(usual).toBeGreaterThan(18.3);
    expect(usual).toBeLessThan(21.7);
    expect(safe / earliest).toBeLessThan(2.2);
  });

  it('whatever was seen: earliest ≤ usual ≤ safe, all finite, and never before a coat was last found wet', () => {
    const hours = fc.double({ min: 0, max: 500, noNaN: true });
    const seen = fc
      .tuple(hours, fc.option(hours))
      .map(([wet, more]): SeenDrying => ({ wet, dry: more === null ? null : wet + more + 0.01 }));
    const claimed = fc
      .tuple(fc.double({ min: 0.05, max: 100, noNaN: true }), fc.double({ min: 1, max: 3, noNaN: true }))
      .map(([usual, by]) => ({ earliest: usual / by, usual, safe: usual * by }));
    fc.assert(
      fc.property(
        claimed,
        fc.array(seen, { maxLength: 4 }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (c, s, still) => {
          const { earliest, usual, safe } = learnedWait(c, s, still);
          return (
            earliest <= usual * 1.000001 &&
            usual <= safe * 1.000001 &&
            Number.isFinite(safe) &&
            earliest >= still * 0.999999
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('the tests of one coat together: the last mark before it was clean, and the first time it was', () => {
    expect(seenOf([])).toBeNull();
    expect(seenOf([{ hours: 8, dry: false }])).toEqual({ wet: 8, dry: null });
    expect(
      seenOf([
        { hours: 30, dry: true },
        { hours: 8, dry: false },
        { hours: 20, dry: false },
        { hours: 40, dry: false },
      ]),
    ).toEqual({ wet: 40, dry: null });
    expect(
      seenOf([
        { hours: 30, dry: true },
        { hours: 8, dry: false },
        { hours: 20, dry: false },
        { hours: 26, dry: true },
      ]),
    ).toEqual({ wet: 20, dry: 26 });
  });
});

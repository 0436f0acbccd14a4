import { Matrix, solve } from 'ml-matrix';
import { describe, expect, it } from 'vitest';

import { solved } from './normal-equations.ts';
import { toneBy } from './tone.ts';

describe('numbers by what is known of them', () => {
  it('with next to no prior are those of ordinary least squares', () => {
    const rows = [
      { of: [1, 0.2, 0.5], is: 1.1, error: 1 },
      { of: [1, 0.9, -0.3], is: 0.4, error: 1 },
      { of: [1, -0.4, 0.8], is: 2.1, error: 1 },
      { of: [1, 0.5, 0.1], is: 0.9, error: 1 },
      { of: [1, 1.4, 0.7], is: -0.2, error: 1 },
    ];
    const { mean } = solved(rows, [1e4, 1e4, 1e4]);
    // The library's own, by QR.
    const reference = solve(new Matrix(rows.map((r) => r.of)), Matrix.columnVector(rows.map((r) => r.is))).getColumn(0);
    for (const [i, v] of mean.entries()) expect(v).toBeCloseTo(reference[i] as number, 5);
  });
  it('with nothing known of them are none, within their doubt', () => {
    const { mean, covariance } = solved([], [0.5, 2]);
    expect(mean).toEqual([0, 0]);
    expect([covariance.get(0, 0), covariance.get(1, 1)]).toEqual([0.25, 4]);
  });
});

describe('a tone curve by the greys', () => {
  it('goes through what a plain camera saw of them, and between', () => {
    const curve = toneBy([0.06, 0.18, 0.42, 0.9].map((reflectance) => ({ reflectance, seen: 0.7 * reflectance })));
    for (const r of [0.03, 0.1, 0.3, 0.8]) expect(curve.reflectance(0.7 * r)).toBeCloseTo(r, 2);
  });
  it('by one grey alone is the standard curve through it, and less sure', () => {
    const one = toneBy([{ reflectance: 0.18, seen: 0.2 }]);
    expect(one.reflectance(0.4)).toBeCloseTo(0.36, 2);
    expect(one.error).toBeGreaterThan(toneBy([0.06, 0.18, 0.42, 0.9].map((r) => ({ reflectance: r, seen: r }))).error);
  });
});

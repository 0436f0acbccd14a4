import { Matrix, QrDecomposition } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { type KnownSum, solved } from './normal-equations.ts';

const rows: KnownSum[] = [
  { of: [1, 0.2, 0], is: 0.4, error: 0.1 },
  { of: [0, 1, -0.5], is: -0.2, error: 0.05 },
  { of: [0.3, 0, 1], is: 0.1, error: 0.2 },
  { of: [1, 1, 1], is: 0.35, error: 0.1 },
];
const doubts = [0.5, 0.3, 0.4];

describe('least squares with what is thought before', () => {
  it('is what a QR decomposition makes of the same rows, each by its error, and of one more for each doubt', () => {
    const all = [
      ...rows.map(({ of, error }) => of.map((v) => v / error)),
      ...doubts.map((d, i) => doubts.map((_, k) => (i === k ? 1 / d : 0))),
    ];
    const is = [...rows.map(({ is: v, error }) => v / error), 0, 0, 0];
    const reference = new QrDecomposition(new Matrix(all)).solve(Matrix.columnVector(is)).getColumn(0);
    solved(rows, doubts).mean.forEach((v, i) => {
      expect(v).toBeCloseTo(reference[i] as number, 10);
    });
  });
  it('nothing known leaves the doubt, one sure row takes it', () => {
    expect(solved([], doubts).covariance.get(1, 1)).toBeCloseTo(0.09, 10);
    expect(solved([{ of: [0, 1, 0], is: 0.2, error: 1e-4 }], doubts).covariance.get(1, 1)).toBeLessThan(1e-7);
  });
});

import { inverse, Matrix } from 'ml-matrix';

/** One thing that is known of some numbers: so much of each comes to this, within an error. */
export interface KnownSum {
  of: readonly number[];
  is: number;
  error: number;
}
/** Numbers as they are thought to be. */
export interface Solved {
  mean: number[];
  covariance: Matrix;
  /** Root mean square of what the rows miss. */
  residual: number;
}

/** Numbers that are near none, each within its own doubt, by what is known of them: linear least squares with a normal prior. */
export function solved(rows: readonly KnownSum[], doubts: readonly number[]): Solved {
  const n = doubts.length;
  const information = Matrix.diag(doubts.map((d) => 1 / d ** 2));
  const pull = new Float64Array(n);
  for (const { of, is, error } of rows)
    for (let i = 0; i < n; i++) {
      pull[i] = (pull[i] as number) + ((of[i] as number) * is) / error ** 2;
      for (let k = 0; k < n; k++)
        information.set(i, k, information.get(i, k) + ((of[i] as number) * (of[k] as number)) / error ** 2);
    }
  const covariance = inverse(information);
  const mean = covariance.mmul(Matrix.columnVector(pull)).getColumn(0);
  const missed = rows.map(({ of, is }) => is - of.reduce((sum, v, i) => sum + v * (mean[i] as number), 0));
  const residual = Math.sqrt(missed.reduce((sum, v) => sum + v * v, 0) / Math.max(1, rows.length));
  return { mean, covariance, residual };
}

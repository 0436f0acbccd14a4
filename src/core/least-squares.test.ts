import { describe, expect, it } from 'vitest';
import { minimise, positiveDecomposition, solvePositive } from './least-squares.ts';

const bounds = { lower: [-10, -10], upper: [10, 10] };
/** Rosenbrock's valley (1960) as least squares: its minimum lies at (1, 1). */
const valley = {
  residuals: ([x, y]: Float64Array, out: Float64Array) => {
    out[0] = 10 * (y - x * x);
    out[1] = 1 - x;
  },
  residualCount: 2,
};

describe('least squares', () => {
  it('finds the end of Rosenbrock’s valley and says that nothing is left', () => {
    const { x, cost, stop } = minimise({ ...valley, start: [-1.2, 1], ...bounds, maxIterations: 200 });
    expect([x[0], x[1]]).toEqual([expect.closeTo(1, 5), expect.closeTo(1, 5)]);
    expect(cost).toBeLessThan(1e-10);
    expect(['exact', 'settled', 'stuck']).toContain(stop);
  });
  it('says why it stopped', () => {
    const at = (start: number[], maxIterations?: number) =>
      minimise({ ...valley, start, ...bounds, ...(maxIterations === undefined ? {} : { maxIterations }) }).stop;
    expect(at([1, 1])).toBe('exact');
    expect(at([-1.2, 1], 2)).toBe('iterations');
    const apart = minimise({
      residuals: ([x], out) => {
        out[0] = x - 1;
        out[1] = x + 1;
      },
      residualCount: 2,
      start: [0.3],
      lower: [-5],
      upper: [5],
    });
    expect(apart.x[0]).toBeCloseTo(0, 4);
    expect(['settled', 'stuck']).toContain(apart.stop);
  });
  it('stays within its bounds and holds what is pushed outwards', () => {
    const { x } = minimise({ ...valley, start: [0, 0], lower: [-10, -10], upper: [0.5, 10], maxIterations: 100 });
    expect(x[0]).toBeCloseTo(0.5, 9);
    expect(x[1]).toBeCloseTo(0.25, 4);
  });
  it('leaves alone what has no room between its bounds, and moves the rest', () => {
    const { x } = minimise({ ...valley, start: [0.5, 0], lower: [0.5, -10], upper: [0.5, 10], maxIterations: 100 });
    expect(x[0]).toBe(0.5);
    expect(x[1]).toBeCloseTo(0.25, 4);
  });
  it.each([
    ['bounds of another length', { lower: [0] }],
    ['bounds that cross', { lower: [3, 0], upper: [1, 1] }],
    ['a start that is no number', { start: [Number.NaN, 0] }],
    ['no residuals', { residualCount: 0 }],
    ['half an iteration', { maxIterations: 0.5 }],
  ])('refuses %s: a fault of the caller', (_, over) => {
    expect(() => minimise({ ...valley, start: [0, 0], ...bounds, ...over })).toThrow(RangeError);
  });
  it('solves a positive system and refuses one that is not', () => {
    expect(solvePositive(Float64Array.of(4, 1, 1, 3), Float64Array.of(1, 2))).toEqual([
      expect.closeTo(1 / 11, 12),
      expect.closeTo(7 / 11, 12),
    ]);
    expect(solvePositive(Float64Array.of(1, 2, 2, 1), Float64Array.of(1, 1))).toBeNull();
    expect(positiveDecomposition(Float64Array.of(0), 1)).toBeNull();
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { problem } from '../../../test/fixtures/small-shop.ts';
import { makeEvaluator } from './evaluator.ts';
import { eachSubset, linearise, shortList, subsetRanker } from './subsets.ts';

const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n - 1, k - 1) * n) / k);

describe('subsets', () => {
  it('are all there, once, in order: as many as the binomials say', () => {
    for (const [n, most] of [
      [5, 4],
      [7, 2],
      [3, 3],
      [1, 4],
    ]) {
      const seen: string[] = [];
      eachSubset(n, most, (s) => seen.push(s.join()));
      const wanted = Array.from({ length: Math.min(most, n) }, (_, k) => choose(n, k + 1)).reduce((a, b) => a + b, 0);
      expect(new Set(seen).size).toBe(wanted);
      expect(seen).toHaveLength(wanted);
    }
  });
});

describe('a short list', () => {
  it('keeps its best, sorted', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { maxLength: 30 }), (costs) => {
        const list = shortList(5);
        for (const cost of costs) if (cost < list.worst()) list.put({ subset: [], start: new Float64Array(), cost });
        expect(list.list.map((c) => c.cost)).toEqual([...costs].sort((a, b) => a - b).slice(0, 5));
      }),
    );
  });
});

describe('the linear problem', () => {
  const evaluator = makeEvaluator(problem());
  const most = Float64Array.from(evaluator.variables, (v) => v.most);
  const cost = (amounts: Float64Array) => {
    const r = new Float64Array(evaluator.residualCount);
    evaluator.residuals(amounts, r);
    return r.reduce((sum, v) => sum + v * v, 0);
  };
  it('is the true one about its anchor', () => {
    const anchor = Float64Array.from(most, (m) => 0.1 * m);
    const { gram, projected, constant } = linearise(evaluator, anchor);
    const n = most.length;
    let at = constant;
    for (let i = 0; i < n; i++) {
      at -= 2 * anchor[i] * projected[i];
      for (let k = 0; k < n; k++) at += anchor[i] * anchor[k] * gram[i * n + k];
    }
    expect(at).toBeCloseTo(cost(anchor), 6);
  });
  it('costs a subset what its least squares leave over: no other amounts cost less', () => {
    const lin = linearise(
      evaluator,
      Float64Array.from(most, (m) => 0.12 * m),
    );
    const ranker = subsetRanker(lin, most, 4);
    const n = most.length;
    const linearCost = (subset: readonly number[], amounts: ArrayLike<number>) => {
      let sum = lin.constant;
      subset.forEach((v, i) => {
        sum -= 2 * amounts[i] * lin.projected[v];
        subset.forEach((w, k) => {
          sum += amounts[i] * amounts[k] * lin.gram[v * n + w];
        });
      });
      return sum;
    };
    eachSubset(n, 3, (subset) => {
      const best = ranker.cost(subset);
      if (!Number.isFinite(best)) return;
      const amounts = ranker.amounts.slice(0, subset.length);
      expect(best).toBeCloseTo(linearCost(subset, amounts), 6);
      for (let i = 0; i < amounts.length; i++) {
        for (const factor of [0.98, 1.02]) {
          const moved = amounts.slice();
          moved[i] = Math.min(most[subset[i]], moved[i] * factor);
          expect(linearCost(subset, moved)).toBeGreaterThanOrEqual(best - 1e-4 * Math.abs(best));
        }
      }
    });
  });
  it('passes over a subset that wants a colour taken out', () => {
    const ranker = subsetRanker(
      { gram: Float64Array.of(1, 0.9, 0.9, 1), projected: Float64Array.of(1, 0.5), constant: 2 },
      Float64Array.of(5, 5),
      2,
    );
    expect(ranker.cost([0])).toBeCloseTo(1, 5);
    expect(ranker.cost([0, 1])).toBe(Number.POSITIVE_INFINITY);
  });
});

import { describe, expect, it } from 'vitest';
import { dyed, finalOf, problem } from '../../../test/fixtures/small-shop.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import type { Stack } from '../layers/layer.ts';
import { bracketBoards, gridBoards, ladderBoards } from './series.ts';

const finish = (stack: Stack) => labOf(finalOf(stack));

describe('series of boards', () => {
  const stack = dyed({ yellow: 6, red: 3 });
  it('a ladder is spaced evenly in ΔE00, not in ratio', () => {
    const boards = ladderBoards(problem(), stack, 0, 'red', 4);
    const none = finish(dyed({ yellow: 6, red: 0 }));
    const steps = boards.map((b) => deltaE00(none, finish(b.stack)));
    const step = steps[3] / 4;
    steps.forEach((d, i) => {
      expect(d).toBeCloseTo(step * (i + 1), 1);
    });
    const strengths = boards.map((b) => b.stack[0].colours.red);
    expect(strengths[3] - strengths[2]).toBeGreaterThan(1.2 * (strengths[1] - strengths[0]));
  });
  it('a bracket stands one step lighter and one darker', () => {
    const [lighter, on, darker] = bracketBoards(problem(), stack, 2).map((b) => finish(b.stack));
    expect(deltaE00(on, lighter)).toBeCloseTo(2, 1);
    expect(deltaE00(on, darker)).toBeCloseTo(2, 1);
    expect(lighter[0]).toBeGreaterThan(on[0]);
    expect(darker[0]).toBeLessThan(on[0]);
  });
  it('a grid crosses two colours', () => {
    expect(gridBoards(problem(), stack, 0, ['yellow', 'red'], 3)).toHaveLength(9);
    expect(() => gridBoards(problem(), stack, 0, ['red', 'red'], 3)).toThrow('two different');
    expect(() => ladderBoards(problem(), stack, 0, 'red', 1)).toThrow('2 to 8');
    expect(() => bracketBoards(problem(), stack, 0)).toThrow('0.5 to 10');
  });
});

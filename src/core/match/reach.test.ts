import { describe, expect, it } from 'vitest';
import { dyed, finalOf, problem } from '../../../test/fixtures/small-shop.ts';
import { BANDS } from '../colour/grid.ts';
import { whyOutOfReach } from './reach.ts';
import { search } from './search.ts';

describe('what is out of reach is explained', () => {
  const reasons = (target: Float64Array, open = ['yellow', 'red', 'blue', 'black', 'brown']) => {
    const p = problem({ target: { reflectance: target, singleLight: false }, open: [{ layer: 0, colourants: open }] });
    return whyOutOfReach(p, search(p)[0], 1).join(' ');
  };
  it('lighter than the wood, darker than the colours, wrong hue', () => {
    expect(reasons(new Float64Array(BANDS).fill(0.92))).toContain('bleach');
    expect(reasons(new Float64Array(BANDS).fill(0.045), ['yellow'])).toContain('darker one');
    expect(reasons(finalOf(dyed({ blue: 6 })), ['yellow'])).not.toBe('');
  });
  it('and what is in reach needs no words', () => {
    expect(whyOutOfReach(problem(), search(problem())[0], 1)).toEqual([]);
  });
});

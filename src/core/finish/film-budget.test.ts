import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Layer, newLayer } from '../layers/layer.ts';
import { filmBudget } from './film-budget.ts';

const satin = (coats: number, over: Partial<Layer> = {}) =>
  newLayer('clear', { medium: 'satin', settings: { coats }, ...over });

describe('the film of a stack', () => {
  it('is its coats less what levelling takes: the coarser, the more', () => {
    expect(filmBudget([newLayer('dye'), satin(2)])).toEqual({ laid: 2, taken: expect.closeTo(0.1, 9) });
    expect(filmBudget([satin(3, { rub: 'none' })])).toEqual({ laid: 3, taken: 0 });
    const built = [
      satin(10, { rub: 'dry', papers: [220, 400], rubLast: true }),
      satin(5, { rub: 'dry', papers: [800], rubLast: true }),
      satin(5, { rub: 'none' }),
      newLayer('rub-out', { papers: [1000, 2000, 4000] }),
    ];
    const { laid, taken } = filmBudget(built);
    expect(laid).toBe(20);
    // Levelled once with 220 and 400, once with 800, rubbed out: common practice has two to three coats gone.
    expect(taken).toBeGreaterThan(1.5);
    expect(taken).toBeLessThan(3);
  });
  it('loses more the more is rubbed, and nothing to what is elsewhere or left out', () => {
    fc.assert(
      fc.property(fc.subarray([220, 320, 400, 800], { minLength: 1 }), fc.integer({ min: 1, max: 20 }), (papers, n) => {
        const level = satin(n, { rub: 'dry', papers, rubLast: true });
        const more = satin(n, { rub: 'dry', papers: [...papers, 1000], rubLast: true });
        expect(filmBudget([more]).taken).toBeGreaterThan(filmBudget([level]).taken);
      }),
    );
    expect(filmBudget([satin(2, { rub: 'wet', rubWorn: true }), satin(1)]).taken).toBeCloseTo(
      filmBudget([satin(2, { rub: 'wet' }), satin(1)]).taken / 2,
      9,
    );
    expect(filmBudget([satin(2, { rub: 'wet', rubWhere: 'edges' }), satin(1, { rub: 'none' })]).taken).toBe(0);
    expect(filmBudget([satin(3, { off: true }), satin(2, { where: 'edges' })])).toEqual({ laid: 0, taken: 0 });
  });
});

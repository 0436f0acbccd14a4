import { describe, expect, it } from 'vitest';
import { CLEAR, dyed, MATERIALS, SHELF } from '../../../test/fixtures/small-shop.ts';
import type { Recipe } from '../../shared/board.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { batchFor, boardBatch, coverageOf, litresOfAll, potsOf, wantedOf } from './batches.ts';

const shelf = SHELF as unknown as Shelf;
const seen = {
  ...shelf,
  mediums: shelf.mediums.map((m) => ({ ...m, sheet: { label: { coverage: 10 }, shop: { coverage: 8 } } })),
};
const DYE = dyed({ yellow: 4, red: 1 })[0];
const recipe = { stack: dyed({ yellow: 4, red: 1 }), litres: 0.5, pots: [], done: [] } as unknown as Recipe;
const bench = { materials: MATERIALS };

describe('how much of a layer is mixed', () => {
  it('covers what was seen, else what is claimed, else what is usual', () => {
    expect(coverageOf(seen, CLEAR)).toBe(8);
    expect(coverageOf(shelf, CLEAR)).toBe(10);
    expect(coverageOf(shelf, DYE)).toBe(12);
  });
  it('for a volume, an area or boards, said as it was understood', () => {
    expect(batchFor('8 fl oz', DYE, shelf, 0.25, 'us')).toMatchObject({
      litres: expect.closeTo(0.2366, 4),
      told: '8 fl oz.',
    });
    expect(batchFor('6 m2', { ...CLEAR, settings: { coats: 3 } }, seen, 0.25, 'metric')).toEqual({
      litres: expect.closeTo(2.8125, 9),
      told: '3 coats, 8 m² a litre, 25\u00a0% over: 2.81 L.',
    });
    expect(batchFor('20 boards', DYE, shelf, 0, 'metric').litres).toBeCloseTo(0.075, 9);
    // A cup is the least that is mixed.
    expect(batchFor('1 board', DYE, shelf, 0, 'metric').litres).toBe(0.05);
    expect(boardBatch([DYE, CLEAR], shelf, 0.25)).toBe(0.05);
    expect(boardBatch([{ ...CLEAR, settings: { coats: 25 } }], shelf, 0.25)).toBeGreaterThan(0.1);
    expect(() => batchFor('2:1', DYE, shelf, 0, 'metric')).toThrow('A ratio is no volume');
    expect(() => batchFor('0 m²', DYE, shelf, 0, 'metric')).toThrow('That is nothing');
  });
  it('what is in a pot already stays; without a target each pour is rounded to its own step', () => {
    const begun = { ...recipe, done: [{ step: '1/yellow', grams: 2.5 }] } as unknown as Recipe;
    expect(wantedOf(begun, [2], bench)[0]?.colours).toEqual({ yellow: 5, red: 1 });
    expect(wantedOf(begun, [1, 2], bench)[0]?.colours).toEqual({ yellow: 4, red: 1 });
    const litres = litresOfAll(recipe, [1], bench, () => 0.26);
    expect(litres).toEqual([0.26, 0.5]);
    expect(potsOf(recipe.stack, null, [1], litres, { yellow: 0.1, red: 0.01 }, bench)).toEqual([
      { stage: 1, litres: 0.26, grams: { yellow: expect.closeTo(1, 9), red: expect.closeTo(0.26, 9) } },
    ]);
  });
});

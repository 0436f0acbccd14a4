import { describe, expect, it } from 'vitest';
import { newLayer } from '../layers/layer.ts';
import type { SaidShelf } from './shelf.ts';
import { triesSaid } from './tries.ts';

const SHELF: SaidShelf = {
  colourants: [
    { id: 'sun', name: 'Sunset', kind: 'dye', form: 'liquid', maxStrength: 60, density: 1 },
    { id: 'clove', name: 'Clove', kind: 'dye', form: 'liquid', maxStrength: 30, density: 1 },
    { id: 'amber', name: 'Amber', kind: 'dye', form: 'powder', maxStrength: 20, bulkDensity: 0.5 },
    { id: 'peat', name: 'Peat', kind: 'dye', form: 'powder', maxStrength: 20 },
  ],
  mediums: [],
  supplies: [],
};
const liquids = newLayer('dye', { colours: { sun: 40, clove: 10 } });
const powder = newLayer('dye', { colours: { amber: 4 } });
const tried = (text: string, layer = powder) => {
  const understood = triesSaid(text, layer, SHELF);
  return 'question' in understood ? understood.question : understood.tries.map((t) => t.layer.colours);
};

describe('strengths tried one after the other', () => {
  it('liquids in parts, their proportion kept', () => {
    const [five, ten] = tried('5 parts, 10 parts, then 1:20', liquids) as Record<string, number>[];
    // Two of one to one of the other, by volume: a sixth and an eleventh of the pot.
    expect(five?.sun).toBeCloseTo(((2 / 3) * 60) / 6, 9);
    expect(five?.clove).toBeCloseTo(((1 / 3) * 30) / 6, 9);
    expect((ten?.sun ?? 0) / (five?.sun ?? 1)).toBeCloseTo(6 / 11, 9);
  });
  it('each goes on from the one before', () => {
    expect(tried('4 g/L amber, + 1 g/L peat, + 1 g/L peat, half as much again')).toEqual([
      { amber: 4 },
      { amber: 4, peat: 1 },
      { amber: 4, peat: 2 },
      { amber: 6, peat: 3 },
    ]);
    expect(tried('half, 20 % more')).toEqual([{ amber: 2 }, { amber: expect.closeTo(2.4, 9) as number }]);
    expect(tried('amber 2 g/L · then some peat 1.5 g/L')).toEqual([{ amber: 2 }, { amber: 2, peat: 1.5 }]);
  });
  it('asks where it is not understood, where there is only one, and past what a colour can be', () => {
    expect(tried('1:5, 1:10')).toMatch(/of what/);
    expect(tried('a bit, a lot')).toMatch(/bit/);
    expect(tried('half')).toMatch(/two at least/);
    expect(tried('as much again, as much again, as much again')).toMatch(/no stronger than 20 g\/L/);
    expect(tried(Array(9).fill('half').join(', '))).toMatch(/8 strips/);
  });
  it('keeps all else of the layer', () => {
    const layer = { ...powder, method: 'sprayed', note: 'thin' };
    const understood = triesSaid('half, half', layer, SHELF);
    expect('tries' in understood && understood.tries[0]?.layer).toEqual({ ...layer, colours: { amber: 2 } });
  });
});

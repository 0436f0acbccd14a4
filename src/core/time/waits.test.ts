import { describe, expect, it } from 'vitest';
import { DRYING_MATERIALS } from '../../../test/fixtures/drying-materials.ts';
import { LAYER_KINDS, newLayer } from '../layers/layer.ts';
import { coatTime, durationOf } from './waits.ts';

const of = (id: string, over = {}) => coatTime(newLayer('dye', { colours: { [id]: 2 }, ...over }), DRYING_MATERIALS);

describe('usual waits (common practice)', () => {
  it('solvent dye 5 minutes, alcohol dye 10, water dye 4 to 6 hours flooded and 10 minutes thin', () => {
    expect(of('smoke').wait.earliest * 60).toBeCloseTo(5, 9);
    expect(of('tea').wait.earliest * 60).toBeCloseTo(10, 9);
    expect([of('honey').wait.earliest, of('honey').wait.usual]).toEqual([4, 6]);
    expect(of('honey', { method: 'sprayed' }).wait.earliest * 60).toBeCloseTo(10, 9);
    expect(of('honey', { settings: { load: 0.5 } }).settle).toBe(1);
  });
  it('oil varnish overnight, waterborne 1 to 4 hours, linseed days, gel 2 h to overnight, filler overnight', () => {
    expect(coatTime(newLayer('clear', { medium: 'varnish' }), DRYING_MATERIALS).wait.usual).toBe(12);
    expect(coatTime(newLayer('clear', { medium: 'satin' }), DRYING_MATERIALS).wait).toEqual({
      earliest: 1,
      usual: 2,
      safe: 4,
    });
    expect(coatTime(newLayer('oil'), DRYING_MATERIALS).wait.usual).toBe(84);
    expect(coatTime(newLayer('gel-stain'), DRYING_MATERIALS).wait.earliest).toBe(2);
    expect(coatTime(newLayer('filler'), DRYING_MATERIALS).wait.usual).toBe(12);
  });
  it('no kind has a wait that is shorter safe than usual, or usual than earliest, or a reading later than safe', () => {
    for (const kind of LAYER_KINDS) {
      const { wait, settle, hands } = coatTime(newLayer(kind), DRYING_MATERIALS);
      expect(wait.earliest).toBeLessThanOrEqual(wait.usual);
      expect(wait.usual).toBeLessThanOrEqual(wait.safe);
      expect(settle).toBeLessThanOrEqual(Math.max(wait.usual, wait.safe));
      expect(hands).toBeGreaterThan(0);
    }
  });
  it('a stack takes as long as its coats, one after the other', () => {
    const stack = [
      newLayer('dye', { colours: { smoke: 2 } }),
      newLayer('clear', { medium: 'satin', settings: { coats: 3 } }),
    ];
    const { wait, hands } = durationOf(stack, DRYING_MATERIALS);
    expect(wait.usual).toBeCloseTo(0.25 + 3 * 2, 9);
    expect(hands).toBe(8 + 3 * 8);
    expect(durationOf([], DRYING_MATERIALS).wait.safe).toBe(0);
  });
});

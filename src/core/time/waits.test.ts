import { describe, expect, it } from 'vitest';
import { LAYER_KINDS, newLayer } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { coatTime, durationOf } from './waits.ts';

const none = new Array<number>(31).fill(0);
const dye = (id: string, carrier: 'water' | 'solvent' | 'alcohol') =>
  ({
    id,
    name: id,
    kind: 'dye',
    carrier,
    maxStrength: 20,
    absorption: none,
    scatter: none,
    exponent: 1,
    costPerGram: 0,
  }) as const;
const MATERIALS: Materials = {
  colourants: { honey: dye('honey', 'water'), smoke: dye('smoke', 'solvent'), tea: dye('tea', 'alcohol') },
  mediums: {
    satin: { id: 'satin', name: 'satin', kind: 'clear', carrier: 'water', k2: 0.55, tint: none },
    varnish: { id: 'varnish', name: 'varnish', kind: 'clear', carrier: 'oil', k2: 0.55, tint: none },
  },
};
const of = (id: string, over = {}) => coatTime(newLayer('dye', { colours: { [id]: 2 }, ...over }), MATERIALS);

describe('usual waits (common practice)', () => {
  it('solvent dye 5 minutes, alcohol dye 10, water dye 4 to 6 hours flooded and 10 minutes thin', () => {
    expect(of('smoke').wait.earliest * 60).toBeCloseTo(5, 9);
    expect(of('tea').wait.earliest * 60).toBeCloseTo(10, 9);
    expect([of('honey').wait.earliest, of('honey').wait.usual]).toEqual([4, 6]);
    expect(of('honey', { method: 'sprayed' }).wait.earliest * 60).toBeCloseTo(10, 9);
    expect(of('honey', { settings: { load: 0.5 } }).settle).toBe(1);
  });
  it('oil varnish overnight, waterborne 1 to 4 hours, linseed days, gel 2 h to overnight, filler overnight', () => {
    expect(coatTime(newLayer('clear', { medium: 'varnish' }), MATERIALS).wait.usual).toBe(12);
    expect(coatTime(newLayer('clear', { medium: 'satin' }), MATERIALS).wait).toEqual({
      earliest: 1,
      usual: 2,
      safe: 4,
    });
    expect(coatTime(newLayer('oil'), MATERIALS).wait.usual).toBe(84);
    expect(coatTime(newLayer('gel-stain'), MATERIALS).wait.earliest).toBe(2);
    expect(coatTime(newLayer('filler'), MATERIALS).wait.usual).toBe(12);
  });
  it('no kind has a wait that is shorter safe than usual, or usual than earliest, or a reading later than safe', () => {
    for (const kind of LAYER_KINDS) {
      const { wait, settle, hands } = coatTime(newLayer(kind), MATERIALS);
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
    const { wait, hands } = durationOf(stack, MATERIALS);
    expect(wait.usual).toBeCloseTo(0.25 + 3 * 2, 9);
    expect(hands).toBe(8 + 3 * 8);
    expect(durationOf([], MATERIALS).wait.safe).toBe(0);
  });
});

import { describe, expect, it } from 'vitest';
import { CLEAR, dyed, finalOf, problem } from '../../../test/fixtures/small-shop.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import { correctBatch } from './correct-batch.ts';

describe('a batch that is off', () => {
  it('that is too weak is brought in by adding colour only', () => {
    const off = dyed({ yellow: 4.5, red: 2.2 });
    const fixed = correctBatch(problem(), off, 0, 1, 1);
    expect(fixed.before).toBeGreaterThan(1);
    expect(fixed.after).toBeLessThan(0.6);
    expect(fixed.thin).toBe(0);
    for (const grams of Object.values(fixed.add)) expect(grams).toBeGreaterThan(0);
    expect(fixed.startAgain).toBe(false);
  });
  it('that is too strong is thinned', () => {
    const fixed = correctBatch(problem(), dyed({ yellow: 7.5, red: 3.75 }), 0, 1, 1);
    expect(fixed.thin).toBeGreaterThan(0.05);
    expect(fixed.after).toBeLessThan(1);
  });
  it('never takes anything out: what is in the pot stays', () => {
    const off = dyed({ yellow: 6, red: 3, black: 1 });
    const fixed = correctBatch(problem(), off, 0, 0.5, 1);
    for (const [id, s] of Object.entries(off[0].colours))
      expect(fixed.stack[0].colours[id] * fixed.litres).toBeGreaterThanOrEqual(s * 0.5 - 0.006);
  });
  it('touches only the layer whose pot it is', () => {
    const stack: Stack = [
      newLayer('dye', { colours: { yellow: 4, red: 2 } }),
      newLayer('sealer', { medium: 'shellac' }),
      newLayer('glaze', { colours: { umber: 0.05 } }),
      CLEAR,
    ];
    const target = { reflectance: finalOf(stack), singleLight: false };
    const open = [
      { layer: 0, colourants: ['yellow', 'red', 'black'] },
      { layer: 2, colourants: ['ochre', 'umber'] },
    ];
    const weak = stack.map((l, i) => (i === 0 ? { ...l, colours: { yellow: 3, red: 1.6 } } : l));
    const fixed = correctBatch(problem({ target, stack, open }), weak, 0, 2, 1);
    expect(fixed.after).toBeLessThan(0.6);
    expect(Object.keys(fixed.add).every((id) => open[0].colourants.includes(id))).toBe(true);
    expect(fixed.stack[2]).toEqual(weak[2]);
    const thin = stack.map((l, i) => (i === 2 ? { ...l, colours: { umber: 0.03 } } : l));
    const glaze = correctBatch(problem({ target, stack, open }), thin, 2, 0.5, 1);
    expect(Object.keys(glaze.add)).toEqual(['umber']);
    // From 3 % to 5 % of half a kilogram.
    expect(glaze.add.umber).toBeGreaterThan(7);
    expect(glaze.add.umber).toBeLessThan(13);
    expect(glaze.stack[0]).toEqual(thin[0]);
  });
  it('of nothing cannot be corrected', () => {
    expect(() => correctBatch(problem(), dyed({ yellow: 1 }), 0, 0, 1)).toThrow('more than 0 L');
  });
  it('far off is better mixed anew', () => {
    expect(correctBatch(problem(), dyed({ blue: 20 }), 0, 1, 1).startAgain).toBe(true);
    expect(() => correctBatch(problem(), dyed({}), 0, 1, 1)).toThrow('no colour to correct');
  });
});

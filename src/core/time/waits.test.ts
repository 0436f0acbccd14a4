import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DRYING_MATERIALS } from '../../../test/fixtures/drying-materials.ts';
import { LAYER_KINDS } from '../kinds/index.ts';
import { newLayer } from '../layers/layer.ts';
import { coatsOf, durationOf } from './coats.ts';
import { coatTime } from './waits.ts';

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
  it('whatever is put on, however, in whatever air: earliest ≤ usual ≤ safe, and within days', () => {
    const layers = fc.record({
      kind: fc.constantFrom(...LAYER_KINDS),
      load: fc.double({ min: 0.25, max: 4, noNaN: true }),
      film: fc.double({ min: 0, max: 5, noNaN: true }),
      coats: fc.integer({ min: 1, max: 4 }),
      goOn: fc.option(fc.double({ min: 0.05, max: 200, noNaN: true })),
      window: fc.option(fc.double({ min: 0.1, max: 200, noNaN: true })),
    });
    const air = fc.record({
      temperature: fc.double({ min: 2, max: 38, noNaN: true }),
      humidity: fc.double({ min: 5, max: 98, noNaN: true }),
    });
    fc.assert(
      fc.property(layers, air, fc.constantFrom('bog', 'honey', 'smoke', 'tea'), (l, weather, id) => {
        const layer = newLayer(l.kind, {
          colours: { [id]: 1 },
          settings: { load: l.load, film: l.film, coats: l.coats },
        });
        const facts = { [id]: { goOn: l.goOn, window: l.window } };
        for (const { drying } of coatsOf([layer, newLayer('clear', { medium: 'satin' })], {
          materials: DRYING_MATERIALS,
          facts,
          weather,
        })) {
          const { goOn, window, read, use, cure } = drying;
          expect(goOn.earliest).toBeLessThanOrEqual(goOn.usual * (1 + 1e-9));
          expect(goOn.usual).toBeLessThanOrEqual(goOn.safe * (1 + 1e-9));
          expect(use).toBeLessThanOrEqual(cure * (1 + 1e-9));
          expect(Number.isFinite(goOn.safe) && goOn.earliest >= 0 && read >= 0).toBe(true);
          if (window) expect(window.opens).toBeLessThan(window.shuts);
        }
      }),
      { numRuns: 400 },
    );
  });
  it('a water dye drenched is held up a little, never for days: 4–6 h flooded, overnight safe', () => {
    for (const load of [1, 1.25, 2, 4]) {
      const { wait } = of('honey', { settings: { load } });
      expect(wait.earliest).toBeGreaterThanOrEqual(4);
      expect(wait.earliest).toBeLessThanOrEqual(6);
      expect(wait.usual).toBeLessThanOrEqual(8);
      expect(wait.safe).toBeLessThanOrEqual(16);
    }
  });
  it('a stack takes as long as its coats, one after the other', () => {
    const stack = [
      newLayer('dye', { colours: { smoke: 2 } }),
      newLayer('clear', { medium: 'satin', settings: { coats: 3 } }),
    ];
    const { wait, hands } = durationOf(stack, { materials: DRYING_MATERIALS });
    expect(wait.usual).toBeCloseTo(0.25 + 2 * (1 + 1.05 + 1.1), 9);
    // Scuffed twice between its coats, and left after the last.
    expect(hands).toBe(8 + 3 * 8 + 2 * 6);
    // Coats that are planned a day apart take that long each, the last as long as the layer is left.
    const run = newLayer('clear', { medium: 'satin', settings: { coats: 4 }, apart: 24, wait: 48 });
    expect(coatsOf([run], { materials: DRYING_MATERIALS }).map((c) => c.wait)).toEqual([24, 24, 24, 48]);
    expect(durationOf([run], { materials: DRYING_MATERIALS }).wait.usual).toBe(120);
    expect(durationOf([], { materials: DRYING_MATERIALS }).wait.safe).toBe(0);
  });
});

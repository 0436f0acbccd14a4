import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCH } from '../../../test/fixtures/bench-materials.ts';
import { newLayer } from '../layers/layer.ts';
import { cupSaid, cupTo } from './cup.ts';
import { displaced } from './pot-steps.ts';
import { gramsPerLitreOf } from './quantity.ts';

const of = { materials: BENCH, facts: {} };
const dye = (honey: number, soot = 0) =>
  newLayer('dye', { colours: { ...(honey ? { honey } : {}), ...(soot ? { soot } : {}) } });

describe('a cup from one mix to the next', () => {
  it('weaker takes thinner, as much as its strength falls', () => {
    expect(cupTo(dye(10), dye(5), 0.05, of)).toMatchObject({ grams: {}, litres: expect.closeTo(0.1, 9) });
    expect(cupSaid(dye(10), dye(5), 0.05, of)).toBe('to 50 mL of the cup before add 50 mL distilled water');
  });
  it('stronger takes colour, and nothing comes out again', () => {
    const up = cupTo(dye(4), dye(4, 1), 0.05, of);
    expect(up?.grams.soot).toBeCloseTo(0.05, 3);
    expect(cupTo(dye(4, 1), dye(4), 0.05, of)).toBeNull();
    expect(cupSaid(dye(4, 1), dye(4), 0.05, of)).toBeNull();
    expect(cupSaid(dye(4), dye(4), 0.05, of)).toBeNull();
  });
  it('whatever is poured, the cup is the mix that is wanted, and its volumes add up', () => {
    const strength = fc.integer({ min: 1, max: 200 }).map((n) => n / 10);
    fc.assert(
      fc.property(
        strength,
        strength,
        strength,
        strength,
        fc.double({ min: 0.01, max: 2, noNaN: true }),
        (p, q, r, s, litres) => {
          const [from, to] = [dye(p, q), dye(r, s)];
          const into = cupTo(from, to, litres, of);
          if (!into) return;
          let filled = litres + into.thinner;
          for (const id of ['honey', 'soot']) {
            const colour = BENCH.colourants[id];
            const grams = into.grams[id] ?? 0;
            const inCup = litres * gramsPerLitreOf(colour, from.colours[id] ?? 0) + grams;
            expect(inCup / into.litres).toBeCloseTo(gramsPerLitreOf(colour, to.colours[id] ?? 0), 6);
            filled += colour ? displaced(colour, {}, grams) / 1000 : 0;
          }
          expect(filled).toBeCloseTo(into.litres, 6);
          expect(into.thinner).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});

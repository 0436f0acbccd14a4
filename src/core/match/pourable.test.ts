import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dyed, finalOf, MATERIALS, problem } from '../../../test/fixtures/small-shop.ts';
import { newLayer } from '../layers/layer.ts';
import type { Colourant } from '../layers/materials.ts';
import { makeEvaluator } from './evaluator.ts';
import { overPoured } from './over-poured.ts';
import { lossEachAlone, roundToScale, roundToSteps, scaleSteps } from './pourable.ts';

const matched = (colours: Record<string, number>) => {
  const stack = dyed(colours);
  return { stack, asked: problem({ target: { reflectance: finalOf(stack), singleLight: false } }) };
};

describe('pours in whole steps', () => {
  it('keep the recipe, however far from the target it lies', () => {
    const stack = dyed({ yellow: 3, red: 2, black: 1 });
    const pale = problem({ target: { reflectance: finalOf(dyed({ yellow: 9 })), singleLight: false } });
    const { each, loss, deltaE } = roundToScale(pale, stack, 1, 0.01);
    expect(each.map(({ colourant, poured }) => [colourant, Number(poured.toFixed(6))])).toEqual([
      ['yellow', 3],
      ['red', 2],
      ['black', 1],
    ]);
    expect(loss).toBeLessThan(1e-6);
    expect(deltaE).toBeGreaterThan(5);
  });
  it('are each a step from their exact share at most, for any recipe and any target', () => {
    const strength = fc.double({ min: 0.001, max: 20, noNaN: true });
    const recipe = fc.record({ yellow: strength, red: strength, black: strength });
    fc.assert(
      fc.property(recipe, recipe, fc.constantFrom(0.01, 0.1, 0.6), (colours, wanted, grams) => {
        const asked = problem({ target: { reflectance: finalOf(dyed(wanted)), singleLight: false } });
        for (const { exact, poured, step } of roundToScale(asked, dyed(colours), 0.25, grams).each) {
          expect(Math.abs(poured - exact)).toBeLessThanOrEqual(step * (1 + 1e-9));
          if (exact > 50 * step) expect(Math.abs(poured / exact - 1)).toBeLessThanOrEqual(0.02);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('leave two tins two to one, and never more than a full pot', () => {
    const materials = {
      ...MATERIALS,
      colourants: {
        oak: { ...(MATERIALS.colourants.ochre as Colourant), id: 'oak', kind: 'stain', maxStrength: 1 } as const,
        nut: { ...(MATERIALS.colourants.umber as Colourant), id: 'nut', kind: 'stain', maxStrength: 1 } as const,
      },
    };
    const stack = [newLayer('wiping-stain', { colours: { oak: 2 / 3, nut: 1 / 3 } })];
    const asked = problem({ materials, stack, open: [{ layer: 0, colourants: ['oak', 'nut'] }] });
    const { stack: poured } = roundToScale(asked, stack, 0.75, 0.1);
    const { oak = 0, nut = 0 } = poured[0]?.colours ?? {};
    expect(oak / nut).toBeCloseTo(2, 2);
    expect(oak + nut).toBeLessThanOrEqual(1 + 1e-9);
  });
  it('are what the scale can weigh, near the colour asked for', () => {
    const stack = dyed({ yellow: 6.0123, red: 3.0456 });
    const poured = roundToScale(problem(), stack, 0.1, 0.01);
    for (const s of Object.values(poured.stack[0]?.colours ?? {}))
      expect(Math.abs((s * 0.1) / 0.01 - Math.round((s * 0.1) / 0.01))).toBeLessThan(1e-6);
    expect(poured.deltaE).toBeLessThan(0.3);
    expect(poured.sensitivity.yellow).toBeGreaterThan(0);
  });
  it('are the best of all mixes within a step, looked at one by one', () => {
    const { stack, asked } = matched({ yellow: 4.7, red: 2.3, black: 0.8 });
    const steps = scaleSteps(MATERIALS, 0.1, 0.1);
    const evaluator = makeEvaluator(asked);
    const amounts = evaluator.amountsOf(stack);
    let best = Number.POSITIVE_INFINITY;
    for (const y of [4, 5, 6])
      for (const r of [1, 2, 3])
        for (const b of [1, 2]) {
          const strengths: Record<string, number> = { yellow: y, red: r, black: b };
          evaluator.variables.forEach(({ colourant, exponent }, v) => {
            amounts[v] = (strengths[colourant] ?? 0) ** exponent;
          });
          best = Math.min(best, evaluator.differences(amounts)[0] ?? best);
        }
    expect(roundToSteps(asked, stack, steps).deltaE).toBeLessThan(best + 1e-9);
  });
  it('are together never worse than each alone', () => {
    const strength = fc.double({ min: 0.3, max: 9, noNaN: true });
    fc.assert(
      fc.property(strength, strength, strength, strength, fc.constantFrom(0.01, 0.05, 0.2), (y, r, b, n, grams) => {
        const { stack, asked } = matched({ yellow: y, red: r, black: b, brown: n });
        const steps = scaleSteps(MATERIALS, 0.1, grams);
        expect(roundToSteps(asked, stack, steps).loss).toBeLessThanOrEqual(lossEachAlone(asked, stack, steps) + 1e-9);
      }),
      { numRuns: 25 },
    );
  });
  it('say of each what its rounding alone costs, and round a step of its own tool', () => {
    const { stack, asked } = matched({ yellow: 4.7, red: 2.3 });
    // A spoon for the yellow, the scale for the red.
    const { each } = roundToSteps(asked, stack, ({ colourant }) => (colourant === 'yellow' ? 1 : 0.1));
    const [yellow, red] = each;
    expect(yellow).toMatchObject({ colourant: 'yellow', step: 1 });
    expect((yellow?.poured ?? 0.5) % 1).toBeCloseTo(0, 9);
    expect(yellow?.cost).toBeGreaterThan(red?.cost ?? Number.NaN);
  });
});

describe('too much poured', () => {
  const { stack, asked } = matched({ yellow: 6, red: 3, black: 0.5 });
  it('the ratio is kept in a larger volume', () => {
    const { keepRatio } = overPoured(asked, stack, 0, 0.5, { yellow: 3.6 });
    expect(keepRatio.litres).toBeCloseTo(0.6, 9);
    expect(keepRatio.grams).toEqual({ yellow: 3.6, red: 1.8, black: expect.closeTo(0.3, 9) });
    expect(keepRatio.deltaE).toBeLessThan(0.01);
  });
  it('or the colour, in the smallest volume that does, with all that is in the pot', () => {
    const { keepRatio, keepColour } = overPoured(asked, stack, 0, 0.5, { yellow: 3.15, red: 1.5 });
    expect(keepColour.grams.yellow).toBeGreaterThanOrEqual(3.15);
    expect(keepColour.grams.red).toBeGreaterThanOrEqual(1.5);
    expect(keepColour.litres).toBeLessThanOrEqual(keepRatio.litres + 1e-9);
    expect(keepColour.deltaE).toBeLessThan(0.2);
  });
  it('the colour that is kept is the recipe’s own, not the target’s', () => {
    const far = problem({ target: { reflectance: finalOf(dyed({ blue: 4 })), singleLight: false } });
    const { keepColour } = overPoured(far, stack, 0, 0.5, { yellow: 3.15 });
    expect(keepColour.moved).toBeLessThan(0.2);
    expect(keepColour.grams.black).toBeGreaterThan(0.2);
    expect(keepColour.deltaE).toBeGreaterThan(5);
  });
  it('is refused where nothing was too much, or a colour is none of the layer', () => {
    expect(() => overPoured(asked, stack, 0, 0.5, { yellow: 3 })).toThrow('Nothing was poured too much');
    expect(() => overPoured(asked, stack, 0, 0.5, { umber: 3 })).toThrow('Only the colours of this layer');
  });
});

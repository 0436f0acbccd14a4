import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dyed, finalOf, MATERIALS, problem } from '../../../test/fixtures/small-shop.ts';
import { makeEvaluator } from './evaluator.ts';
import { overPoured } from './over-poured.ts';
import { lossOneByOne, roundToScale, roundToSteps, scaleSteps } from './pourable.ts';

const matched = (colours: Record<string, number>) => {
  const stack = dyed(colours);
  return { stack, asked: problem({ target: { reflectance: finalOf(stack), singleLight: false } }) };
};

describe('pours in whole steps', () => {
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
  it('are together never worse than one by one', () => {
    const strength = fc.double({ min: 0.3, max: 9, noNaN: true });
    fc.assert(
      fc.property(strength, strength, strength, strength, fc.constantFrom(0.01, 0.05, 0.2), (y, r, b, n, grams) => {
        const { stack, asked } = matched({ yellow: y, red: r, black: b, brown: n });
        const steps = scaleSteps(MATERIALS, 0.1, grams);
        expect(roundToSteps(asked, stack, steps).loss).toBeLessThanOrEqual(lossOneByOne(asked, stack, steps) + 1e-9);
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
  it('is refused where nothing was too much, or a colour is none of the layer', () => {
    expect(() => overPoured(asked, stack, 0, 0.5, { yellow: 3 })).toThrow('Nothing was poured too much');
    expect(() => overPoured(asked, stack, 0, 0.5, { umber: 3 })).toThrow('Only the colours of this layer');
  });
});

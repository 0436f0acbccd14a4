import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict, USUAL_PREPARATION } from '../board/index.ts';
import { newLayer } from '../layers/layer.ts';
import { strengthOfMix } from './unknown-mix.ts';

const dyed = (colours: Record<string, number>) => newLayer('dye', { colours });
const readOf = (colours: Record<string, number>) => {
  const looks = predict([dyed(colours)], WOOD, MATERIALS);
  return { before: looks[0].reading, after: looks[1].reading };
};
const found = (written: Record<string, number>, really: Record<string, number>) =>
  strengthOfMix(dyed(written), WOOD, MATERIALS, USUAL_PREPARATION, readOf(really));

describe('a mix of unknown strength', () => {
  it('is found from one board, whatever was written on the jar', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 10, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (strength, ratio) => {
          const really = { yellow: strength, red: strength * ratio };
          const { factor, miss } = found({ yellow: 1, red: ratio }, really);
          expect(Math.abs(Math.log(factor / strength))).toBeLessThan(0.01);
          expect(miss).toBeLessThan(0.05);
        },
      ),
      { numRuns: 20 },
    );
  });
  it('says so where its colours are others, and where the board says nothing', () => {
    expect(found({ yellow: 1 }, { blue: 5 }).miss).toBeGreaterThan(5);
    const { before } = readOf({ yellow: 3 });
    expect(() =>
      strengthOfMix(dyed({ yellow: 1 }), WOOD, MATERIALS, USUAL_PREPARATION, { before, after: before }),
    ).toThrow('hardly changed');
  });
});

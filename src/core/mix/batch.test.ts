import { describe, expect, it } from 'vitest';
import { dyed, MATERIALS } from '../../../test/fixtures/small-shop.ts';
import type { FieldError } from '../field-error.ts';
import { newLayer } from '../layers/layer.ts';
import { partsOf, pourings } from './batch.ts';
import { costPerLitre, gramsPerLitre } from './quantity.ts';

describe('a batch', () => {
  it('weighs strength times volume, rounded to the scale', () => {
    const [a, b] = pourings({ honey: 6, russet: 1.0007 }, 0.5);
    expect(a).toMatchObject({ colourant: 'honey', grams: 3, total: 3, parts: 6 });
    expect(b.grams).toBeCloseTo(0.5, 12);
    expect(b.total).toBeCloseTo(3.5, 12);
  });
  it('parts are small whole numbers where that comes within 3 %', () => {
    expect(partsOf([4, 2])).toEqual([2, 1]);
    expect(partsOf([3, 4.5])).toEqual([2, 3]);
    expect(partsOf([1, 9.37])).toEqual([2, 19]);
    expect(partsOf([0, 0])).toEqual([0, 0]);
    expect(partsOf([4, 0, 2])).toEqual([2, 0, 1]);
    // 1.0435 comes within 3 % of no fraction of up to twelve parts: then one decimal of the smallest.
    expect(partsOf([2, 2.087, 15.4])).toEqual([1, 1, 7.7]);
  });
  it('says what the scale cannot weigh as it is, and does not add it to the total', () => {
    const [much, little] = pourings({ honey: 6, coal: 0.006 }, 0.5);
    expect(much).toMatchObject({ belowScale: false, total: 3 });
    expect(little).toMatchObject({ belowScale: true, total: 3 });
    expect(little.grams).toBeCloseTo(0.003, 12);
  });
  it('refuses what cannot be poured', () => {
    expect(() => pourings({ honey: 0 }, 1)).toThrow('nothing to mix');
    expect(() => pourings({ honey: -1 }, 1)).toThrow('zero or more');
    expect(() => pourings({ honey: 1 }, 0)).toThrow('batch');
    expect(() => pourings({ honey: Number.NaN }, 1)).toThrow('zero or more');
    expect(pourings({ honey: 1 }, 1000)[0]?.grams).toBeCloseTo(1000, 6);
    const fieldOf = (colours: Record<string, number>, litres: number) => {
      try {
        return pourings(colours, litres).length;
      } catch (refused) {
        return (refused as FieldError).field;
      }
    };
    expect([fieldOf({ honey: 1 }, 1000.1), fieldOf({ honey: -1 }, 1), fieldOf({ honey: 0 }, 1)]).toEqual([
      'litres',
      'strengths.honey',
      'strengths',
    ]);
  });
});

describe('what a litre holds', () => {
  const glaze = newLayer('glaze', { colours: { umber: 0.05 } });
  it('is grams of a dye, and the share of a kilogram of glaze', () => {
    expect(gramsPerLitre({ kind: 'dye' }, 4)).toBe(4);
    expect(gramsPerLitre({ kind: 'pigment' }, 0.05)).toBeCloseTo(50, 12);
    // A ready-made stain is a share of the volume: its weight is by the tin's own density.
    expect(gramsPerLitre({ kind: 'stain', density: 0.88 }, 0.5)).toBeCloseTo(440, 12);
    expect(gramsPerLitre({ kind: 'stain' }, 0.5)).toBeCloseTo(500, 12);
  });
  it('costs what its colours cost, layer by layer', () => {
    const stack = [...dyed({ yellow: 4, red: 2 }), glaze];
    // 0.5 a gram of dye, and of umber in the fixture.
    expect(costPerLitre(stack, MATERIALS)).toBeCloseTo(0.5 * (4 + 2 + 50), 9);
    expect(costPerLitre([], MATERIALS)).toBe(0);
  });
});

import { describe, expect, it } from 'vitest';
import { partsOf, pourings } from './batch.ts';

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
  });
});

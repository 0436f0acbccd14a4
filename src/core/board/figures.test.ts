import { describe, expect, it } from 'vitest';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { blotchWord, clarityOf, clarityWord, contrastOf, fineSpread, type Seen } from './figures.ts';

const seen = (name: Seen['name'], fraction: number, l: number): Seen => ({
  name,
  fraction,
  dry: reflectanceFromLab([l, 5, 20]),
});
const LAMP = { illuminant: 'A', observer: 10 } as const;

describe('contrast', () => {
  const [ground, grain, pore] = [seen('ground', 0.6, 70), seen('grain', 0.3, 62), seen('pore', 0.1, 40)];
  it('is ΔE00 of ground and grain, wherever they stand in the list', () => {
    const expected = deltaE00(labOf(ground.dry), labOf(grain.dry));
    expect(contrastOf([ground, grain, pore])).toBe(expected);
    expect(contrastOf([pore, grain, ground])).toBe(deltaE00(labOf(ground.dry), labOf(grain.dry)));
    expect(contrastOf([ground, pore])).toBe(deltaE00(labOf(ground.dry), labOf(pore.dry)));
    expect(contrastOf([pore, seen('ray', 0.2, 80)])).toBeGreaterThan(30);
    expect(contrastOf([ground, grain], LAMP)).toBe(deltaE00(labOf(ground.dry, LAMP), labOf(grain.dry, LAMP)));
    expect(contrastOf([ground, grain], LAMP)).not.toBe(expected);
  });
  it('is nothing where there is one tissue or none', () => {
    expect(contrastOf([ground])).toBe(0);
    expect(contrastOf([])).toBe(0);
  });
});

describe('clarity', () => {
  it('is the spread of L* over the face, by shares, against the raw wood’s', () => {
    // Shares 3 : 1, L* 70 and 62: mean 68, variance 0.75 * 4 + 0.25 * 36.
    const raw = [seen('ground', 0.75, 70), seen('grain', 0.25, 62)];
    expect(fineSpread(raw)).toBeCloseTo(Math.sqrt(12), 2);
    expect(fineSpread(raw.map((t) => ({ ...t, fraction: 2 * t.fraction })))).toBeCloseTo(Math.sqrt(12), 2);
    const popped = [seen('ground', 0.75, 50), seen('grain', 0.25, 38)];
    expect(clarityOf(raw, popped)).toBeCloseTo(1.5, 2);
    expect(clarityOf(raw, raw)).toBe(1);
    expect(clarityOf(raw, [seen('ground', 0.75, 50), seen('grain', 0.25, 50)])).toBeCloseTo(0, 2);
    expect(fineSpread(raw, LAMP)).not.toBe(fineSpread(raw));
    expect(fineSpread([])).toBe(0);
  });
  it('is one of a wood that has no figure of its own', () => {
    const plain = [seen('ground', 1, 70)];
    expect(clarityOf(plain, [seen('ground', 1, 40)])).toBe(1);
  });
  it.each([
    [1.16, 'grain popped'],
    [1.15, 'grain clear'],
    [0.86, 'grain clear'],
    [0.85, 'grain softened'],
    [0.61, 'grain softened'],
    [0.6, 'muddy'],
    [0.31, 'muddy'],
    [0.3, 'grain hidden'],
    [0, 'grain hidden'],
  ])('%f is “%s”', (clarity, word) => {
    expect(clarityWord(clarity)).toBe(word);
  });
  it.each([
    [0, 'even'],
    [0.59, 'even'],
    [0.6, 'slightly uneven'],
    [1.49, 'slightly uneven'],
    [1.5, 'blotchy'],
    [2.99, 'blotchy'],
    [3, 'very blotchy'],
  ])('a blotch of %f is “%s”', (blotch, word) => {
    expect(blotchWord(blotch)).toBe(word);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KINDS } from '../kinds/index.ts';
import { nth } from '../known.ts';
import { boxCans } from './boxing.ts';
import { litresFor, tinsFor } from './scale-to.ts';
import { colourThinnedFor, hardened, thinnerFor, withHeldRatio, withinPot } from './thin.ts';

const positive = fc.double({ min: 0.01, max: 100, noNaN: true });

describe('how much is mixed', () => {
  it('for an area: a wiping stain covers about 20 m² a litre, a quarter over (common practice)', () => {
    const need = { area: 6, coats: 1, coverage: KINDS['wiping-stain'].coverage, spare: 0.25 };
    expect(litresFor(need)).toBeCloseTo(0.375, 9);
    expect(litresFor({ ...need, coats: 2 })).toBeCloseTo(0.75, 9);
  });
  it('is refused in a sentence where something is missing', () => {
    const need = { area: 6, coats: 1, coverage: 20, spare: 0.25 };
    expect(() => litresFor({ ...need, area: 0 })).toThrow('The area is more than 0');
    expect(() => litresFor({ ...need, coverage: 0 })).toThrow('How much a litre covers is missing');
    expect(() => litresFor({ ...need, spare: -1 })).toThrow('The spare');
    expect(() => tinsFor(1, 0)).toThrow('The size of the can');
  });
  it('in whole and half tins, what is left over told', () => {
    expect(tinsFor(0.375, 750)).toEqual({ tins: 0.5, left: expect.closeTo(0, 9) });
    expect(tinsFor(0.4, 750)).toEqual({ tins: 1, left: expect.closeTo(0.35, 9) });
    expect(tinsFor(1.6, 750)).toEqual({ tins: 2.5, left: expect.closeTo(0.275, 9) });
  });
});

describe('thinning and strengthening', () => {
  it('keeps what is in it, whatever the strengths', () => {
    fc.assert(
      fc.property(positive, positive, positive, (litres, a, b) => {
        const [weak, strong] = [Math.min(a, b), Math.max(a, b)];
        const thinned = litres + thinnerFor(litres, strong, weak);
        expect(thinned * weak).toBeCloseTo(litres * strong, 6);
        expect(weak * litres + colourThinnedFor(litres, weak, strong)).toBeCloseTo(strong * litres, 6);
      }),
    );
  });
  it('goes one way only', () => {
    expect(() => thinnerFor(1, 2, 3)).toThrow('strengthen it with colour');
    expect(() => colourThinnedFor(1, 3, 2)).toThrow('thin it instead');
    expect(() => thinnerFor(0, 3, 2)).toThrow('More than nothing');
  });
  it('a hardener by parts makes up the whole; one forgotten is asked for', () => {
    expect(hardened(0.5, 4)).toEqual({ base: expect.closeTo(0.4, 9), hardener: expect.closeTo(0.1, 9) });
    expect(() => hardened(0.5, 0)).toThrow('the hardener is forgotten');
  });
  it('keeps 3:1 and darkens: held colours go together, the others stay', () => {
    const mix = { amber: 3, red: 1, black: 0.2 };
    expect(withHeldRatio(mix, ['amber', 'red'], { id: 'amber', to: 4.5 })).toEqual({
      amber: 4.5,
      red: 1.5,
      black: 0.2,
    });
    expect(withHeldRatio(mix, ['amber', 'red'], { id: 'black', to: 0.4 })).toEqual({ ...mix, black: 0.4 });
    // At the edge of what dissolves the ratio is kept all the same.
    expect(withHeldRatio(mix, ['amber', 'red'], { id: 'red', to: 9 }, { most: { amber: 6 } })).toMatchObject({
      amber: 6,
      red: 2,
    });
    expect(withHeldRatio({ a: 0.5, b: 0.25 }, ['a', 'b'], { id: 'a', to: 0.9 }, { most: {}, whole: 1 })).toEqual({
      a: expect.closeTo(2 / 3, 9),
      b: expect.closeTo(1 / 3, 9),
    });
  });
  it('in a full pot the others give way in their ratio', () => {
    expect(withinPot({ a: 0.6, b: 0.2, c: 0.2 }, { id: 'b', to: 0.6 })).toEqual({
      a: expect.closeTo(0.3, 9),
      b: 0.6,
      c: expect.closeTo(0.1, 9),
    });
    expect(withinPot({ a: 0.3, b: 0.2 }, { id: 'b', to: 0.4 })).toEqual({ a: 0.3, b: 0.4 });
  });
});

describe('boxing cans', () => {
  const reading = (level: number) => Array.from({ length: 31 }, (_, i) => level * (0.6 + 0.012 * i));
  const can = (name: string, level: number, litres = 2, holds = 2.5) => ({
    name,
    litres,
    holds,
    reading: reading(level),
  });

  it('goes on until no two differ by more than the tolerance, and keeps what is in every can', () => {
    const cans = [can('A', 0.5), can('B', 0.42), can('C', 0.46, 1.5)];
    const { spread, transfers, done } = boxCans(cans, 0.5);
    expect(spread).toBeGreaterThan(2);
    expect(done).toBe(true);
    expect(transfers.at(-1)?.spread).toBeLessThanOrEqual(0.5);
    const litres: Record<string, number> = { A: 2, B: 2, C: 1.5 };
    for (const t of transfers) {
      litres[t.from] = (litres[t.from] ?? 0) - t.litres;
      litres[t.to] = (litres[t.to] ?? 0) + t.litres;
      expect(Math.max(...Object.values(litres))).toBeLessThanOrEqual(2.5 + 1e-9);
      expect(Math.min(...Object.values(litres))).toBeGreaterThanOrEqual(0);
    }
    expect(Object.values(litres)).toEqual([2, 2, 1.5].map((l) => expect.closeTo(l, 9)));
  });
  it('the first pour is between the two that differ most', () => {
    const { transfers } = boxCans([can('A', 0.5), can('B', 0.42), can('C', 0.49)], 0.5);
    expect([nth(transfers, 0).from, nth(transfers, 0).to].sort()).toEqual(['A', 'B']);
  });
  it('is nothing to do where they are alike, and says what is missing', () => {
    expect(boxCans([can('A', 0.5), can('B', 0.5)], 0.5)).toMatchObject({ transfers: [], done: true });
    expect(() => boxCans([can('A', 0.5, 2, 2), can('B', 0.4, 2, 2)], 0.5)).toThrow('No can has room');
    expect(() => boxCans([can('A', 0.5)], 0.5)).toThrow('two cans at least');
    expect(() => boxCans([can('A', 0.5, 3), can('B', 0.4)], 0.5)).toThrow('cannot hold less than is in it');
  });
});

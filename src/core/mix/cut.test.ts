import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutByHeight, flakesFor, heightFor, spiritToThin } from './cut.ts';

describe('cuts of shellac', () => {
  it('a one-pound cut is about 120 g of flakes to a litre of spirit (common practice), in proportion', () => {
    expect(flakesFor(1, 1)).toBeCloseTo(120, 0);
    expect(flakesFor(2, 0.5)).toBeCloseTo(flakesFor(1, 1), 9);
    // A pound to a gallon of 231 cubic inches, exactly (NIST Handbook 44, appendix C).
    expect(flakesFor(1, 3.785411784)).toBeCloseTo(453.59237, 6);
  });
  it('thinned are the cut that their flakes make with all the spirit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 4, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (from, share) => {
          const to = from * share;
          const added = spiritToThin(from, to);
          // A litre of the cut holds so much spirit and so many flakes.
          const spirit = 1 / (1 + flakesFor(from, 1) / 1100);
          expect(flakesFor(from, spirit) / flakesFor(1, spirit + added)).toBeCloseTo(to, 9);
        },
      ),
    );
    expect(spiritToThin(2, 2)).toBe(0);
    expect(spiritToThin(2, 1)).toBeLessThan(1);
  });
  it('are refused where they make no sense', () => {
    expect(() => spiritToThin(1, 2)).toThrow('cannot be thinned');
    expect(() => flakesFor(0, 1)).toThrow('more than nothing');
    expect(() => flakesFor(2, -1)).toThrow('How much spirit');
  });
});

describe('the volume rule (common practice)', () => {
  it('loose flakes to half the fill line are about two pounds, the same height ground about three', () => {
    expect(cutByHeight(0.5, 'loose')).toBe(2);
    expect(cutByHeight(0.5, 'ground')).toBe(3);
    expect(heightFor(1, 'loose')).toBe(0.25);
  });
  it('goes no higher than the line', () => {
    expect(() => cutByHeight(1.2, 'loose')).toThrow('between the bottom and the line');
    expect(() => heightFor(5, 'loose')).toThrow('cannot be made by height');
  });
});

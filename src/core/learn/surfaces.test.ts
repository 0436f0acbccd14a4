import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COLOURS, MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict } from '../board/index.ts';
import { BANDS, type Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { newLayer } from '../layers/layer.ts';
import { COATED, SEALED, type Surface, throughSurface, underSurface } from '../optics/surface.ts';
import { AMBERS, type CoatSample, fitCoat, fitSurfaces, tintOf, usualSurface } from './surfaces.ts';

const UNDER: Surface = { k1: 0, k2: 0.1 };
const WOODS = [
  [82, 4, 16],
  [50, 15, 22],
  [34, 9, 12],
].map((lab) => reflectanceFromLab(lab as [number, number, number]));
const coated = (before: Spectrum, surface: Surface, tint: readonly number[], coats = 1): CoatSample => ({
  before,
  under: UNDER,
  coats,
  after: before.map((r, i) => throughSurface(underSurface(r, UNDER) * Math.exp(-2 * coats * tint[i]), surface)),
});

describe('a clear fitted to boards read before and after it', () => {
  it('is the clear that made them', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.025, max: 0.05, noNaN: true }),
        fc.double({ min: 0.48, max: 0.65, noNaN: true }),
        fc.constantFrom('water-clear', 'slightly warm', 'amber' as const),
        fc.integer({ min: 1, max: 3 }),
        (k1, k2, amber, coats) => {
          const surface = { k1, k2 };
          const fitted = fitCoat(
            WOODS.map((wood) => coated(wood, surface, tintOf(amber as keyof typeof AMBERS), coats)),
            COATED,
          );
          expect(Math.abs(fitted.surface.k2 - k2)).toBeLessThan(0.08);
          expect(fitted.tint[0]).toBeCloseTo(AMBERS[amber as keyof typeof AMBERS], 1);
          expect(Math.max(...fitted.fitError)).toBeLessThan(0.6);
        },
      ),
      { numRuns: 25 },
    );
  });
  it('from one board stays near the usual; more boards move it', () => {
    const surface = { k1: 0.05, k2: 0.66 };
    const samples = WOODS.map((wood) => coated(wood, surface, tintOf('water-clear')));
    const off = (count: number) => Math.abs(fitCoat(samples.slice(0, count), SEALED).surface.k2 - surface.k2);
    expect(off(3)).toBeLessThan(off(1) + 1e-3);
    expect(off(3)).toBeLessThan(0.05);
  });
  it('is refused when the boards are not before and after one clear', () => {
    const [pale, , dark] = WOODS;
    const pair = (before: Spectrum, after: Spectrum): CoatSample => ({ before, under: UNDER, coats: 1, after });
    expect(() => fitCoat([], COATED)).toThrow('One board at least');
    expect(() => fitCoat([pair(dark, pale)], COATED)).toThrow('readings swapped?');
    expect(() => fitCoat([pair(pale, dark)], COATED)).toThrow('another board?');
    const blue = pale.map((r, i) => r * (i > 15 ? 0.7 : 0.98));
    expect(() => fitCoat([coated(pale, COATED, tintOf('amber')), pair(pale, blue)], COATED)).toThrow('do not agree');
  });
  it('before any board has the usual values of its kind: an amber one is yellower than a water-clear (common practice)', () => {
    expect(usualSurface('clear')).toBe(COATED);
    expect(usualSurface('sealer')).toBe(SEALED);
    const yellow = (amber: keyof typeof AMBERS) => labOf(coated(WOODS[0], COATED, tintOf(amber), 2).after)[2];
    const ambers = (Object.keys(AMBERS) as (keyof typeof AMBERS)[]).map(yellow);
    expect(ambers).toEqual([...ambers].sort((a, b) => a - b));
    for (const amber of Object.keys(AMBERS)) expect(tintOf(amber as keyof typeof AMBERS)).toHaveLength(BANDS);
  });
});

describe('the surfaces of a shop', () => {
  it('are found from boards read before and after the clear', () => {
    const clear = { ...MATERIALS.mediums.clear, k1: 0.045, k2: 0.6 };
    const materials = { ...MATERIALS, mediums: { ...MATERIALS.mediums, clear } };
    const flat = { ...WOOD, tissues: [{ ...WOOD.tissues[0], fraction: 1 }] };
    const samples = [1, 4, 12].flatMap((strength) =>
      COLOURS.slice(0, 3).map(({ id }) => {
        const looks = predict(
          [
            newLayer('dye', { colours: { [id]: strength } }),
            newLayer('clear', { medium: 'clear', settings: { coats: 1 } }),
          ],
          flat,
          materials,
        );
        return { bare: looks[1].reading, sealed: null, coated: looks[2].reading };
      }),
    );
    const fit = fitSurfaces(samples);
    expect(fit.coated.k1).toBeCloseTo(0.045, 2);
    expect(Math.abs(fit.coated.k2 - 0.6)).toBeLessThan(0.04);
  });
});

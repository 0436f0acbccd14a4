import { describe, expect, it } from 'vitest';
import { absorptionRatio, filmOver, infiniteReflectance } from './kubelka-munk.ts';
import { COATED, throughSurface, underSurface, WET } from './surface.ts';

/*
 * The optics against what is published. Tables are quoted from memory; each follows from its source's own formula, which
 * stands beside it, so a slip of memory would show.
 */

describe('Kubelka–Munk function, table of K/S against R (Judd and Wyszecki, Color in Business, Science and Industry, 3rd ed. 1975, appendix)', () => {
  it.each([
    [0.9, 0.0056],
    [0.8, 0.025],
    [0.7, 0.0643],
    [0.6, 0.1333],
    [0.5, 0.25],
    [0.4, 0.45],
    [0.3, 0.8167],
    [0.2, 1.6],
    [0.1, 4.05],
    [0.05, 9.025],
    [0.02, 24.01],
    [0.01, 49.005],
  ])('R %f is K/S %f', (reflectance, ratio) => {
    expect(absorptionRatio(reflectance)).toBeCloseTo(ratio, 4);
    expect(infiniteReflectance(ratio)).toBeCloseTo(reflectance, 3);
  });
});

describe('films (Kubelka, New contributions to the optics of intensely light-scattering materials, I 1948 and II 1954)', () => {
  const films = [
    [0.3, 0.8, 0.5],
    [2, 0.1, 0.4],
    [0.05, 3, 0.9],
    [1e-5, 1, 0.2],
  ] as const;

  it('without absorption: R = ((1 - Rg) SX + Rg) / ((1 - Rg) SX + 1), 1948', () => {
    for (const scatter of [0.1, 0.7, 2, 9])
      for (const ground of [0, 0.2, 0.8]) {
        const wanted = ((1 - ground) * scatter + ground) / ((1 - ground) * scatter + 1);
        expect(filmOver(0, scatter, ground)).toBeCloseTo(wanted, 6);
      }
  });
  it('two films of one stuff are one film of both thicknesses', () => {
    for (const [k, s, ground] of films)
      expect(filmOver(0.3 * k, 0.3 * s, filmOver(0.7 * k, 0.7 * s, ground))).toBeCloseTo(filmOver(k, s, ground), 9);
  });
  it('a film over a ground is R0 + T^2 Rg / (1 - R0 Rg), 1954, with one T whatever the ground', () => {
    for (const [k, s] of films) {
      const overBlack = filmOver(k, s, 0);
      const passed = (ground: number) => ((filmOver(k, s, ground) - overBlack) * (1 - overBlack * ground)) / ground;
      expect(passed(0.9)).toBeCloseTo(passed(0.1), 6);
      expect(passed(0.5)).toBeLessThan((1 - overBlack) ** 2);
      expect(passed(0.5)).toBeGreaterThan(0);
    }
  });
});

describe('scattering and absorption back from a sheet over black and from a pile of it (ISO 9416, SCAN-P 8)', () => {
  it('S X = ln((1 - R0 Roo) / (1 - R0 / Roo)) / (1/Roo - Roo), K = S (1 - Roo)^2 / 2 Roo', () => {
    for (const [k, s] of [
      [0.2, 1.5],
      [0.6, 0.6],
      [1.8, 0.9],
    ]) {
      const sheet = filmOver(k, s, 0);
      const pile = filmOver(300 * k, 300 * s, 0);
      const scatter = Math.log((1 - sheet * pile) / (1 - sheet / pile)) / (1 / pile - pile);
      expect(scatter).toBeCloseTo(s, 6);
      expect((scatter * (1 - pile) ** 2) / (2 * pile)).toBeCloseTo(k, 6);
    }
  });
});

/** Fresnel reflectance of unpolarised light going from index 1 into n at an angle whose cosine is given. */
function fresnel(cosine: number, n: number): number {
  const inside = Math.sqrt(1 - (1 - cosine * cosine) / (n * n));
  const across = (cosine - n * inside) / (cosine + n * inside);
  const along = (n * cosine - inside) / (n * cosine + inside);
  return (across * across + along * along) / 2;
}
/** The same for perfectly diffuse light: the mean over the hemisphere, weighted by the cosine. */
function diffuseFresnel(n: number): number {
  const steps = 20_000;
  let sum = 0;
  for (let i = 0; i < steps; i++) {
    const cosine = (i + 0.5) / steps;
    sum += (2 * cosine * fresnel(cosine, n)) / steps;
  }
  return sum;
}

describe('surfaces', () => {
  it('straight on, n 1.5 mirrors 4 % (Fresnel), which is the k1 of a built clear (Saunderson 1942)', () => {
    expect(fresnel(1, 1.5)).toBeCloseTo(0.04, 12);
    expect(COATED.k1).toBe(0.04);
    expect(fresnel(1, 1.35)).toBeCloseTo(WET.k1, 3);
  });
  it('diffuse light on n 1.5: 0.0918 outside and 0.596 inside (Walsh 1926; Judd, J. Res. NBS 29, 1942, RP1504)', () => {
    const outside = diffuseFresnel(1.5);
    expect(outside).toBeCloseTo(0.0918, 4);
    const inside = 1 - (1 - outside) / 1.5 ** 2;
    expect(inside).toBeCloseTo(0.596, 3);
    // What is in use for a clear is lower, as Saunderson found too: light inside a film is not perfectly diffuse.
    expect(COATED.k2).toBeLessThan(inside);
    expect(COATED.k2).toBeGreaterThan(0.4);
  });
  it('diffuse light on water, n 1.333: 0.066 outside (Walsh 1926), which puts wet wood between bare and clear', () => {
    const outside = diffuseFresnel(1.333);
    expect(outside).toBeCloseTo(0.066, 3);
    expect(WET.k2).toBeLessThan(COATED.k2);
    expect(WET.k2).toBeCloseTo(1 - (1 - outside) / 1.333 ** 2, 1);
  });
  it('with k1 0.04 and k2 0.6 the constants of Saunderson 1942: grey steps worked by hand from his equation', () => {
    const plastic = { k1: 0.04, k2: 0.6 };
    // R = k1 + (1 - k1)(1 - k2) p / (1 - k2 p)
    for (const [internal, reading] of [
      [0, 0.04],
      [0.1, 0.0809],
      [0.25, 0.1529],
      [0.5, 0.3143],
      [0.75, 0.5636],
      [0.9, 0.7913],
      [1, 1],
    ]) {
      expect(throughSurface(internal, plastic)).toBeCloseTo(reading, 4);
      expect(underSurface(reading, plastic)).toBeCloseTo(internal, 3);
    }
  });
});

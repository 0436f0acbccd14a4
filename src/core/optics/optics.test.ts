import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rawMean, scaleToBoard, type Wood } from '../board/wood.ts';
import { BANDS } from '../colour/grid.ts';
import { absorptionRatio, filmOver, infiniteReflectance } from './kubelka-munk.ts';
import { COATED, throughSurface, underSurface } from './surface.ts';

const share = (min = 0.001, max = 0.999) => fc.double({ min, max, noNaN: true });

/**
 * The two-flux differential equations (Kubelka and Munk 1931), dj/dx = -(K+S) j + S i and di/dx = (K+S) i - S j,
 * integrated as the Riccati equation of r = j/i by Runge-Kutta: independent of the closed form.
 */
function filmByIntegration(K: number, S: number, ground: number, thickness: number): number {
  const slope = (r: number) => S - 2 * (K + S) * r + S * r * r;
  const steps = 4000;
  const h = thickness / steps;
  let r = ground;
  for (let i = 0; i < steps; i++) {
    const k1 = slope(r);
    const k2 = slope(r + (h * k1) / 2);
    const k3 = slope(r + (h * k2) / 2);
    const k4 = slope(r + h * k3);
    r += (h * (k1 + 2 * k2 + 2 * k3 + k4)) / 6;
  }
  return r;
}

describe('Kubelka–Munk', () => {
  it('K/S goes there and back', () => {
    fc.assert(
      fc.property(share(), (r) => {
        expect(infiniteReflectance(absorptionRatio(r))).toBeCloseTo(r, 9);
      }),
    );
  });
  it('worked values by hand: R 0.5 is K/S 0.25, R 0.1 is 4.05, R 0.8 is 0.025', () => {
    expect(absorptionRatio(0.5)).toBeCloseTo(0.25, 12);
    expect(absorptionRatio(0.1)).toBeCloseTo(4.05, 12);
    expect(absorptionRatio(0.8)).toBeCloseTo(0.025, 12);
  });
  it('the film agrees with the two-flux equations integrated numerically', () => {
    const value = (max: number) => fc.double({ min: 0, max, noNaN: true });
    fc.assert(
      fc.property(value(4), value(4), share(), value(2), (k, s, g, x) => {
        expect(filmOver(k * x, s * x, g)).toBeCloseTo(filmByIntegration(k, s, g, x), 6);
      }),
      { numRuns: 60 },
    );
  });
  it('an infinite film is the K/S of the equations at rest', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 8, noNaN: true }), share(), (ratio, g) => {
        expect(filmOver(ratio * 400, 400, g)).toBeCloseTo(infiniteReflectance(ratio), 6);
        expect(filmByIntegration(ratio, 1, g, 60)).toBeCloseTo(infiniteReflectance(ratio), 4);
      }),
      { numRuns: 20 },
    );
  });
  it('limits: no thickness leaves the ground; no scatter is Beer–Lambert; no absorption is S/(1+S) over black', () => {
    fc.assert(
      fc.property(share(), fc.double({ min: 1e-9, max: 20, noNaN: true }), (g, x) => {
        expect(filmOver(0, 0, g)).toBeCloseTo(g, 12);
        expect(filmOver(x, 0, g)).toBeCloseTo(g * Math.exp(-2 * x), 9);
        expect(filmOver(0, x, 0)).toBeCloseTo(x / (1 + x), 5);
      }),
    );
  });
  it('stays finite between 0 and 1 from nothing to a metre of paint', () => {
    const wide = fc.double({ min: 0, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(wide, wide, share(), (k, s, g) => {
        const r = filmOver(k, s, g);
        expect(r >= -1e-9 && r <= 1 + 1e-9).toBe(true);
      }),
    );
  });
});

describe('Saunderson surface', () => {
  it('goes there and back', () => {
    fc.assert(
      fc.property(share(), (rho) => {
        expect(underSurface(throughSurface(rho, COATED), COATED)).toBeCloseTo(rho, 9);
      }),
    );
  });
  it('closed cases: a perfect white body reads white, a black one only the gloss (Saunderson 1942)', () => {
    expect(throughSurface(1, { k1: 0.04, k2: 0.6 })).toBeCloseTo(1, 12);
    expect(throughSurface(0, { k1: 0.04, k2: 0.6 })).toBeCloseTo(0.04, 12);
    // 0.04 + 0.96 * 0.4 * 0.5 / (1 - 0.6 * 0.5), worked by hand.
    expect(throughSurface(0.5, { k1: 0.04, k2: 0.6 })).toBeCloseTo(0.3142857, 6);
  });
});

describe('a board of its species', () => {
  const wood: Wood = {
    id: 'test',
    name: 'Test',
    figure: 'birch',
    tannin: 0,
    tissues: [
      { name: 'ground', fraction: 0.7, reflectance: new Array(BANDS).fill(0.5), dye: 1, hold: 1 },
      { name: 'grain', fraction: 0.3, reflectance: new Array(BANDS).fill(0.3), dye: 1, hold: 1 },
    ],
  };
  it('reads on average as it was read, and its dark tissue stays the darker', () => {
    fc.assert(
      fc.property(share(0.02, 0.95), (reading) => {
        const board = scaleToBoard(wood, new Array(BANDS).fill(reading));
        expect(rawMean(board)[10]).toBeCloseTo(reading, 7);
        expect(board.tissues[1].reflectance[10]).toBeLessThan(board.tissues[0].reflectance[10]);
      }),
    );
  });
  it('refuses a raw reading that is no reflectance', () => {
    expect(() => scaleToBoard(wood, new Array(BANDS).fill(Number.NaN))).toThrow('raw reading');
  });
});

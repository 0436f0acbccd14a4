import { BANDS, spectrum, WAVELENGTHS } from '../colour/grid.ts';
import { minimise } from '../least-squares.ts';
import { filmOver } from '../optics/kubelka-munk.ts';
import { SEALED, type Surface, throughSurface, underSurface } from '../optics/surface.ts';
import { BANDS_PER_ERROR, fitErrors, type Profile, SMOOTHNESS, smoothCurve } from './profile.ts';
import type { LadderRung } from './rungs.ts';

/** Mean reading of one band of a rung, in reflectance: spots, noise and what the model has not. */
const BAND_ERROR = 0.005;
/** One wiped film against another, in log of thickness. */
const FILM_HAND = 0.07;
/** How far scatter strays from a power law of the wavelength, in log; and before any law is known. */
const SCATTER_STRAYS = 0.25;
const SCATTER_UNKNOWN = 2;
const PASSES = 4;
const EVEN = spectrum().fill(1);

/** Scatter as a power law of the wavelength, `level` (550 nm / wavelength)^`slope`. */
type ScatterLaw = readonly [level: number, slope: number];
const scatterAt = ([level, slope]: ScatterLaw, i: number) => level * (550 / WAVELENGTHS[i]) ** slope;

/** The power law nearest to a scatter curve, each band with its weight; a slope of 0-2 is what pigments show. */
function scatterLaw(scatter: Float64Array, weight: Float64Array): ScatterLaw {
  const x = Float64Array.from(WAVELENGTHS, (nm) => Math.log(550 / nm));
  const y = scatter.map((s) => Math.log(s + 1e-3));
  const total = weight.reduce((a, b) => a + b, 1e-9);
  const mean = (v: Float64Array) => v.reduce((sum, q, i) => sum + weight[i] * q, 0) / total;
  const [mx, my] = [mean(x), mean(y)];
  const rise = x.reduce((sum, q, i) => sum + weight[i] * (q - mx) * (y[i] - my), 0);
  const run = x.reduce((sum, q, i) => sum + weight[i] * (q - mx) ** 2, 0);
  const slope = Math.min(2, Math.max(0, rise / (run + 0.01 * total)));
  return [Math.exp(my - slope * mx), slope];
}

/**
 * Profile of a pigment from a ladder of glazes over a sealed board: K X and S X per band, non-negative and smooth, by
 * Levenberg-Marquardt on the film over the board as it was read before. No two films are wiped alike, so each rung has a
 * thickness of its own about the usual one. On one ground K and S part only where the film hides some of it; there and
 * everywhere S is drawn towards a power law of the wavelength, fitted where the readings do tell. A rung on a dark
 * ground tells everywhere.
 * @param surface the sealed surface that the readings after were taken through
 * @param before the surface of the readings before, when they are of the bare board
 * The ladder makes sense: see {@link fitLadder}.
 */
export function fitPigmentLadder(
  asRead: readonly LadderRung[],
  surface: Surface = SEALED,
  before: Surface = surface,
): Profile & { scatter: number[] } {
  const ground = asRead.map((rung) => rung.before.map((r) => underSurface(r, before)));
  const rungs = asRead.map((rung, r) => ({ ...rung, before: ground[r].map((rho) => throughSurface(rho, surface)) }));
  /** What a film of absorption k and scatter s reads over the ground of rung r, in band i; and how far off that is. */
  const read = (k: number, s: number, film: number, r: number, i: number) => {
    const { strength, beside } = rungs[r];
    // The other colours of the pot lie in the same film, as thick or thin.
    const wiped = film / strength;
    const also = beside ? [wiped * beside.absorption[i], wiped * beside.scatter[i]] : [0, 0];
    return throughSurface(filmOver(k * film + also[0], s * film + also[1], ground[r][i]), surface);
  };
  const off = (k: number, s: number, film: number, r: number, i: number) =>
    (read(k, s, film, r, i) - rungs[r].after[i]) / BAND_ERROR;

  const absorption = spectrum().fill(5);
  const scatter = spectrum().fill(1);
  const films = rungs.map((rung) => rung.strength);
  let law: ScatterLaw = [1, 0.5];
  for (let pass = 0; pass < PASSES; pass++) {
    const told = spectrum();
    for (let i = 0; i < BANDS; i++) {
      const residuals = (k: number, s: number) => films.map((film, r) => off(k, s, film, r, i));
      const strays = pass === 0 ? SCATTER_UNKNOWN : SCATTER_STRAYS;
      [absorption[i], scatter[i]] = fitBand(residuals, [absorption[i], scatter[i]], scatterAt(law, i), strays);
      const precision = scatterPrecision(residuals, absorption[i], scatter[i]);
      told[i] = precision / (1 + precision);
    }
    law = scatterLaw(scatter, told);
    rungs.forEach(({ strength }, r) => {
      films[r] = fitFilm((film, i) => off(absorption[i], scatter[i], film, r, i), films[r], strength);
    });
  }
  const k = smoothCurve(absorption, EVEN, SMOOTHNESS);
  const s = smoothCurve(scatter, EVEN, SMOOTHNESS * 5);
  // The fit is judged by the strengths as mixed: what the hand varies is part of the miss.
  const fitted = rungs.map(({ strength }, r) => k.map((_, i) => read(k[i], s[i], strength, r, i)));
  return { absorption: Array.from(k), scatter: Array.from(s), exponent: 1, ...fitErrors(rungs, fitted) };
}

/** K and S of one band from what they leave unexplained of every rung, S drawn towards the usual one. */
function fitBand(
  residuals: (k: number, s: number) => number[],
  start: readonly [number, number],
  usual: number,
  strays: number,
): Float64Array {
  const count = residuals(...start).length;
  return minimise({
    residuals: ([k, s], out) => {
      out.set(residuals(k, s));
      out[count] = Math.log((s + 0.02) / (usual + 0.02)) / strays;
      out[count + 1] = 0.02 * k;
    },
    residualCount: count + 2,
    start,
    lower: [0, 0],
    upper: [500, 200],
    maxIterations: 40,
  }).x;
}

/** The film of one rung (strength times thickness) from all its bands, drawn towards its strength as mixed. */
function fitFilm(off: (film: number, band: number) => number, start: number, strength: number): number {
  const { x } = minimise({
    residuals: ([log], out) => {
      for (let i = 0; i < BANDS; i++) out[i] = off(strength * Math.exp(log), i) / Math.sqrt(BANDS_PER_ERROR);
      out[BANDS] = log / FILM_HAND;
    },
    residualCount: BANDS + 1,
    start: [Math.log(start / strength)],
    lower: [-0.5],
    upper: [0.5],
  });
  return strength * Math.exp(x[0]);
}

/** How well rungs tell log S when K is unknown too: the Schur complement of their normal equations. */
function scatterPrecision(residuals: (k: number, s: number) => number[], k: number, s: number): number {
  const at = residuals(k, s);
  const [dk, ds] = [0.01 * k + 1e-4, 0.01 * s + 1e-4];
  const byK = residuals(k + dk, s).map((v, r) => (v - at[r]) / dk);
  const byLogS = residuals(k, s + ds).map((v, r) => ((v - at[r]) * s) / ds);
  const dot = (a: number[], b: number[]) => a.reduce((sum, v, r) => sum + v * b[r], 0);
  return Math.max(0, dot(byLogS, byLogS) - dot(byLogS, byK) ** 2 / (dot(byK, byK) + 4e-4));
}

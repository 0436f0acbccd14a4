import { deltaE00 } from '../colour/difference.ts';
import { BANDS, type Spectrum, spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import type { ColourantKind } from '../layers/materials.ts';
import { absorptionRatio, filmOver, infiniteReflectance } from '../optics/kubelka-munk.ts';
import { BARE, SEALED, type Surface, throughSurface, underSurface } from '../optics/surface.ts';
import { minimise } from './least-squares.ts';

/** One rung: a board of the same wood, read raw and with one coat at this strength. */
export interface Rung {
  /** g/L, or mass fraction of a glaze. */
  strength: number;
  before: Spectrum;
  after: Spectrum;
}

export interface DyeProfile {
  absorption: number[];
  exponent: number;
  /** CIEDE2000 of the fit at each rung. */
  fitError: number[];
  /** Root-mean-square error of reflectance per band. */
  bandError: number[];
}

const EXPONENTS = Array.from({ length: 26 }, (_, i) => 0.6 + 0.02 * i);
const USUAL_EXPONENT = 0.88;
const EXPONENT_PRIOR = 0.1;
const SMOOTHNESS = 0.02;
/** A rung must change the board by this much to say anything. */
const LEAST_CHANGE = 0.5;
/** A stronger rung may change the board a little less (boards vary, films turn), but not plainly less. */
const MIXED_UP = 0.7;

/** Smoothed curve: least squared second difference beside the data, non-negative. */
export function smoothCurve(curve: Float64Array, weight: Float64Array, smoothness: number): Float64Array {
  const out = Float64Array.from(curve, (v) => Math.max(0, v));
  // Gauss-Seidel on (W + s D'D) x = W y with projection at zero.
  const at = (i: number) => out[Math.min(BANDS - 1, Math.max(0, i))];
  for (let sweep = 0; sweep < 60; sweep++)
    for (let i = 0; i < BANDS; i++) {
      const edge = i < 2 || i > BANDS - 3;
      const neighbours = edge
        ? (at(i - 1) + at(i + 1)) / 2
        : (4 * (out[i - 1] + out[i + 1]) - out[i - 2] - out[i + 2]) / 6;
      const s = smoothness * (edge ? 2 : 6);
      out[i] = Math.max(0, (weight[i] * curve[i] + s * neighbours) / (weight[i] + s));
    }
  return out;
}

/** What is wrong with a ladder, in a sentence; null when it will do. */
export function ladderTrouble(rungs: readonly Rung[], maxStrength: number): string | null {
  if (rungs.length < 2) return 'One rung tells nothing of strength: make at least two, better three.';
  const sorted = [...rungs].sort((p, q) => p.strength - q.strength);
  for (const r of sorted)
    if (!(r.strength > 0) || r.strength > maxStrength * 1.001)
      return `A strength of ${r.strength} lies outside 0–${maxStrength}: check the unit.`;
  const change = sorted.map((r) => deltaE00(labOf(r.before), labOf(r.after)));
  for (let i = 1; i < sorted.length; i++) {
    if (sorted[i].strength < sorted[i - 1].strength * 1.2)
      return 'Two rungs have nearly the same strength: space them by a factor of two or so.';
    if (change[i] < MIXED_UP * change[i - 1])
      return `The board at ${sorted[i].strength} changed less than the one at ${sorted[i - 1].strength}: labels mixed up?`;
  }
  if (change[sorted.length - 1] < LEAST_CHANGE) return 'The strongest rung hardly changed the board.';
  return null;
}

/**
 * Absorption profile of a dye from a ladder: K/S added per band against strength^p, by weighted least squares with
 * a(λ) >= 0 and a smooth curve, p searched over 0.6-1.1 with a mild prior.
 * @throws FieldError with a plain reason when the ladder is nonsense
 */
export function fitDyeLadder(rungs: readonly Rung[], maxStrength: number, surface: Surface = BARE): DyeProfile {
  const trouble = ladderTrouble(rungs, maxStrength);
  if (trouble) throw new FieldError('ladder', trouble);
  const ratio = (s: Spectrum, i: number) => absorptionRatio(underSurface(s[i], surface));
  let best: { cost: number; exponent: number; absorption: Float64Array } | null = null;
  for (const exponent of EXPONENTS) {
    const curve = spectrum();
    const weight = spectrum();
    let cost = ((exponent - USUAL_EXPONENT) / EXPONENT_PRIOR) ** 2 * 1e-4;
    for (let i = 0; i < BANDS; i++) {
      let top = 0;
      for (const rung of rungs) {
        const amount = rung.strength ** exponent;
        const k = ratio(rung.after, i);
        const w = 1 / (0.02 + k) ** 2;
        top += w * amount * (k - ratio(rung.before, i));
        weight[i] += w * amount * amount;
      }
      curve[i] = top / weight[i];
    }
    const mean = weight.reduce((a, b) => a + b, 0) / BANDS;
    const absorption = smoothCurve(
      curve,
      weight.map((w) => w / mean),
      SMOOTHNESS,
    );
    for (const rung of rungs)
      for (let i = 0; i < BANDS; i++) {
        const k = ratio(rung.before, i) + absorption[i] * rung.strength ** exponent;
        const off = throughSurface(infiniteReflectance(k), surface) - rung.after[i];
        cost += off * off;
      }
    if (!best || cost < best.cost) best = { cost, exponent, absorption };
  }
  const { exponent, absorption } = best as NonNullable<typeof best>;
  const fitted = rungs.map((rung) =>
    Float64Array.from(rung.before, (_, i) =>
      throughSurface(infiniteReflectance(ratio(rung.before, i) + absorption[i] * rung.strength ** exponent), surface),
    ),
  );
  return {
    absorption: Array.from(absorption),
    exponent,
    fitError: fitted.map((f, k) => deltaE00(labOf(f), labOf(rungs[k].after))),
    bandError: Array.from({ length: BANDS }, (_, i) =>
      Math.sqrt(fitted.reduce((sum, f, k) => sum + (f[i] - rungs[k].after[i]) ** 2, 0) / rungs.length),
    ),
  };
}

/**
 * Profile of a pigment from a ladder of glazes over a sealed board: K X and S X per band, non-negative and smooth, by
 * Gauss-Newton on the film over the board as it was read before. On one ground K and S part only where the film hides
 * some of it, so S is drawn mildly towards a flat curve.
 * @param surface the sealed surface that the readings after were taken through
 * @param before the surface of the readings before, when they are of the bare board
 * @throws FieldError with a plain reason when the ladder is nonsense
 */
export function fitPigmentLadder(
  asRead: readonly Rung[],
  maxStrength: number,
  surface: Surface = SEALED,
  before: Surface = surface,
): DyeProfile & { scatter: number[] } {
  const rungs = asRead.map((rung) => ({
    ...rung,
    before: rung.before.map((r) => throughSurface(underSurface(r, before), surface)),
  }));
  const trouble = ladderTrouble(rungs, maxStrength);
  if (trouble) throw new FieldError('ladder', trouble);
  const absorption = spectrum();
  const scatter = spectrum();
  const read = (k: number, s: number, rung: Rung, i: number) =>
    throughSurface(filmOver(k * rung.strength, s * rung.strength, underSurface(rung.before[i], surface)), surface);
  let level = 1;
  for (let pass = 0; pass < 3; pass++) {
    for (let i = 0; i < BANDS; i++) {
      const start = pass === 0 ? [5, 1] : [absorption[i], scatter[i]];
      const fit = minimise(
        (x, out) => {
          rungs.forEach((rung, r) => {
            out[r] = (read(x[0], x[1], rung, i) - rung.after[i]) / 0.004;
          });
          out[rungs.length] = 0.5 * Math.log((x[1] + 0.02) / (level + 0.02));
          out[rungs.length + 1] = 0.02 * x[0];
        },
        start,
        [0, 0],
        [500, 200],
        rungs.length + 2,
        40,
      );
      absorption[i] = fit.x[0];
      scatter[i] = fit.x[1];
    }
    level = [...scatter].sort((a, b) => a - b)[BANDS >> 1];
  }
  const even = new Float64Array(BANDS).fill(1);
  const k = smoothCurve(absorption, even, SMOOTHNESS);
  const s = smoothCurve(scatter, even, SMOOTHNESS * 5);
  const fitted = rungs.map((rung) => Float64Array.from(rung.after, (_, i) => read(k[i], s[i], rung, i)));
  return {
    absorption: Array.from(k),
    scatter: Array.from(s),
    exponent: 1,
    fitError: fitted.map((f, r) => deltaE00(labOf(f), labOf(rungs[r].after))),
    bandError: Array.from({ length: BANDS }, (_, i) =>
      Math.sqrt(fitted.reduce((sum, f, r) => sum + (f[i] - rungs[r].after[i]) ** 2, 0) / rungs.length),
    ),
  };
}

/** The surfaces that a ladder was read through, where they differ from the usual. */
export interface LadderSurfaces {
  bare?: Surface;
  /** Of the sealed board that pigments are laddered on; readings `before` are of the bare board when it is given. */
  sealed?: Surface;
}

/** The profile that a colourant's kind asks for: one curve for colour in the wood, two for colour in a film. */
export function fitLadder(
  kind: ColourantKind,
  rungs: readonly Rung[],
  maxStrength: number,
  surfaces: LadderSurfaces = {},
): { profile: DyeProfile; scatter: number[] } {
  if (kind === 'pigment') {
    const { scatter, ...profile } = fitPigmentLadder(rungs, maxStrength, surfaces.sealed, surfaces.bare);
    return { profile, scatter };
  }
  return { profile: fitDyeLadder(rungs, maxStrength, surfaces.bare), scatter: new Array<number>(BANDS).fill(0) };
}

/** A useful ladder has a rung near each of these shares of the strongest mix. */
const USEFUL_RUNGS = [0.06, 0.2, 0.6];
const NEAR_RUNG = 1.8;

/** Strengths that a ladder still wants. */
export const rungsToMake = (made: readonly number[], maxStrength: number): number[] =>
  USEFUL_RUNGS.map((share) => share * maxStrength).filter(
    (wanted) => !made.some((s) => s < wanted * NEAR_RUNG && s > wanted / NEAR_RUNG),
  );

import { BANDS, checkSpectrum, type Spectrum, spectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import { absorptionRatio, infiniteReflectance } from './kubelka-munk.ts';
import { BARE, type Surface, throughSurface, underSurface } from './surface.ts';

export const FIGURES = ['straight', 'cathedral', 'rays', 'pores'] as const;
export type Figure = (typeof FIGURES)[number];
export const TISSUE_NAMES = ['ground', 'grain', 'pore'] as const;
export type TissueName = (typeof TISSUE_NAMES)[number];

/** One kind of tissue of a species: how much of the face, its raw reading, and how it takes colour. */
export interface Tissue {
  name: TissueName;
  /** Share of the face, 0-1; a wood's fractions add to 1. */
  fraction: number;
  /** Raw reading, specular included, 31 values. */
  reflectance: readonly number[];
  /** Uptake of dye, 1 = the species' usual. */
  dye: number;
  /** Film of pigment it holds after wiping, 1 = flat ground. */
  hold: number;
}

/** How much tannin, and so how a reactive colour takes: maple 0, red oak 2, white oak 3. */
export type TanninClass = 0 | 1 | 2 | 3;

export interface Wood {
  id: string;
  name: string;
  figure: Figure;
  tannin: TanninClass;
  /** Saunderson k2 of its sanded surface where the shop has fitted it; else that of {@link BARE}. */
  bareK2?: number;
  tissues: readonly Tissue[];
}

/** Refuses a wood whose tissues are no tissues. @throws FieldError naming the field */
export function checkWood(wood: Wood): void {
  if (wood.tissues.length === 0) throw new FieldError('tissues', `${wood.name} has no tissue.`);
  wood.tissues.forEach(({ reflectance, fraction, dye, hold }, i) => {
    checkSpectrum(reflectance, `tissues.${i}.reflectance`, `The reading of ${wood.name}`);
    for (const [key, value] of Object.entries({ fraction, dye, hold }))
      if (!(Number.isFinite(value) && value >= 0))
        throw new FieldError(`tissues.${i}.${key}`, `${wood.name}: ${key} must be zero or more.`);
  });
}

/** The sanded surface of a wood. */
export const bareSurface = (wood: Wood): Surface => ({ k1: BARE.k1, k2: wood.bareK2 ?? BARE.k2 });

/** Area average of the raw tissues: what an instrument reads on the species' mean board. */
export function rawMean(wood: Wood): Spectrum {
  const mean = spectrum();
  for (const t of wood.tissues) for (let i = 0; i < BANDS; i++) mean[i] += t.fraction * t.reflectance[i];
  return mean;
}

const NEWTON_STEPS = 30;

/**
 * The one factor on K/S of all tissues that makes their area average read `wanted` through a surface, for one band.
 * Newton on the logarithm of the factor; the mean falls steadily with it, so it always arrives.
 */
function bandFactor(ratios: readonly number[], fractions: readonly number[], wanted: number, surface: Surface): number {
  const mean = (factor: number) => {
    let sum = 0;
    for (let k = 0; k < ratios.length; k++)
      sum += fractions[k] * throughSurface(infiniteReflectance(ratios[k] * factor), surface);
    return sum;
  };
  let log = 0;
  for (let step = 0; step < NEWTON_STEPS; step++) {
    const now = mean(Math.exp(log));
    const slope = (mean(Math.exp(log + 1e-4)) - now) / 1e-4;
    const move = Math.min(1.5, Math.max(-1.5, (wanted - now) / Math.min(-1e-9, slope)));
    log = Math.min(12, Math.max(-12, log + move));
    if (Math.abs(move) < 1e-10) break;
  }
  return Math.exp(log);
}

/**
 * Internal reflectances of tissues scaled so that their area average reads as measured: K/S of every tissue times one
 * factor per band. Tissue differences keep their proportion.
 * @param internal tissues x 31
 * @param reading 31 values, specular included
 */
export function scaleToReading(
  internal: Float64Array,
  fractions: readonly number[],
  reading: ArrayLike<number>,
  surface: Surface,
): Float64Array {
  const factors = factorsToReading(internal, fractions, reading, surface);
  return internal.map((rho, c) => infiniteReflectance(absorptionRatio(rho) * factors[c % BANDS]));
}

/** The factors on K/S, one per band, that {@link scaleToReading} applies. */
export function factorsToReading(
  internal: Float64Array,
  fractions: readonly number[],
  reading: ArrayLike<number>,
  surface: Surface,
): Spectrum {
  const out = spectrum();
  for (let i = 0; i < BANDS; i++) {
    const ratios = fractions.map((_, t) => absorptionRatio(internal[t * BANDS + i]));
    out[i] = bandFactor(ratios, fractions, reading[i], surface);
  }
  return out;
}

/**
 * A species scaled to this board: its raw tissues agree with the board's own raw reading.
 * @param reading mean raw reading of the board, 31 values 0-1
 * @throws FieldError when the reading is no reflectance
 */
export function scaleToBoard(wood: Wood, reading: ArrayLike<number>): Wood {
  for (let i = 0; i < BANDS; i++)
    if (!(reading[i] > 0 && reading[i] < 1.2))
      throw new FieldError('raw', 'The raw reading of the board must be a reflectance between 0 and 1.');
  const internal = Float64Array.from(
    wood.tissues.flatMap((t) => t.reflectance.map((r) => underSurface(r, bareSurface(wood)))),
  );
  const fractions = wood.tissues.map((t) => t.fraction);
  const scaled = scaleToReading(internal, fractions, reading, bareSurface(wood));
  const tissues = wood.tissues.map((tissue, t) => ({
    ...tissue,
    reflectance: Array.from(scaled.subarray(t * BANDS, (t + 1) * BANDS), (rho) =>
      throughSurface(rho, bareSurface(wood)),
    ),
  }));
  return { ...wood, tissues };
}

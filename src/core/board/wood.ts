import { BANDS, checkSpectrum, type Spectrum, spectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import { absorptionRatio, infiniteReflectance } from '../optics/kubelka-munk.ts';
import { BARE, type Surface, throughSurface, underSurface } from '../optics/surface.ts';
import { charOf, type Preparation, shadeOf, USUAL_PREPARATION } from './preparation.ts';
import type { Anatomy, TissueName } from './tissues.ts';

/** Woods whose build the pictures know; a wood that is none of them takes the one that it is most like. */
export const FIGURES = [
  'ash',
  'oak',
  'elm',
  'beech',
  'birch',
  'maple',
  'curly-maple',
  'cherry',
  'walnut',
  'sapele',
  'mahogany',
  'teak',
  'alder',
  'pine',
  'spruce',
  'fir',
] as const;
export type Figure = (typeof FIGURES)[number];
/** What figures were called before they were named by the woods. */
export const OLD_FIGURES: Readonly<Record<string, Figure>> = {
  straight: 'birch',
  cathedral: 'ash',
  rays: 'beech',
  pores: 'oak',
};
/** How a board was sawn out of the stem. */
export const CUTS = ['flat', 'rift', 'quartered'] as const;
export type Cut = (typeof CUTS)[number];
/** Parts of a piece that take colour apart from one another. */
export const ZONES = ['face', 'edge', 'end', 'profile'] as const;
export type Zone = (typeof ZONES)[number];

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
  /** Flat-sawn where nobody said otherwise. */
  cut?: Cut;
  /** Mean width of its rings, mm; the usual of its figure when missing. */
  ringMm?: number | null;
  tannin: TanninClass;
  /** Saunderson k2 of its sanded surface where the shop has fitted it; else that of {@link BARE}. */
  bareK2?: number;
  /** Open-pored when it has pores, else fine, where nobody said otherwise. */
  anatomy?: Anatomy;
  /** Soft unevenness of its uptake over more than 10 mm: standard deviation of its logarithm. */
  blotch?: number;
  tissues: readonly Tissue[];
  /** Its tissues were scaled to a reading of a board that was prepared already: the preparation's own colour is in it. */
  prepared?: boolean;
}

/** Where nobody measured it: calm hardwoods. Pine, cherry, birch and maple reach 0.2-0.35. Common practice, no source. */
const USUAL_BLOTCH = 0.08;
export const blotchOf = (wood: Pick<Wood, 'blotch'>): number => wood.blotch ?? USUAL_BLOTCH;
/** Pores that show: the wood is not fine throughout. */
export const hasPores = ({ tissues }: Pick<Wood, 'tissues'>): boolean => tissues.some((t) => t.name === 'pore');
/** From here on a wood is known to blotch. Common practice, no source. */
const BLOTCHES = 0.18;
export const isBlotchy = (wood: Pick<Wood, 'blotch'>): boolean => blotchOf(wood) >= BLOTCHES;
export const anatomyOf = (wood: Pick<Wood, 'anatomy' | 'tissues'>): Anatomy =>
  wood.anatomy ?? (wood.tissues.some((t) => t.name === 'pore') ? 'open' : 'fine');

/**
 * What a tissue takes of a dye and holds of a wiped pigment beside the ground, before any board told: grain and pores
 * more, but the hard dark rings of a softwood less. Common practice, no source.
 */
export function usualTake(anatomy: Anatomy, tissue: string): Pick<Tissue, 'dye' | 'hold'> {
  if (tissue === 'grain') return anatomy === 'soft' ? { dye: 0.6, hold: 0.75 } : { dye: 1.25, hold: 1.1 };
  return tissue === 'pore' ? { dye: 1.5, hold: 1.3 } : { dye: 1, hold: 1 };
}

/** Highest reflectance that is believed: a bad white lifts some readings a little above 1. */
const BRIGHTEST = 1.2;
/** Fractions of the face are told to a hundredth. */
const SHARES_STRAY = 0.03;

/** Refuses a wood whose tissues are no tissues. @throws FieldError naming the field */
export function checkWood(wood: Wood): void {
  if (wood.tissues.length === 0) throw new FieldError('tissues', `${wood.name} has no tissue.`);
  wood.tissues.forEach(({ reflectance, fraction, dye, hold }, i) => {
    checkSpectrum(reflectance, `tissues.${i}.reflectance`, `The reading of ${wood.name}`);
    if (Math.max(...reflectance) > BRIGHTEST)
      throw new FieldError(
        `tissues.${i}.reflectance`,
        `The reading of ${wood.name} must be shares of 1; ${Math.max(...reflectance)} is none.`,
      );
    for (const [key, value] of Object.entries({ fraction, dye, hold }))
      if (!(Number.isFinite(value) && value >= 0))
        throw new FieldError(`tissues.${i}.${key}`, `${wood.name}: ${key} must be zero or more.`);
  });
  const whole = wood.tissues.reduce((sum, { fraction }) => sum + fraction, 0);
  if (Math.abs(whole - 1) > SHARES_STRAY)
    throw new FieldError(
      'tissues',
      `The tissues of ${wood.name} cover ${(100 * whole).toFixed(0)} % of its face, not all of it.`,
    );
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

/** Share of the K/S of a board that was read charred which is the wood's own, at least. */
const UNDER_CHAR = 0.1;

/** K/S of the char on the raw tissues, tissues x 31; of a board that was read charred no more than it read. */
export function charOn(wood: Wood, preparation: Preparation): Float64Array {
  const anatomy = anatomyOf(wood);
  return Float64Array.from(
    wood.tissues.flatMap(({ name, reflectance }) => {
      const char = charOf(preparation, anatomy, name);
      return reflectance.map((r) =>
        wood.prepared && char > 0
          ? Math.min(char, (1 - UNDER_CHAR) * absorptionRatio(underSurface(r, bareSurface(wood))))
          : char,
      );
    }),
  );
}

/** Internal reflectances of the raw tissues as they are prepared, but for what the preparation left on them, tissues x 31. */
export const preparedTissues = (wood: Wood, preparation: Preparation): Float64Array => {
  const anatomy = anatomyOf(wood);
  const char = charOn(wood, preparation);
  return Float64Array.from(
    wood.tissues.flatMap(({ name, reflectance }, t) =>
      reflectance.map((r, i) => {
        const ratio = absorptionRatio(underSurface(r, bareSurface(wood)));
        return infiniteReflectance(
          wood.prepared ? ratio - char[t * BANDS + i] : ratio * shadeOf(preparation, anatomy, name),
        );
      }),
    ),
  );
};

/** The same with its char on: as a raw board reads. */
function rawTissuesOf(wood: Wood, preparation: Preparation): Float64Array {
  const char = charOn(wood, preparation);
  return preparedTissues(wood, preparation).map((rho, c) =>
    char[c] === 0 ? rho : infiniteReflectance(absorptionRatio(rho) + char[c]),
  );
}

/**
 * A species scaled to this board: its tissues, prepared as the board is, agree with the board's own reading before the
 * first layer.
 * @param reading mean raw reading of the board, 31 values 0-1
 * @throws FieldError when the reading is no reflectance
 */
export function scaleToBoard(
  wood: Wood,
  reading: ArrayLike<number>,
  preparation: Preparation = USUAL_PREPARATION,
): Wood {
  for (let i = 0; i < BANDS; i++)
    if (!(reading[i] > 0 && reading[i] < 1.2))
      throw new FieldError('raw', 'The raw reading of the board must be a reflectance between 0 and 1.');
  const internal = rawTissuesOf(wood, preparation);
  const fractions = wood.tissues.map((t) => t.fraction);
  const scaled = scaleToReading(internal, fractions, reading, bareSurface(wood));
  const tissues = wood.tissues.map((tissue, t) => ({
    ...tissue,
    reflectance: Array.from(scaled.subarray(t * BANDS, (t + 1) * BANDS), (rho) =>
      throughSurface(rho, bareSurface(wood)),
    ),
  }));
  return { ...wood, tissues, prepared: true };
}

import { deltaE00 } from '../colour/ciede2000.ts';
import { BANDS, type Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import type { Medium } from '../layers/materials.ts';
import { minimise } from '../least-squares.ts';
import { COATED, SEALED, type Surface, throughSurface, underSurface, withoutGloss } from '../optics/surface.ts';

/** One board read bare (raw or dyed), then sealed, then under its clear; no colour between. */
export interface SurfaceSample {
  bare: Spectrum;
  sealed: Spectrum | null;
  coated: Spectrum;
}

export interface FittedSurfaces {
  bareK2: number;
  sealed: Surface;
  coated: Surface;
  /** Napierian absorbance of the clear, 31 values: amber, or next to nothing. */
  tint: number[];
}

const PRIORS = { bare: 0.12, k2: 0.06, k1: 0.012, tint: 0.05 } as const;
const ERROR = 0.006;

/**
 * The shop's own surfaces from boards read before and after sealing and clearing: k2 of bare wood, k1 and k2 of the
 * sealed and the coated surface, and the clear's tint as two terms (even, and rising towards the blue).
 * Levenberg-Marquardt with mild priors about the usual values.
 */
export function fitSurfaces(samples: readonly SurfaceSample[]): FittedSurfaces {
  const rise = Float64Array.from({ length: BANDS }, (_, i) => Math.exp(-i / 5));
  const tintAt = (x: Float64Array, i: number) => x[5] + x[6] * rise[i];
  const usual = [0.2, SEALED.k1, SEALED.k2, COATED.k1, COATED.k2, 0, 0.02];
  const width = [PRIORS.bare, PRIORS.k1, PRIORS.k2, PRIORS.k1, PRIORS.k2, PRIORS.tint / 4, PRIORS.tint];
  const count = usual.length + samples.length * 2 * BANDS;
  const { x } = minimise({
    residuals: (p, out) => {
      let at = 0;
      for (let k = 0; k < usual.length; k++) out[at++] = (p[k] - usual[k]) / width[k];
      const bare = { k1: 0, k2: p[0] };
      const sealed = { k1: p[1], k2: p[2] };
      const coated = { k1: p[3], k2: p[4] };
      const tints = rise.map((_, i) => Math.exp(-2 * tintAt(p, i)));
      for (const sample of samples)
        for (let i = 0; i < BANDS; i++) {
          const rho = underSurface(sample.bare[i], bare);
          out[at++] = sample.sealed ? (throughSurface(rho, sealed) - sample.sealed[i]) / ERROR : 0;
          out[at++] = (throughSurface(rho * tints[i], coated) - sample.coated[i]) / ERROR;
        }
    },
    residualCount: count,
    start: usual,
    lower: [0, 0, 0.2, 0, 0.2, 0, 0],
    upper: [0.55, 0.06, 0.75, 0.07, 0.75, 0.2, 0.5],
    maxIterations: 40,
  });
  return {
    bareK2: x[0],
    sealed: { k1: x[1], k2: x[2] },
    coated: { k1: x[3], k2: x[4] },
    tint: Array.from({ length: BANDS }, (_, i) => tintAt(x, i)),
  };
}

/** A board read before and after coats of one sealer or clear, no colour between. */
export interface CoatSample {
  before: Spectrum;
  /** The surface it had before. */
  under: Surface;
  after: Spectrum;
  /** Coats of the medium, 1-8. */
  coats: number;
}

export interface FittedCoat {
  surface: Surface;
  /** Napierian absorbance of one coat, 31 values. */
  tint: number[];
  /** CIEDE2000 of the fit at each sample. */
  fitError: number[];
}

/** A coat that changes a board by more than this, or a fit that misses by it, is no clear coat. */
const NO_CLEAR = 25;
const NO_FIT = 4;

/**
 * A sealer's or clear's own surface and tint from boards read before and after it, about the usual values of its kind.
 * @throws FieldError with a plain reason when the boards cannot have been given a clear coat
 */
export function fitCoat(samples: readonly CoatSample[], usual: Surface): FittedCoat {
  if (samples.length === 0) throw new FieldError('samples', 'One board at least, read before and after the coat.');
  for (const { before, after } of samples) {
    // Without the gloss that a reading takes in: on dark wood it can outshine what the coat deepens.
    const [was, is] = [labOf(before), labOf(withoutGloss(after, usual))];
    if (is[0] > was[0] + 2) throw new FieldError('samples', 'The board is lighter with the coat on: readings swapped?');
    if (deltaE00(was, is) > NO_CLEAR)
      throw new FieldError('samples', 'The board changed more than any clear coat changes it: another board?');
  }
  const rise = Float64Array.from({ length: BANDS }, (_, i) => Math.exp(-i / 5));
  const start = [usual.k1, usual.k2, 0, 0.02];
  const width = [PRIORS.k1, PRIORS.k2, PRIORS.tint / 4, 2 * PRIORS.tint];
  const expected = (p: Float64Array, sample: CoatSample, i: number) =>
    throughSurface(
      underSurface(sample.before[i], sample.under) * Math.exp(-2 * sample.coats * (p[2] + p[3] * rise[i])),
      { k1: p[0], k2: p[1] },
    );
  const { x } = minimise({
    residuals: (p, out) => {
      let at = 0;
      for (let k = 0; k < start.length; k++) out[at++] = (p[k] - start[k]) / width[k];
      for (const sample of samples)
        for (let i = 0; i < BANDS; i++) out[at++] = (expected(p, sample, i) - sample.after[i]) / ERROR;
    },
    residualCount: start.length + samples.length * BANDS,
    start,
    lower: [0, 0.2, 0, 0],
    upper: [0.08, 0.75, 0.2, 0.5],
    maxIterations: 40,
  });
  const fitError = samples.map((sample) =>
    deltaE00(labOf(sample.after.map((_, i) => expected(x, sample, i))), labOf(sample.after)),
  );
  if (Math.max(...fitError) > NO_FIT)
    throw new FieldError('samples', 'These boards do not agree on one clear: was each read before and after the same?');
  return {
    surface: { k1: x[0], k2: x[1] },
    tint: Array.from({ length: BANDS }, (_, i) => x[2] + x[3] * rise[i]),
    fitError,
  };
}

/** How yellow a clear looks, before any board has shown it: absorbance of one coat at 400 nm. Common practice. */
export const AMBERS = { 'water-clear': 0.01, 'slightly warm': 0.05, amber: 0.11, orange: 0.2 } as const;
export type Amber = keyof typeof AMBERS;
export const tintOf = (amber: Amber): number[] =>
  Array.from({ length: BANDS }, (_, i) => AMBERS[amber] * Math.exp(-i / 6));
/** The usual surface of a sealer, an oil or a clear that the shop has not fitted. */
export const usualSurface = (kind: Medium['kind']): Surface => (kind === 'clear' ? COATED : SEALED);

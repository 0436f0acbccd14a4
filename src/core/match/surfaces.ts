import { BANDS, type Spectrum } from '../colour/grid.ts';
import { COATED, SEALED, type Surface, throughSurface, underSurface } from '../optics/surface.ts';
import { minimise } from './least-squares.ts';

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
  const { x } = minimise(
    (p, out) => {
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
    usual,
    [0, 0, 0.2, 0, 0.2, 0, 0],
    [0.55, 0.06, 0.75, 0.07, 0.75, 0.2, 0.5],
    count,
    40,
  );
  return {
    bareK2: x[0],
    sealed: { k1: x[1], k2: x[2] },
    coated: { k1: x[3], k2: x[4] },
    tint: Array.from({ length: BANDS }, (_, i) => tintAt(x, i)),
  };
}

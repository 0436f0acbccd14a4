import { BANDS, type Spectrum, spectrum } from '../colour/grid.ts';
import { type Surface, throughSurface } from '../optics/surface.ts';
import type { TissueName } from './tissues.ts';
import type { Wood } from './wood.ts';

/** The two tones that a face is seen as: its light ground, and its dark grain with the pores that lie in it. */
export const TONES = ['ground', 'grain'] as const;
export type Tone = (typeof TONES)[number];

const toneOf = (tissue: TissueName): Tone => (tissue === 'grain' || tissue === 'pore' ? 'grain' : 'ground');

/** The share of each tissue in a tone; a wood that does not show the tone is read as a whole. */
export function toneShares({ tissues }: Pick<Wood, 'tissues'>, tone: Tone): number[] {
  const own = tissues.map(({ name, fraction }) => (toneOf(name) === tone ? fraction : 0));
  const shares = own.some((f) => f > 0) ? own : tissues.map((t) => t.fraction);
  const total = shares.reduce((sum, f) => sum + f, 0);
  return shares.map((f) => f / total);
}

/**
 * What an instrument with a small aperture reads on one tone of a face, specular included.
 * @param internal internal reflectances, tissues x 31
 * @param out filled and returned
 */
export function toneReading(
  wood: Pick<Wood, 'tissues'>,
  internal: Float64Array,
  surface: Surface,
  tone: Tone,
  out: Spectrum = spectrum(),
): Spectrum {
  const shares = toneShares(wood, tone);
  out.fill(0);
  shares.forEach((share, t) => {
    if (share > 0)
      for (let i = 0; i < BANDS; i++) out[i] += share * throughSurface(internal[t * BANDS + i] as number, surface);
  });
  return out;
}

/** A face of two tones as it reads on the whole, each by its share of this wood. */
export function faceOfTones({ tissues }: Pick<Wood, 'tissues'>, tones: Readonly<Record<Tone, Spectrum>>): Spectrum {
  const grain = tissues.reduce((sum, { name, fraction }) => sum + (toneOf(name) === 'grain' ? fraction : 0), 0);
  return spectrum(tones.ground.map((g, i) => (1 - grain) * g + grain * (tones.grain[i] as number)));
}

/** How a surface passes light: k1 mirrored outside, k2 turned back inside (Saunderson 1942). Both 0-1. */
export interface Surface {
  k1: number;
  k2: number;
}

/** Sanded wood: rough, so nearly nothing is mirrored as a whole and little is turned back. A learned value. */
export const BARE: Surface = { k1: 0, k2: 0.2 };
/** Wood wet with water, spirit or thinner: a liquid film of n about 1.35. */
export const WET: Surface = { k1: 0.022, k2: 0.47 };
/** A thin washcoat or sealer: film present, not yet level. */
export const SEALED: Surface = { k1: 0.03, k2: 0.5 };
/** A built clear film, n about 1.5 (k1 = 0.04 by Fresnel at normal incidence; k2 = 0.596 for ideal diffusion). */
export const COATED: Surface = { k1: 0.04, k2: 0.55 };

/** Internal reflectance to what the instrument reads, specular included: R = k1 + (1-k1)(1-k2)p / (1 - k2 p). */
export const throughSurface = (internal: number, { k1, k2 }: Surface): number =>
  k1 + ((1 - k1) * (1 - k2) * internal) / (1 - k2 * internal);

/** The inverse: the internal reflectance behind a reading; readings at or below the mirror part give 0. */
export function underSurface(reading: number, { k1, k2 }: Surface): number {
  const inside = (reading - k1) / (1 - k1);
  return inside <= 0 ? 0 : inside / (1 - k2 + k2 * inside);
}

/**
 * The mirrored part that a reading holds. A surface that mirrors k1 reads nowhere below it: a darker reading was taken
 * with the gloss shut out, or has none.
 */
export function glossIn(reading: ArrayLike<number>, { k1 }: Surface = COATED): number {
  const darkest = Math.min(...Array.from(reading));
  return darkest < 0.8 * k1 ? 0 : Math.min(k1, darkest);
}

/**
 * A reading of a finished surface without the mirrored part, where there is one in it: what the eye sees when it tilts
 * the board out of the gloss.
 */
export function withoutGloss(reading: ArrayLike<number>, surface: Surface = COATED): Float64Array {
  const gloss = glossIn(reading, surface);
  return Float64Array.from(reading, (r) => r - gloss);
}

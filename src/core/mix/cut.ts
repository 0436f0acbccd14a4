import { FieldError } from '../field-error.ts';
import { unitOf } from './typed-quantity.ts';

/** Grams of flakes in a litre of spirit, for each pound of a cut. */
const GRAMS_PER_POUND_CUT = unitOf('lb cut').factor;
/** Grams in a millilitre of shellac itself: what the flakes add to the volume. Common practice, no source. */
const SHELLAC_DENSITY = 1.1;

/** Grams of flakes that make a cut with so many litres of spirit: pounds of flakes to a US gallon. @throws FieldError */
export function flakesFor(pounds: number, litres: number): number {
  if (!(pounds > 0 && pounds <= 10)) throw new FieldError('cut', 'A cut is more than nothing and at most 10 pounds.');
  if (!(litres > 0)) throw new FieldError('litres', 'How much spirit? More than nothing.');
  return pounds * GRAMS_PER_POUND_CUT * litres;
}

/** Litres of spirit in so many litres of a cut: the flakes take room too, and no jar overflows. @throws FieldError */
export function spiritInCut(pounds: number, litres: number): number {
  return litres / (1 + flakesFor(pounds, 1) / (1000 * SHELLAC_DENSITY));
}

/**
 * Volumes of spirit to one of a heavier cut that bring it down to a lighter one. The flakes take room too, so that less is
 * added than the plain proportion says.
 * @throws FieldError where the wanted cut is the heavier
 */
export function spiritToThin(from: number, to: number): number {
  if (!(to > 0 && from >= to))
    throw new FieldError(
      'cut',
      `A ${from}-lb cut cannot be thinned to ${to} lb: add flakes, or start from a heavier one.`,
    );
  const volume = 1 + (from * GRAMS_PER_POUND_CUT) / (1000 * SHELLAC_DENSITY);
  return (from / to - 1) / volume;
}

/** Pounds of a cut when flakes fill a jar to a height and spirit fills it to the line, per share of the line. Common practice. */
const POUNDS_AT_FULL_HEIGHT = { loose: 4, ground: 6 };

/**
 * The volume rule: loose flakes to half the height of the fill line, spirit to the line, is about a two-pound cut; the same
 * height of ground flakes is about three.
 * @param height of the flakes, as a share of the fill line
 * @throws FieldError
 */
export function cutByHeight(height: number, flakes: keyof typeof POUNDS_AT_FULL_HEIGHT): number {
  if (!(height > 0 && height <= 1)) throw new FieldError('height', 'The flakes stand between the bottom and the line.');
  return POUNDS_AT_FULL_HEIGHT[flakes] * height;
}
/** Height of the flakes, as a share of the fill line, that makes a cut. @throws FieldError where the jar is too small for it */
export function heightFor(pounds: number, flakes: keyof typeof POUNDS_AT_FULL_HEIGHT): number {
  const height = pounds / POUNDS_AT_FULL_HEIGHT[flakes];
  if (!(height > 0 && height <= 1))
    throw new FieldError('cut', `A ${pounds}-lb cut cannot be made by height with ${flakes} flakes: weigh them.`);
  return height;
}

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

import { BANDS } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import { absorptionRatio } from '../optics/kubelka-munk.ts';
import { BARE, type Surface, underSurface } from '../optics/surface.ts';

/** A spot of bare wood: raw, with a dye on it, and after one wiped coat of the dye's own solvent. */
export interface Transfer {
  raw: ArrayLike<number>;
  dyed: ArrayLike<number>;
  wiped: ArrayLike<number>;
}

/** Colour that cannot be told from a reading's noise: summed K/S over the bands. */
const NO_COLOUR = 0.05;

/**
 * The share of a dye that one wiped coat of its own solvent lifts: least squares on the K/S that the dye had added.
 * @returns 0-1
 * @throws FieldError when there is no dye to be lifted, or more of it afterwards
 */
export function liftOf({ raw, dyed, wiped }: Transfer, surface: Surface = BARE): number {
  const ratio = (reading: ArrayLike<number>, i: number) => absorptionRatio(underSurface(reading[i], surface));
  let all = 0;
  let gone = 0;
  let sum = 0;
  for (let i = 0; i < BANDS; i++) {
    const added = ratio(dyed, i) - ratio(raw, i);
    all += added * added;
    gone += added * (ratio(dyed, i) - ratio(wiped, i));
    sum += added;
  }
  if (sum < NO_COLOUR)
    throw new FieldError('readings', 'The second reading is no darker than the first: was the dye on?');
  const share = gone / all;
  if (share < -0.05)
    throw new FieldError('readings', 'The board is darker after the wipe than before it: readings swapped?');
  return Math.min(1, Math.max(0, share));
}

import { FieldError } from '../core/field-error.ts';
import { type Convertible, converted, unitOf } from '../core/mix/index.ts';
import type { Lot } from '../shared/lot.ts';

/** Weighing is not finer than this share of a lot. */
const NEAR = 1e-6;

/** Whether what is left of a lot falls short of what is taken, both in its unit. */
export const isShortOf = (left: number, taken: number): boolean => taken - left > NEAR * Math.max(1, left);

/** What a pour of so many grams takes from a lot, in the lot's unit. @throws FieldError where the density that it takes is missing */
export const takenFromLot = ({ unit }: Pick<Lot, 'unit'>, grams: number, of: Convertible): number =>
  unit === 'piece' ? 1 : converted({ value: grams, unit: unitOf('g') }, unitOf(unit), of, 'lotId').value;

/** By how much a lot falls short of a pour, in its unit; 0 where it does not, or nobody counted it. */
export function lackingIn(lot: Pick<Lot, 'unit' | 'left'>, grams: number, of: Convertible): number {
  if (lot.left === null) return 0;
  try {
    const taken = takenFromLot(lot, grams, of);
    return isShortOf(lot.left, taken) ? taken - lot.left : 0;
  } catch (error) {
    // Without its density nobody can tell: the pour itself says so.
    if (error instanceof FieldError) return 0;
    throw error;
  }
}

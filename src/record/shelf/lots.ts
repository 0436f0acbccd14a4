import { FieldError } from '../../core/field-error.ts';
import { type Convertible, converted, unitOf } from '../../core/mix/index.ts';
import type { Lot } from '../../shared/lot.ts';
import type { StepInput } from '../../shared/steps.ts';

/** What is poured: by weight, or by volume. */
export type Poured = Pick<StepInput, 'grams' | 'millilitres'>;

/** Weighing is not finer than this share of a lot. */
const NEAR = 1e-6;

/** Whether what is left of a lot falls short of what is taken, both in its unit. */
export const isShortOf = (left: number, taken: number): boolean => taken - left > NEAR * Math.max(1, left);

/**
 * What a pour takes from a lot, in the lot's unit; null where it has no amount. Of a weight and a volume the one that the
 * lot is counted in decides: of a shellac its flakes or its cut.
 * @throws FieldError where the density that it takes is missing
 */
export function takenFromLot({ unit }: Pick<Lot, 'unit'>, poured: Poured, of: Convertible): number | null {
  if (unit === 'piece') return 1;
  const { grams = null, millilitres = null } = poured;
  const byWeight = grams !== null && (unit === 'g' || millilitres === null);
  const value = byWeight ? grams : millilitres;
  return value === null
    ? null
    : converted({ value, unit: unitOf(byWeight ? 'g' : 'mL') }, unitOf(unit), of, 'lotId').value;
}

/** By how much a lot falls short of a pour, in its unit; 0 where it does not, or nobody counted it. */
export function lackingIn(lot: Pick<Lot, 'unit' | 'left'>, poured: Poured, of: Convertible): number {
  if (lot.left === null) return 0;
  try {
    const taken = takenFromLot(lot, poured, of) ?? 0;
    return isShortOf(lot.left, taken) ? taken - lot.left : 0;
  } catch (error) {
    // Without its density nobody can tell: the pour itself says so.
    if (error instanceof FieldError) return 0;
    throw error;
  }
}

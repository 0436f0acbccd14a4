import { FieldError } from '../field-error.ts';

/** What a batch is for. */
export interface Need {
  /** Square metres. */
  area: number;
  coats: number;
  /** Square metres a litre covers in a coat. */
  coverage: number;
  /** Share mixed over what is needed. */
  spare: number;
}

/** Litres that an area takes: area × coats ÷ coverage, and the spare over. @throws FieldError */
export function litresFor({ area, coats, coverage, spare }: Need): number {
  if (!(area > 0 && area <= 1e5)) throw new FieldError('area', 'The area is more than 0 and at most 100 000 m².');
  if (!(coverage > 0))
    throw new FieldError('coverage', 'How much a litre covers is missing: write it on the sheet of the product.');
  if (!(spare >= 0)) throw new FieldError('spare', 'The spare is zero or more.');
  if (!(coats >= 1)) throw new FieldError('coats', 'One coat at least.');
  return ((area * coats) / coverage) * (1 + spare);
}

/** Whole and half tins that hold so many litres: the smallest number of halves. @throws FieldError */
export function tinsFor(litres: number, canMl: number): { tins: number; left: number } {
  if (!(canMl > 0)) throw new FieldError('canMl', 'The size of the can is missing.');
  const halves = Math.ceil((2 * 1000 * litres) / canMl - 1e-9);
  return { tins: halves / 2, left: (halves / 2) * (canMl / 1000) - litres };
}

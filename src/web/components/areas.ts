import type { House } from '../../shared/house.ts';

const MM_PER_INCH = 25.4;
const SQUARE_FEET = 1 / 0.3048 ** 2;

/** An area as the house says it: square metres or square feet. */
export const areaText = (squareMetres: number, units: House['units']): string =>
  units === 'us' ? `${(squareMetres * SQUARE_FEET).toFixed(1)} ft²` : `${squareMetres.toFixed(2)} m²`;

const sizeText = (millimetres: number, units: House['units']) =>
  units === 'us'
    ? String(Math.round((millimetres / MM_PER_INCH) * 100) / 100)
    : String(Math.round(millimetres * 10) / 10);
/** Length, width and thickness with their unit. */
export const sizesText = (sizes: readonly (number | null)[], units: House['units']): string =>
  `${sizes
    .filter((s) => s !== null)
    .map((s) => sizeText(s, units))
    .join(' × ')} ${units === 'us' ? 'in' : 'mm'}`;

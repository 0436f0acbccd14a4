import type { House } from '../../shared/house.ts';

/** Square feet in a square metre. */
export const SQUARE_FEET = 1 / 0.3048 ** 2;

/** An area as the house says it: square metres or square feet. */
export const areaText = (squareMetres: number, units: House['units']): string =>
  units === 'us' ? `${(squareMetres * SQUARE_FEET).toFixed(1)} ft²` : `${squareMetres.toFixed(2)} m²`;

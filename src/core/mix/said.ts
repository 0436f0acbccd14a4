import { quantityText, unitOf } from './typed-quantity.ts';
import type { Unit } from './units.ts';

/** Units that a whole shop speaks in; either is typed anywhere. */
export type System = 'metric' | 'us';

const [ML, LITRE, FL_OZ, GALLON] = ['mL', 'L', 'fl oz', 'gal'].map(unitOf) as [Unit, Unit, Unit, Unit];
/** Up to so many fluid ounces, eighths are said; above, halves. */
const SMALL = 32;

/** A volume as a shop says it: millilitres below a litre, or fluid ounces below a gallon. */
export function volumeText(litres: number, system: System = 'metric'): string {
  const millilitres = litres * LITRE.factor;
  const inUnit = (unit: Unit) => quantityText({ value: Number((millilitres / unit.factor).toPrecision(3)), unit });
  if (system === 'metric') return millilitres < 999.5 ? `${Math.round(millilitres)} mL` : inUnit(LITRE);
  if (millilitres >= GALLON.factor) return inUnit(GALLON);
  const ounces = millilitres / FL_OZ.factor;
  const steps = ounces < SMALL ? 8 : 2;
  const rounded = Math.round(ounces * steps) / steps;
  return rounded === 0 ? inUnit(ML) : quantityText({ value: rounded, unit: FL_OZ });
}

/** Square metres a litre in square feet a US gallon: 3.785 411 784 L and 0.3048 m, exactly (NIST Handbook 44, appendix C). */
export const FT2_PER_GALLON = 3.785411784 / 0.3048 ** 2;

/** How much a litre, or a US gallon, covers. */
export const coverageText = (squareMetresPerLitre: number, system: System = 'metric'): string =>
  system === 'us'
    ? `${Math.round(squareMetresPerLitre * FT2_PER_GALLON)} ft² a gallon`
    : `${Number(squareMetresPerLitre.toPrecision(3))} m² a litre`;

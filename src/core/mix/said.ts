import { quantityText, unitOf } from './typed-quantity.ts';
import type { Unit } from './units.ts';

/** Units that a whole shop speaks in; either is typed anywhere. */
export type UnitSystem = 'metric' | 'us';

const [LITRE, TSP, FL_OZ, GALLON, OUNCE, POUND] = ['L', 'tsp', 'fl oz', 'gal', 'oz', 'lb'].map(unitOf) as [
  Unit,
  Unit,
  Unit,
  Unit,
  Unit,
  Unit,
];
/** Up to so many fluid ounces, eighths are said; above, halves. */
const SMALL = 32;

/** A volume as a shop says it: millilitres below a litre; or teaspoons below half a fluid ounce, fluid ounces below a gallon. */
export function volumeText(litres: number, system: UnitSystem = 'metric'): string {
  const millilitres = litres * LITRE.factor;
  const inUnit = (unit: Unit) => quantityText({ value: Number((millilitres / unit.factor).toPrecision(3)), unit });
  if (system === 'metric') return millilitres < 999.5 ? `${Math.round(millilitres)} mL` : inUnit(LITRE);
  if (millilitres >= GALLON.factor) return inUnit(GALLON);
  const ounces = millilitres / FL_OZ.factor;
  if (ounces < 0.5) {
    const spoons = Math.round((8 * millilitres) / TSP.factor) / 8;
    return spoons === 0
      ? `${Number((millilitres / FL_OZ.factor).toPrecision(2))} fl oz`
      : quantityText({ value: spoons, unit: TSP });
  }
  const steps = ounces < SMALL ? 8 : 2;
  return quantityText({ value: Math.round(ounces * steps) / steps, unit: FL_OZ });
}

/** Square metres a litre in square feet a US gallon: 3.785 411 784 L and 0.3048 m, exactly (NIST Handbook 44, appendix C). */
export const FT2_PER_GALLON = 3.785411784 / 0.3048 ** 2;

/** How much a litre, or a US gallon, covers. */
export const coverageText = (squareMetresPerLitre: number, system: UnitSystem = 'metric'): string =>
  system === 'us'
    ? `${Math.round(squareMetresPerLitre * FT2_PER_GALLON)} ft² a gallon`
    : `${Number(squareMetresPerLitre.toPrecision(3))} m² a litre`;

/** A weight to be poured: what is less than the scale shows is said in milligrams, never as nothing. */
export const gramsText = (grams: number): string => {
  if (grams >= 0.01) return `${grams.toFixed(2)} g`;
  const milligrams = grams * 1000;
  return `${milligrams >= 1 ? milligrams.toFixed(0) : Number(milligrams.toPrecision(1))} mg`;
};

/** A weight as a shop says it beside a volume: grams, or ounces and above a pound pounds. */
export function massText(grams: number, system: UnitSystem = 'metric'): string {
  if (system === 'metric') return grams < 10 ? gramsText(grams) : `${Number(grams.toPrecision(3))} g`;
  const inUnit = (unit: Unit) =>
    `${Number((grams / unit.factor).toPrecision(grams < OUNCE.factor ? 2 : 3))} ${unit.id}`;
  return grams < POUND.factor ? inUnit(OUNCE) : inUnit(POUND);
}

/** What is left of a tin or bag, as a shop says it. */
export const leftText = (left: number, unit: 'g' | 'mL' | 'piece', system: UnitSystem = 'metric'): string =>
  unit === 'piece' ? `${left}` : unit === 'mL' ? volumeText(left / 1000, system) : massText(left, system);

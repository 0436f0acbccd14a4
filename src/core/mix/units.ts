/** What a quantity is of. Drops, cans and parts come to a volume only with what is known of dropper, can and part. */
export type Dimension = 'mass' | 'volume' | 'area' | 'boards' | 'drops' | 'cans' | 'parts' | 'share' | 'cut';

export interface Unit {
  id: string;
  dimension: Dimension;
  /** Grams of a mass, millilitres of a volume, square metres of an area, grams a litre of a cut; 1 of what is counted. */
  factor: number;
  /** How it may be typed, in small letters and without dots. */
  typed: readonly string[];
}

const LITRES_PER_US_GALLON = 3.785411784;
const LITRES_PER_UK_GALLON = 4.54609;
const GRAMS_PER_POUND = 453.59237;
const us = (share: number) => (1000 * LITRES_PER_US_GALLON) / share;
const uk = (share: number) => (1000 * LITRES_PER_UK_GALLON) / share;

const unit = (id: string, dimension: Dimension, factor: number, ...typed: string[]): Unit => ({
  id,
  dimension,
  factor,
  typed: [id.toLowerCase(), ...typed],
});

/**
 * Units of the bench. Customary ones are exact: NIST Handbook 44, appendix C (a US gallon is 231 cubic inches, an inch
 * 25.4 mm, a pound 453.59237 g); the UK's are of the Weights and Measures Act 1985. Where the two differ, a bare name is the
 * US one, and `uk` before it the other.
 */
export const UNITS: readonly Unit[] = [
  unit('g', 'mass', 1, 'gram', 'grams', 'gr', 'gm'),
  unit('mg', 'mass', 0.001, 'milligram', 'milligrams'),
  unit('kg', 'mass', 1000, 'kilo', 'kilos', 'kilogram', 'kilograms'),
  unit('oz', 'mass', GRAMS_PER_POUND / 16, 'ounce', 'ounces'),
  unit('lb', 'mass', GRAMS_PER_POUND, 'lbs', 'pound', 'pounds'),
  unit('mL', 'volume', 1, 'millilitre', 'millilitres', 'milliliter', 'milliliters', 'cc', 'cm3'),
  unit('cL', 'volume', 10, 'centilitre', 'centilitres', 'centiliter', 'centiliters'),
  unit('dL', 'volume', 100, 'decilitre', 'decilitres', 'deciliter', 'deciliters'),
  unit('L', 'volume', 1000, 'litre', 'litres', 'liter', 'liters', 'ltr'),
  unit('tsp', 'volume', us(768), 'tsps', 'teaspoon', 'teaspoons'),
  unit('tbsp', 'volume', us(256), 'tbsps', 'tablespoon', 'tablespoons'),
  unit('fl oz', 'volume', us(128), 'floz', 'fluid ounce', 'fluid ounces', 'fl ounce', 'fl ounces'),
  unit('cup', 'volume', us(16), 'cups'),
  unit('pt', 'volume', us(8), 'pint', 'pints'),
  unit('qt', 'volume', us(4), 'quart', 'quarts'),
  unit('gal', 'volume', us(1), 'gallon', 'gallons', 'gals'),
  unit(
    'UK fl oz',
    'volume',
    uk(160),
    'uk fluid ounce',
    'uk fluid ounces',
    'imperial fluid ounce',
    'imperial fluid ounces',
  ),
  unit('UK pt', 'volume', uk(8), 'uk pint', 'uk pints', 'imperial pint', 'imperial pints'),
  unit('UK qt', 'volume', uk(4), 'uk quart', 'uk quarts', 'imperial quart', 'imperial quarts'),
  unit('UK gal', 'volume', uk(1), 'uk gallon', 'uk gallons', 'imperial gallon', 'imperial gallons'),
  unit('m²', 'area', 1, 'm2', 'sqm', 'sq m', 'square metre', 'square metres', 'square meter', 'square meters'),
  unit('ft²', 'area', 0.3048 ** 2, 'ft2', 'sqft', 'sq ft', 'square foot', 'square feet'),
  unit('board', 'boards', 1, 'boards'),
  unit('drop', 'drops', 1, 'drops'),
  unit('can', 'cans', 1, 'cans', 'tin', 'tins'),
  unit('part', 'parts', 1, 'parts'),
  unit('%', 'share', 0.01, 'per cent', 'percent', 'pct'),
  // Pounds of shellac flakes to a US gallon of spirit.
  unit('lb cut', 'cut', GRAMS_PER_POUND / LITRES_PER_US_GALLON, 'pound cut', 'lb-cut', 'pound-cut'),
];

const BY_TYPED = new Map(UNITS.flatMap((u) => u.typed.map((name) => [name, u] as const)));
/** The unit that a word or two name; undefined when none does. */
export const unitNamed = (typed: string): Unit | undefined =>
  BY_TYPED.get(typed.toLowerCase().replaceAll('.', '').replace(/\s+/g, ' ').trim());

import { FieldError } from '../field-error.ts';
import { type Dimension, TYPED_UNITS, UNITS, type Unit, unitNamed } from './units.ts';

/** So much of a unit. */
export interface Amount {
  value: number;
  unit: Unit;
}
/** Parts against one another: 4:2, 1:10. */
export interface Ratio {
  parts: readonly number[];
}
export type Typed = Amount | Ratio;
export const isRatio = (typed: Typed): typed is Ratio => 'parts' in typed;

const GLYPHS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const COUNTS = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];
const SHARES: Readonly<Record<string, number>> = {
  half: 2,
  halves: 2,
  third: 3,
  thirds: 3,
  quarter: 4,
  quarters: 4,
  eighth: 8,
  eighths: 8,
};

/** Words and glyphs as figures: `two thirds` is 2/3, `1½` is 1 1/2, `half a` is 1/2. */
function inFigures(text: string): string {
  const count = `${COUNTS.join('|')}|an|a`;
  const share = Object.keys(SHARES).join('|');
  const figure = (word: string) => (/^an?$/.test(word) ? 1 : Math.max(0, COUNTS.indexOf(word)));
  return text
    .toLowerCase()
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (glyph) => ` ${GLYPHS[glyph]}`)
    .replace(
      new RegExp(`\\b(${count}) and (${count}) (${share})\\b`, 'g'),
      (_, whole, n, of) => `${figure(whole)} ${figure(n)}/${SHARES[of]}`,
    )
    .replace(new RegExp(`\\b(${count}) (${share})\\b`, 'g'), (_, n, of) => `${figure(n)}/${SHARES[of]}`)
    .replace(new RegExp(`\\b(${share})\\b`, 'g'), (_, of) => `1/${SHARES[of]}`)
    .replace(new RegExp(`\\b(${COUNTS.join('|')})\\b`, 'g'), (_, n) => `${figure(n)}`)
    .replace(/\s+/g, ' ')
    .trim();
}

const NUMBER = String.raw`\d+ \d+\/\d+|\d+-\d+\/\d+|\d+ ?\/ ?\d+|\d+(?:[.,]\d+)?|[.,]\d+`;

/** A number as it stands in figures. @throws FieldError where it can be read in two ways */
function numberIn(text: string, field: string): number {
  const mixed = /^(\d+)[ -](\d+)\/(\d+)$/.exec(text);
  const fraction = /^(\d+) ?\/ ?(\d+)$/.exec(text);
  if (/^[1-9]\d*,\d{3}$/.test(text))
    throw new FieldError(
      field,
      `“${text}” can be ${text.replace(',', '')} or ${Number(text.replace(',', '.'))}: write it without the comma.`,
    );
  const [, whole = '0', n = '', d = ''] = mixed ?? (fraction ? [fraction[0], '0', fraction[1], fraction[2]] : []);
  if (d === '') return Number(text.replace(',', '.'));
  if (Number(d) === 0) throw new FieldError(field, `“${text}” divides by nothing.`);
  return Number(whole) + Number(n) / Number(d);
}

const escaped = (text: string) => text.replace(/[%.]/g, '\\$&');
const UNIT = TYPED_UNITS.map(escaped).join('|');
const TERM = new RegExp(`^(${NUMBER})?[ -]?(?:of )?(?:an? )?(${UNIT})?$`);
const OF_A_CAN = new RegExp(`^(${NUMBER}) ?(?:of )?(?:an? )?(?:(${NUMBER}) ?)?(${UNIT})[ -](?:can|tin)s?$`);

/** One term of a sum; a can whose size is named is so much of that. */
function term(text: string, field: string, usual: Unit | null): Amount {
  const plain = text
    .replace(/\.(?=\s|$)/g, '')
    .replace(/\bfl\./g, 'fl')
    .trim();
  const can = OF_A_CAN.exec(plain);
  if (can) {
    const [, share = '', size, name = ''] = can;
    return { value: numberIn(share, field) * (size ? numberIn(size, field) : 1), unit: unitNamed(name) as Unit };
  }
  const found = TERM.exec(plain);
  if (!found || (found[1] === undefined && found[2] === undefined))
    throw new FieldError(
      field,
      `“${text}” is no quantity: write a number and a unit, for example 2 tsp, 8 fl oz or 0.5 L.`,
    );
  const [, number = '1', name] = found;
  const unit = name === undefined ? usual : (unitNamed(name) as Unit);
  if (!unit) throw new FieldError(field, `“${text}” has no unit: is it ${EXAMPLES}?`);
  return { value: numberIn(number, field), unit };
}
const EXAMPLES = 'grams, millilitres, teaspoons, parts';

/**
 * A quantity as a finisher types it: `2 tsp + 1/8`, `1½ oz`, `8 fl oz`, `2:1`, `two thirds of a litre can`, `0,5 l`. A term
 * without a unit has that of the one before it, the first that which is usual here.
 * @throws FieldError with a sentence when it is none, mixes what cannot be added, or can be read in two ways
 */
export function typedQuantity(text: string, { field = 'quantity', usual = null as Unit | null } = {}): Typed {
  if (text.trim() === '') throw new FieldError(field, 'Nothing is typed.');
  if (/^\s*[-−]/.test(text)) throw new FieldError(field, 'A quantity cannot be less than nothing.');
  const figures = inFigures(text);
  const ratio = new RegExp(`^(${NUMBER})(?: parts?)?((?: ?: ?| to )(${NUMBER})(?: parts?)?)+$`).test(figures);
  if (ratio) {
    const parts = figures.split(/ ?: ?| to /).map((part) => numberIn(part.replace(/ parts?$/, ''), field));
    if (parts.every((p) => p === 0)) throw new FieldError(field, 'A ratio of nothing to nothing says nothing.');
    return { parts };
  }
  const amounts: Amount[] = [];
  for (const part of figures.split(/ ?(?:\+|\band\b|\bplus\b) ?/))
    amounts.push(term(part, field, amounts.at(-1)?.unit ?? usual));
  const [first] = amounts as [Amount, ...Amount[]];
  const other = amounts.find((a) => a.unit.dimension !== first.unit.dimension);
  if (other)
    throw new FieldError(
      field,
      `${first.unit.id} and ${other.unit.id} cannot be added: they measure different things.`,
    );
  const value = amounts.reduce((sum, a) => sum + (a.value * a.unit.factor) / first.unit.factor, 0);
  return { value, unit: first.unit };
}

/** What of a thing its quantities are converted by. */
export interface Convertible {
  name: string;
  /** Grams in a millilitre of a liquid, or of a powder as it lies in a level spoon. */
  density?: number | null;
  /** Of the dropper that is used. */
  dropsPerMl?: number | null;
  /** Millilitres in its can. */
  canMl?: number | null;
}

/** Grams or millilitres of an amount, as it was given. */
function measured({ value, unit }: Amount, of: Convertible, field: string): { value: number; dimension: Dimension } {
  const missing = (what: string, verb = 'is'): never => {
    throw new FieldError(field, `Cannot convert: ${what} of ${of.name} ${verb} missing.`);
  };
  if (unit.dimension === 'drops')
    return { value: value / (of.dropsPerMl || missing('the drops in a millilitre', 'are')), dimension: 'volume' };
  if (unit.dimension === 'cans')
    return { value: value * (of.canMl || missing('the size of the can')), dimension: 'volume' };
  if (unit.dimension !== 'mass' && unit.dimension !== 'volume')
    throw new FieldError(field, `Cannot convert: ${unit.id} is no mass and no volume by itself.`);
  return { value: value * unit.factor, dimension: unit.dimension };
}

/**
 * An amount in another unit.
 * @throws FieldError “Cannot convert: the density of … is missing.” where what it takes is not known
 */
export function converted(amount: Amount, to: Unit, of: Convertible, field = 'quantity'): Amount {
  if (amount.unit.dimension === to.dimension)
    return { value: (amount.value * amount.unit.factor) / to.factor, unit: to };
  const from = measured(amount, of, field);
  const wanted = to.dimension === 'drops' || to.dimension === 'cans' ? 'volume' : to.dimension;
  if (wanted !== 'mass' && wanted !== 'volume')
    throw new FieldError(field, `Cannot convert: ${to.id} is no mass and no volume by itself.`);
  let value = from.value;
  if (from.dimension !== wanted) {
    if (!of.density) throw new FieldError(field, `Cannot convert: the density of ${of.name} is missing.`);
    value = wanted === 'mass' ? value * of.density : value / of.density;
  }
  const one = measured({ value: 1, unit: to }, of, field).value;
  return { value: value / one, unit: to };
}

export const unitOf = (id: string): Unit => {
  const unit = UNITS.find((u) => u.id === id);
  if (!unit) throw new RangeError(`There is no unit ${id}.`);
  return unit;
};

/** Units that are read in eighths, as spoons and cups are. */
const IN_EIGHTHS = new Set(['tsp', 'tbsp', 'cup', 'oz', 'fl oz', 'pt', 'qt', 'gal', 'UK fl oz', 'UK pt', 'can']);
const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];
const NEAR = 1e-9;

/** A quantity as it was understood, to be shown as it is typed: eighths where spoons have them, else four figures. */
export function quantityText(typed: Typed): string {
  if (isRatio(typed)) return typed.parts.map((p) => String(Number(p.toPrecision(4)))).join(':');
  const { value, unit } = typed;
  const eighths = value * 8;
  if (IN_EIGHTHS.has(unit.id) && Math.abs(eighths - Math.round(eighths)) < NEAR && eighths > 0.5) {
    const whole = Math.floor(Math.round(eighths) / 8);
    const share = EIGHTHS[Math.round(eighths) % 8];
    return `${whole > 0 || share === '' ? whole : ''}${share} ${unit.id}`;
  }
  return `${Number(value.toPrecision(4))} ${unit.id}`;
}

import { FieldError } from '../field-error.ts';
import { numberAt, type Token, tokensOf } from './typed-number.ts';
import { type Dimension, UNITS, type Unit, unitNamed } from './units.ts';

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

interface Asked {
  /** The field that a refusal names. */
  field?: string;
  /** The unit of a bare number; none where it has to be said. */
  usual?: Unit | null;
  /** Nothing at all is an answer too. */
  nothing?: boolean;
}

/** What of a text is read: its pieces, and what a refusal says of it. */
interface Reading {
  typed: string;
  tokens: readonly Token[];
  field: string;
}
const NOTHING = 'That is nothing: how much is it?';
const EXAMPLES = 'grams, millilitres, teaspoons, parts';
/** No quantity is larger, in whatever unit. */
const MOST = 1e9;
const MOST_TYPED = 200;

const noQuantity = ({ typed, field }: Reading): never => {
  throw new FieldError(
    field,
    `“${typed.trim()}” is no quantity: write a number and a unit, for example 2 tsp, 8 fl oz or 0.5 L.`,
  );
};
const ask = ({ field }: Reading, question: string): never => {
  throw new FieldError(field, question);
};
const wordAt = ({ tokens }: Reading, at: number): string => tokens[at]?.text ?? '';

/** Most words that name a unit. */
const LONGEST_NAME = 4;
/** The unit that is named at a token, by the most words that name one; null where none is. */
function unitAt({ tokens }: Reading, at: number): { unit: Unit; next: number } | null {
  for (let words = LONGEST_NAME; words > 0; words--) {
    const some = tokens.slice(at, at + words);
    if (some.length < words || some.at(-1)?.text === '-') continue;
    const unit = unitNamed(
      some
        .filter((t) => t.text !== '-')
        .map((t) => t.text)
        .join(' '),
    );
    if (unit) return { unit, next: at + words };
  }
  return null;
}

/** Amounts that nobody can pour by. */
const VAGUE = /^(?:some|few|couple|splash|dash|pinch|bit|little|drizzle|handful|several|many|more|enough)$/;
const HEAPED = /^(?:heaped|heaping|rounded|scant)$/;
const CONTAINER = /^(?:cans?|tins?|bottles?|jars?|pots?|buckets?|tubs?|bags?)$/;
/** A container of which nobody has said how much it holds, but for the can, which is a unit. */
const UNSIZED = /^(?:bottles?|jars?|pots?|buckets?|tubs?|bags?)$/;
/** Words and signs that add. */
const PLUS = /^(?:\+|and|plus|&)$/;
const ARTICLE = /^(?:an?|the|full|whole)$/;

interface Term extends Amount {
  next: number;
  /** Whether its unit was typed. */
  named: boolean;
}

/** One term of a sum: `2 tsp`, `half a cup`, `2/3 of a 750 ml tin`, `2 x 500 ml`, `1/8` of the unit before it. */
function termAt(reading: Reading, from: number, usual: Unit | null): Term {
  const { tokens, field } = reading;
  for (const { text } of tokens.slice(from)) {
    if (VAGUE.test(text)) ask(reading, `How much is “${text}”? Write a number and a unit, for example 2 tsp or 5 mL.`);
    if (HEAPED.test(text)) ask(reading, `A ${text} spoon is not one measure: how many level ones?`);
  }
  const number = numberAt(tokens, from, field);
  let at = number?.next ?? from;
  if (number) rangeRefused(reading, from, number.next);
  const value = number?.value ?? 1;
  const spaced = tokens.slice(from, at).filter((t) => t.kind === 'figures').length > 1;
  const many = /^[x×]$/.test(wordAt(reading, at));
  const of = many || wordAt(reading, at) === 'of';
  if (of) at++;
  const article = at;
  while (ARTICLE.test(wordAt(reading, at))) at++;
  const lone = !number && at === article;
  if (lone && from > 0) noQuantity(reading);
  if (wordAt(reading, at) === '-') at++;
  // Of something whose size is told: `2/3 of a 750 ml tin`, `two 1-litre cans`, `half of 500 ml`.
  const size = numberAt(tokens, at, field);
  if (size && (of || at > article || number)) {
    const dash = wordAt(reading, size.next) === '-' ? 1 : 0;
    const unit = unitAt(reading, size.next + dash);
    const held = unit && containerAfter(reading, unit.next);
    if (!unit || !(held || of || unit.unit.dimension === 'cut')) return noQuantity(reading);
    return { value: value * size.value, unit: unit.unit, next: held ?? unit.next, named: true };
  }
  const unit = unitAt(reading, at);
  if (unit) {
    const held = unit.unit.dimension === 'cans' ? null : containerAfter(reading, unit.next);
    if (
      held &&
      spaced &&
      /^\d+ \d{3}$/.test(
        tokens
          .slice(from, number?.next)
          .map((t) => t.text)
          .join(' '),
      )
    )
      ask(reading, `“${reading.typed.trim()}” can be one number or so many of a size: write 2 × 500 ml, or 2500 ml.`);
    return { value, unit: unit.unit, next: held ?? unit.next, named: true };
  }
  if (UNSIZED.test(wordAt(reading, at))) ask(reading, `How much does the ${wordAt(reading, at)} hold?`);
  if (/^[tc]$/.test(wordAt(reading, at)))
    ask(reading, `“${wordAt(reading, at)}” can be several things: write tsp, tbsp or cup.`);
  const word = tokens[at]?.kind === 'word' && !PLUS.test(wordAt(reading, at));
  if (lone || at > article || of || word) return noQuantity(reading);
  if (!usual && value === 0) return ask(reading, NOTHING);
  if (!usual) return ask(reading, `“${reading.typed.trim()}” has no unit: is it ${EXAMPLES}?`);
  return { value, unit: usual, next: at, named: false };
}
/** Where a container that follows a size ends; null where none does. */
function containerAfter(reading: Reading, at: number): number | null {
  const dash = wordAt(reading, at) === '-' ? 1 : 0;
  return CONTAINER.test(wordAt(reading, at + dash)) ? at + dash + 1 : null;
}
/** “2-3 tsp”, “2 or 3 tsp”: either, and nobody knows which. */
function rangeRefused(reading: Reading, from: number, next: number): void {
  const word = wordAt(reading, next);
  const other = numberAt(reading.tokens, next + 1, reading.field);
  if (!other || !['-', 'or', 'to'].includes(word) || unitAt(reading, other.next)?.unit.dimension === 'cut') return;
  // “2 1-litre cans”: the dash belongs to the size.
  if (word === '-' && containerAfter(reading, unitAt(reading, other.next)?.next ?? -2) !== null) return;
  const said = reading.tokens
    .slice(from, other.next)
    .map((t) => t.text)
    .join(' ');
  ask(reading, `“${said}” is between two amounts: which is it?`);
}

/** Parts against one another: `4:2`, `two parts to one`, `half and half`, `2 tins : 1 tin`; null where it is none. */
function ratioOf(reading: Reading): Ratio | null {
  const { tokens, field } = reading;
  const text = tokens.map((t) => t.text).join(' ');
  if (/^(?:half and half|half half|fifty fifty|fifty - fifty|50 [/-] 50|equal parts?|equal amounts?)$/.test(text))
    return { parts: [1, 1] };
  const sides: Token[][] = [[]];
  for (const token of tokens) {
    if (token.text === ':' || token.text === 'to') sides.push([]);
    else sides.at(-1)?.push(token);
  }
  if (sides.length === 1) return null;
  const part = UNITS.find((u) => u.dimension === 'parts') as Unit;
  const terms = sides.map((side) => {
    if (side.length === 0) return noQuantity(reading);
    const term = termAt({ ...reading, tokens: side }, 0, part);
    return term.next === side.length ? term : noQuantity(reading);
  });
  const [first, second, ...more] = terms as [Term, Term, ...Term[]];
  const bare = (t: Term) => !t.named;
  // “2 to 3 tsp” says how much, and not which.
  if (!text.includes(':') && bare(first) && !bare(second) && second.unit !== part && more.length === 0)
    ask(reading, `“${reading.typed.trim()}” is between two amounts: which is it?`);
  const dimension = terms.find((t) => !bare(t))?.unit.dimension ?? 'parts';
  if (terms.some((t) => !bare(t) && t.unit.dimension !== dimension) || (dimension !== 'parts' && terms.some(bare)))
    throw new FieldError(field, `The sides of “${reading.typed.trim()}” measure different things: write them alike.`);
  const parts = terms.map((t) => t.value * (dimension === 'parts' ? 1 : t.unit.factor));
  if (parts.every((p) => p === 0)) throw new FieldError(field, 'A ratio of nothing to nothing says nothing.');
  return { parts };
}

/**
 * A quantity as a finisher types it: `2 tsp + 1/8`, `1½ oz`, `8 fl oz`, `2:1`, `two thirds of a litre can`, `0,5 l`,
 * `1 lb 4 oz`, `a litre and a half`. A term without a unit has that of the one before it, the first that which is usual here.
 * @throws FieldError with a sentence when it is none, mixes what cannot be added, or can be read in two ways
 */
export function typedQuantity(text: string, { field = 'quantity', usual = null, nothing = false }: Asked = {}): Typed {
  if (text.trim() === '') throw new FieldError(field, 'Nothing is typed.');
  if (text.length > MOST_TYPED) throw new FieldError(field, 'That is too long for a quantity.');
  if (/^\s*[-−–]/.test(text)) throw new FieldError(field, 'A quantity cannot be less than nothing.');
  const reading: Reading = { typed: text, tokens: tokensOf(text, field), field };
  const ratio = ratioOf(reading);
  if (ratio) return ratio;
  const terms: Term[] = [];
  for (let at = 0; at < reading.tokens.length || terms.length === 0; ) {
    const plus = PLUS.test(wordAt(reading, at));
    const before = terms.at(-1);
    if (plus && !before) noQuantity(reading);
    const term = termAt(reading, at + (plus ? 1 : 0), before?.unit ?? usual);
    // Side by side without a plus only as pounds and ounces are said: the smaller after the larger.
    if (before && !plus && !(before.named && term.named && term.unit.factor < before.unit.factor)) noQuantity(reading);
    if (before && !before.named && term.named) noQuantity(reading);
    terms.push(term);
    at = term.next;
  }
  const [first] = terms as [Term, ...Term[]];
  const other = terms.find((t) => t.unit.dimension !== first.unit.dimension);
  if (other)
    throw new FieldError(
      field,
      `${first.unit.id} and ${other.unit.id} cannot be added: they measure different things.`,
    );
  const value = terms.reduce((sum, t) => sum + (t.value * t.unit.factor) / first.unit.factor, 0);
  if (value === 0 && !nothing) throw new FieldError(field, NOTHING);
  if (!(value <= MOST)) throw new FieldError(field, 'That is more than anybody mixes.');
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

import { FieldError } from '../field-error.ts';
import type { Clean, KeptTo, Rub, RubWhere } from '../layers/layer.ts';
import { isRatio, typedQuantity } from '../mix/typed-quantity.ts';

/** A number in figures, fractions or words. @throws FieldError where it is none */
export function numberSaid(text: string): number {
  const typed = typedQuantity(`${text.trim()} g`, { field: 'sentence', nothing: true });
  if (isRatio(typed)) throw new FieldError('sentence', `“${text.trim()}” is no number.`);
  return typed.value;
}

/** A word of a sentence that begins a number. */
export const NUMBER =
  '((?:\\d+(?:[.,]\\d+)?(?:\\s*/\\s*\\d+)?|[½⅓⅔¼¾⅛⅜⅝⅞]|\\d+[½⅓⅔¼¾⅛⅜⅝⅞]|half|a half|a third|two thirds|a quarter|three quarters|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty))';

const HOURS: Readonly<Record<string, number>> = { min: 1 / 60, h: 1, day: 24, week: 168 };
/** So many of a unit of time: one where it is only named. */
export const SPAN = NUMBER.replace('((?:', '((?:an?\\b|');
export const HOUR_UNIT = '(min(?:utes?)?|h(?:ours?|rs?)?|days?|weeks?)\\b';
export const spanHours = (value: string, unit: string): number =>
  numberSaid(value) *
  (HOURS[unit.startsWith('min') ? 'min' : unit.startsWith('h') ? 'h' : unit.replace(/s$/, '')] ?? 1);
/** Until the next morning, with its work. Common practice. */
export const OVERNIGHT = 14;

export const RUBS_SAID: Readonly<Record<Rub, readonly string[]>> = {
  none: ['not rubbed down', 'not rubbed', 'nothing rubbed', 'not sanded'],
  foam: ['rubbed down with foam', 'rubbed down with a foam pad', 'rubbed with foam', 'with a foam pad', 'foam pad'],
  wool: ['rubbed down with steel wool', 'rubbed down with wool', 'steel-wooled', 'with steel wool', 'rubbed with wool'],
  pad: ['rubbed down with a pad', 'rubbed with a pad', 'scuffed with a pad'],
  wet: ['rubbed down wet', 'sanded wet', 'wet sanded', 'rubbed wet', 'sand wet', 'levelled wet', 'level wet'],
  dry: [
    'rubbed down dry',
    'rubbed down',
    'scuffed',
    'sanded',
    'rubbed dry',
    'de-nibbed',
    'levelled dry',
    'levelled',
    'level',
    'scuff',
    'sand',
    'rub down',
    'rubbed',
    'rub',
    'de-nib',
  ],
};
const ORDINALS = ['second', 'third', 'fourth', 'fifth'];
/** “From the second coat on”, “from coat 3”: the coat from which on something is done. */
export const FROM_COAT = new RegExp(`from (?:the (${ORDINALS.join('|')}) coat|coat (\\d+))(?: on)?`);
export const coatNamed = ([, ordinal, number]: RegExpMatchArray): number =>
  ordinal ? ORDINALS.indexOf(ordinal) + 2 : Number(number);
/** Synthetic pads by the colour that tells their grade, as the paper that they come to. Common practice, from memory. */
export const PAD_GRADES: Readonly<Record<string, number>> = { maroon: 400, grey: 800, gray: 800, white: 1500 };
/** What is rubbed alone: the haze off the face, the edges. */
export const RUBBED_AT_SAID: Readonly<Record<RubWhere, readonly string[]>> = {
  flat: ['on the flat', 'with a block', 'the face only', 'haze off', 'for the haze'],
  edges: ['at the edges', 'edges rubbed through'],
};
/** Grits of papers, one after the other: 220-400-800. */
const GRIT =
  '(?:36|40|60|80|100|120|150|180|220|240|280|320|360|400|500|600|800|1000|1200|1500|2000|2500|3000|4000|5000|6000|8000|10000)';
export const PAPERS = new RegExp(
  `(?<![\\d.])(?:with |at |to )?${GRIT}(?:\\s*(?:[-–—,]|then|and)\\s*${GRIT})*(?![\\d.]| ?(?:h\\b|g\\b|ml|min|%|days?|coats?))`,
);
/** Amounts of a glaze or stain that are told by the eye: shares of the usual film. Common practice. */
export const FILM_WORDS: Readonly<Record<string, number>> = {
  'mostly taken off': 0.25,
  'nearly all taken off': 0.1,
  'half taken off': 0.5,
  'half of it taken off': 0.5,
  'laid on thick': 2,
  'a thick film': 2,
  'a thin film': 0.5,
};
export const PRESSURE_WORDS: Readonly<Record<string, number>> = { 'wiped hard': 1.5, 'wiped lightly': 0.7 };
export const COUNT_WORDS: Readonly<Record<string, number>> = { once: 1, 'once over': 1, twice: 2, 'three times': 3 };

/** What may be left of a sentence that is understood. */
export const IDLE =
  /^(?:an?|the|of|with|and|in|it|its|is|are|on|to|then|as|usual|colou?r|coats?|passes|pass|each|for|dries|dry|next|that|this|put|now|all|over|by|from|at|only|out|i|we|want|please|light|lightly|about)$/;

/** So much of it, with nothing else said of what: a number of per cent, or a share. */
export const OFF = new RegExp(
  `(?:(?:by |about )?${NUMBER} ?(%))|(?:(?:by |about )?(a half|half|a third|two thirds|a quarter|three quarters|¼|⅓|½|⅔|¾)(?: of it)?)`,
);

/** Settings that are said with a number. */
export const SHAPES: readonly (readonly [string, RegExp])[] = [
  ['film', new RegExp(`${NUMBER} ?[×x] the usual film left`)],
  ['load', new RegExp(`${NUMBER} ?[×x] put on`)],
  ['pressure', new RegExp(`wiped ${NUMBER} ?[×x] as hard`)],
  ['fill', new RegExp(`${NUMBER}(?: ?%)? of the pores filled`)],
  ['removed', new RegExp(`${NUMBER}(?: ?%)?(?: of it)? taken off`)],
  ['strength', new RegExp(`${NUMBER}(?: ?%)? of its colou?r taken out`)],
];
export const WORDED = [
  ['film', FILM_WORDS],
  ['pressure', PRESSURE_WORDS],
] as const;

/** Where a layer goes on, as it is said. */
export const KEPT_TO_SAID: Readonly<Record<KeptTo, readonly string[]>> = {
  spots: [
    'on the spots only',
    'on the spots',
    'on the spot only',
    'on the spot',
    'where it is sanded through',
    'spots only',
  ],
  edges: ['on the edges only', 'on the edges', 'edges only'],
  ends: ['on the end grain only', 'on the end grain', 'end grain only', 'on the ends'],
  inside: ['kept off the edges', 'edges held back', 'edges masked', 'off the edges'],
  masked: ['within the tape only', 'within the tape', 'between the tapes', 'masked off', 'the rest masked'],
};

/** How dust is taken off between coats, as it is said. */
export const CLEAN_SAID: Readonly<Record<Clean, readonly string[]>> = {
  'tack cloth': ['wiped with a tack cloth', 'with a tack cloth', 'tack cloth', 'tacked off'],
  spirits: [
    'wiped with spirits',
    'wiped with white spirit',
    'wiped with mineral spirits',
    'spirit wipe',
    'solvent wipe',
  ],
  vacuum: ['vacuumed', 'vacuum'],
};

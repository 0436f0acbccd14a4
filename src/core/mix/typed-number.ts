import { FieldError } from '../field-error.ts';

/** A piece of a typed quantity: a number in figures, a word, or a sign. */
export type Token = { text: string; kind: 'figures' | 'glyph' | 'word' | 'sign' };

/** Fractions that have a sign of their own. */
const GLYPHS: Readonly<Record<string, number>> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅕': 1 / 5,
  '⅖': 2 / 5,
  '⅗': 3 / 5,
  '⅘': 4 / 5,
  '⅙': 1 / 6,
  '⅚': 5 / 6,
  '⅐': 1 / 7,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
  '⅑': 1 / 9,
  '⅒': 1 / 10,
};
const SMALL_COUNTS =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const COUNTS: ReadonlyMap<string, number> = new Map([
  ...SMALL_COUNTS.map((word, n) => [word, n] as const),
  ...['twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'].map(
    (word, n) => [word, 10 * (n + 2)] as const,
  ),
]);
/** By what a share divides; plural or not. */
const SHARES: ReadonlyMap<string, number> = new Map(
  Object.entries({
    half: 2,
    third: 3,
    quarter: 4,
    fourth: 4,
    fifth: 5,
    sixth: 6,
    eighth: 8,
    tenth: 10,
    sixteenth: 16,
    twentieth: 20,
    hundredth: 100,
  }).flatMap(([word, of]) => [[word, of] as const, [word === 'half' ? 'halves' : `${word}s`, of] as const]),
);

const TOKEN =
  /(\d+(?:[.,'’]\d+)*|[.,]\d+)|([½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅐⅛⅜⅝⅞⅑⅒])|((?:sq )?(?:m|ft|cm)[23²³](?!\d)|[a-z]+)|([/⁄+:&%×–−-])|(\S)/gu;

/** Words that change nothing: a level spoon is a spoon, about two teaspoons are two. */
const IDLE = /\b(?:about|around|roughly|approximately|approx|circa|ca|level)\b|[~≈]/g;

/** A typed text in pieces. @throws FieldError on a sign that no quantity has */
export function tokensOf(typed: string, field: string): Token[] {
  const text = typed
    .toLowerCase()
    .replace(/\s+/gu, ' ')
    .replace(/([a-z])\./g, '$1 ')
    .replace(/(\d)\.(?=\s|$)/g, '$1')
    .replace(IDLE, ' ');
  return [...text.matchAll(TOKEN)].map(([all, figures, glyph, word, sign]): Token => {
    if (figures) return { text: figures, kind: 'figures' };
    if (glyph) return { text: glyph, kind: 'glyph' };
    if (word) return { text: word, kind: 'word' };
    if (sign) return { text: sign === '⁄' ? '/' : /[–−]/.test(sign) ? '-' : sign, kind: 'sign' };
    throw new FieldError(field, `“${typed}” is no quantity: what is “${all}”?`);
  });
}

/** Figures with points, commas and apostrophes as a number. @throws FieldError where they can be read in two ways or in none */
function figuresValue(figures: string, field: string): number {
  if (/^\d{1,3}(?:['’]\d{3})+$/.test(figures)) return Number(figures.replace(/['’]/g, ''));
  const marks = figures.match(/[.,]/g) ?? [];
  if (/['’]/.test(figures)) throw new FieldError(field, `“${figures}” is no number.`);
  if (marks.length === 0) return Number(figures);
  // Two marks alike, or two kinds, tell thousands from decimals.
  const thousands =
    /^[1-9]\d{0,2}(?:,\d{3})+(?:\.\d+)?$/.test(figures) || /^[1-9]\d{0,2}(?:\.\d{3})+(?:,\d+)?$/.test(figures);
  const decimal = Number(figures.replace(',', '.'));
  if (marks.length === 1) {
    if (!thousands) return decimal;
    throw new FieldError(
      field,
      `“${figures}” can be ${figures.replace(/[.,]/, '')} or ${decimal}: write it without the ${marks[0] === ',' ? 'comma' : 'point'}, or as ${decimal}.`,
    );
  }
  if (!thousands) throw new FieldError(field, `“${figures}” is no number: it has ${marks.length} points or commas.`);
  const last = marks.at(-1) as string;
  const [whole, rest] = marks.every((m) => m === last)
    ? [figures, '']
    : [figures.slice(0, figures.lastIndexOf(last)), figures.slice(figures.lastIndexOf(last) + 1)];
  return Number(`${whole.replace(/[.,]/g, '')}.${rest}`);
}

/** A number and where what follows it begins. */
export interface Read {
  value: number;
  next: number;
}

/**
 * The number that begins at a token: figures, words, fractions and what mixes them (`1½`, `1 and 1/2`, `two and two
 * thirds`, `3 quarters`, `half`, `1 500`, `half a dozen`); null where none begins.
 * @throws FieldError where it can be read in two ways
 */
export function numberAt(tokens: readonly Token[], at: number, field: string): Read | null {
  const share = shareAt(tokens, at, field);
  if (share) return share;
  const whole = countAt(tokens, at, field);
  if (!whole) return null;
  let { next } = whole;
  // “3 quarters”, “2 thirds”, “1 half”: so many of a share.
  const of = SHARES.get(tokens[next]?.text ?? '');
  if (of !== undefined) return { value: whole.value / of, next: next + 1 };
  const joined = /^(?:and|&|-)$/.test(tokens[next]?.text ?? '') ? next + 1 : next;
  const rest = Number.isInteger(whole.value) ? shareAt(tokens, joined, field) : null;
  if (rest && rest.value < 1 && !(joined === next && isWordShare(tokens[next]))) {
    next = rest.next;
    return { value: whole.value + rest.value, next };
  }
  if (tokens[next]?.text === 'dozen') return { value: 12 * whole.value, next: next + 1 };
  return whole;
}
const isWordShare = (token: Token | undefined) => token?.kind === 'word';

/** A share of one: 1/8, ⅔, half, a quarter, two thirds, half a dozen; null where none begins. */
function shareAt(tokens: readonly Token[], at: number, field: string): Read | null {
  const [first, second, third] = [tokens[at], tokens[at + 1], tokens[at + 2]];
  if (!first) return null;
  if (first.kind === 'glyph') return { value: GLYPHS[first.text] as number, next: at + 1 };
  if (first.kind === 'figures' && second?.text === '/') {
    if (third?.kind !== 'figures' || tokens[at + 3]?.text === '/')
      throw new FieldError(field, `“${first.text}/” is no fraction: write it as 1/8.`);
    const divisor = figuresValue(third.text, field);
    if (divisor === 0) throw new FieldError(field, `“${first.text}/${third.text}” divides by nothing.`);
    return { value: figuresValue(first.text, field) / divisor, next: at + 3 };
  }
  const named = SHARES.get(first.text);
  if (named !== undefined) {
    if (/^an?$/.test(second?.text ?? '') && third?.text === 'dozen') return { value: 12 / named, next: at + 3 };
    return { value: 1 / named, next: at + 1 };
  }
  if (/^an?$/.test(first.text)) {
    const of = SHARES.get(second?.text ?? '');
    if (of !== undefined) return { value: 1 / of, next: at + 2 };
  }
  const count =
    COUNTS.get(first.text) ?? (first.kind === 'figures' && /^\d+$/.test(first.text) ? Number(first.text) : null);
  const dash = second?.text === '-' ? 1 : 0;
  const of = SHARES.get(tokens[at + 1 + dash]?.text ?? '');
  return count === null || of === undefined ? null : { value: count / of, next: at + 2 + dash };
}

/** A count in figures or words: 12, 1 500, twenty-five, two hundred and fifty, a dozen; null where none begins. */
function countAt(tokens: readonly Token[], at: number, field: string): Read | null {
  const first = tokens[at];
  if (!first) return null;
  if (first.kind === 'figures') {
    // “1 500”: thousands apart by a space, where no fraction follows.
    let [figures, next] = [first.text, at + 1];
    if (/^[1-9]\d{0,2}$/.test(figures))
      while (/^\d{3}$/.test(tokens[next]?.text ?? '') && tokens[next + 1]?.text !== '/')
        figures += tokens[next++]?.text;
    return { value: figuresValue(figures, field), next };
  }
  if (/^an?$/.test(first.text) && tokens[at + 1]?.text === 'dozen') return { value: 12, next: at + 2 };
  if (/^an?$/.test(first.text) && tokens[at + 1]?.text === 'hundred')
    return hundreds(tokens, { value: 1, next: at + 1 });
  const count = COUNTS.get(first.text);
  if (count === undefined) return null;
  let read: Read = { value: count, next: at + 1 };
  const dash = tokens[read.next]?.text === '-' ? 1 : 0;
  const ones = COUNTS.get(tokens[read.next + dash]?.text ?? '') ?? 0;
  if (count >= 20 && ones > 0 && ones < 10) read = { value: count + ones, next: read.next + dash + 1 };
  if (tokens[read.next]?.text === 'point') return decimals(tokens, read);
  return hundreds(tokens, read);
}
function hundreds(tokens: readonly Token[], read: Read): Read {
  if (tokens[read.next]?.text !== 'hundred') return read;
  const value = 100 * read.value;
  const and = tokens[read.next + 1]?.text === 'and' ? 2 : 1;
  const rest = countAt(tokens, read.next + and, '');
  return rest && rest.value < 100 && tokens[read.next + and]?.kind === 'word'
    ? { value: value + rest.value, next: rest.next }
    : { value, next: read.next + 1 };
}
/** “one point five”. */
function decimals(tokens: readonly Token[], { value, next }: Read): Read {
  let [digits, at] = ['', next + 1];
  for (let digit = COUNTS.get(tokens[at]?.text ?? ''); digit !== undefined && digit < 10; ) {
    digits += digit;
    digit = COUNTS.get(tokens[++at]?.text ?? '');
  }
  return digits === '' ? { value, next } : { value: Number(`${value}.${digits}`), next: at };
}

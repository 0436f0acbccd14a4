import { FieldError } from '../field-error.ts';
import { THINNERS, TOUCH_OF_RETARDER, thinnerNamed } from '../kinds/index.ts';
import { thinnedBy } from '../layers/layer.ts';
import { isRatio, typedQuantity, unitOf } from '../mix/typed-quantity.ts';
import { Rest, words } from './rest.ts';
import { NUMBER } from './words.ts';

/** What stands in a pot beside its colours, in one measure: millilitres, or parts. */
export interface Beside {
  measure: 'mL' | 'part';
  /** Of the product itself: the glaze, the clear, the medium. */
  base: number;
  /** Of each thinner, by its name. */
  thinners: Readonly<Record<string, number>>;
}
/** Of each thinner to one of the product; with no amount said it is as much as the strength leaves. */
export interface Thinned {
  thinners: Record<string, number>;
  /** Nobody said how much. */
  open: boolean;
}

const NAMES = THINNERS.flatMap(({ name, called }) => [name, ...called]).toSorted((p, q) => q.length - p.length);
const T = `(${NAMES.join('|')})(?![\\p{L}])`;
const PER_CENT = '(\\d+(?:[.,]\\d+)?)(?: ?[-–] ?(\\d+(?:[.,]\\d+)?))? ?%';
const RATIO = '(\\d+(?:[.,]\\d+)?) ?: ?(\\d+(?:[.,]\\d+)?)';
const EVENLY = 'half and half|half each|in equal parts|equal parts';
const LED = '(?<![\\p{L}])(?:made up (?:with|in) |thinned with |in |with )?';

const shape = (pattern: string) => new RegExp(pattern, 'u');
const called = (name: string): string => thinnerNamed(name)?.name ?? name;
const figure = (text: string | undefined): number => Number((text ?? '').replace(',', '.'));
/** The middle of a range of per cent, as a share. */
const middle = (from: string | undefined, to: string | undefined): number =>
  Number(((figure(from) + figure(to ?? from)) / 200).toPrecision(12));

/** Two thinners made one: “1:1 alcohol and lacquer thinner”, “alcohol and lacquer thinner, half and half”. */
function twoThinners(rest: Rest): Record<string, number> | null {
  const before = rest.take(shape(`${LED}${RATIO} (?:of )?${T} (?:and|to|:|with) ${T}`));
  const after = before ? null : rest.take(shape(`${LED}${T} (?:and|with|to) ${T}(?:,? ?(?:${RATIO}|(${EVENLY})))?`));
  if (!before && !after) return null;
  const [p, q, first, second] = before
    ? [figure(before[1]), figure(before[2]), before[3], before[4]]
    : [figure(after?.[3] ?? '1'), figure(after?.[4] ?? '1'), after?.[1], after?.[2]];
  const whole = p + q;
  if (!(whole > 0)) throw new FieldError('sentence', 'Two thinners in which proportion? For example 1 : 1.');
  return { [called(first ?? '')]: p / whole, [called(second ?? '')]: q / whole };
}

/** How it is thinned: “thinned 15–20 % with lacquer thinner”, “thinned 1 : 4 with water”, “with a touch of retarder”. */
export function thinnedSaid(rest: Rest): Thinned | null {
  const list = rest.take(shape(`thinned with ((?:${PER_CENT} )${T}(?:(?:,| and|, and) (?:${PER_CENT} )${T})*)`));
  if (list?.[1]) {
    const each = [...list[1].matchAll(new RegExp(`${PER_CENT} ${T}`, 'gu'))];
    return { open: false, thinners: Object.fromEntries(each.map((m) => [called(m[3] ?? ''), middle(m[1], m[2])])) };
  }
  const share = rest.take(shape(`(?:thinned|reduced) (?:by )?${PER_CENT}(?: with ${T})?`));
  const ratio = share ? null : rest.take(shape(`(?:thinned|reduced|diluted) ${RATIO}(?: with ${T})?`));
  const parts =
    share || ratio ? null : rest.take(shape(`(?:thinned|diluted)(?: with)? ${NUMBER} parts?(?: (?:of )?${T})?`));
  const retarder = rest.take(shape(`(?:\\+|and|with|plus) (?:a touch of )?(?:${PER_CENT} )?retarder`));
  const touch: Record<string, number> = retarder
    ? { retarder: retarder[1] ? middle(retarder[1], retarder[2]) : TOUCH_OF_RETARDER }
    : {};
  if (share)
    return { open: false, thinners: { [called(share[3] ?? 'thinner')]: middle(share[1], share[2]), ...touch } };
  if (ratio) {
    // Said of the product first: one of it and four of water.
    return {
      open: false,
      thinners: { [called(ratio[3] ?? 'thinner')]: figure(ratio[2]) / figure(ratio[1]), ...touch },
    };
  }
  if (parts?.[1]) return { open: false, thinners: { [called(parts[2] ?? 'thinner')]: amountOf(parts[1]), ...touch } };
  const two = twoThinners(rest);
  if (two) return { open: true, thinners: { ...two, ...touch } };
  const plain = rest.take(shape(`(?:made up|thinned) with ${T}`));
  if (plain) return { open: true, thinners: { [called(plain[1] ?? '')]: 1, ...touch } };
  return retarder ? { open: false, thinners: touch } : null;
}

const amountOf = (text: string): number => {
  const typed = typedQuantity(text, { field: 'sentence', usual: unitOf('part') });
  return isRatio(typed) ? Number.NaN : typed.value * typed.unit.factor;
};
const UNIT =
  '(?:fl\\.? ?oz|fluid ounces?|ounces?|oz|ml|millilitres?|cl|dl|l|litres?|liters?|cups?|tbsps?|tablespoons?|tsps?|teaspoons?|pints?|quarts?|gallons?|parts?|tins?|cans?)';
/** A sum of fractions as it is said: one and a half, 1½, 1 1/2, ¾. */
const SUM = `${NUMBER}(?: (?:and )?(?:a )?(?:half|quarter|\\d+ ?/ ?\\d+))?`;

/** An amount among others in one pot: millilitres where its unit is a volume, an ounce being a fluid one; else parts. */
export function poured(text: string): { measure: Beside['measure']; amount: number } | null {
  const fluid = text.replace(/(?<!fl\.? ?|fluid )\b(oz|ounces?)\b/, 'fl oz');
  const typed = typedQuantity(fluid, { field: 'sentence', usual: unitOf('part') });
  if (isRatio(typed)) return null;
  const { value, unit } = typed;
  if (unit.dimension === 'volume') return { measure: 'mL', amount: value * unit.factor };
  return unit.dimension === 'parts' || unit.dimension === 'cans' ? { measure: 'part', amount: value } : null;
}

/**
 * What stands beside the colours: so much of a thinner, so much of the product itself. Null where nothing does.
 * @param bases what the product is called, as it stands in the text
 * @throws FieldError where some of it is in parts and some in volumes
 */
export function besideSaid(rest: Rest, bases: readonly string[]): Beside | null {
  const beside: { measure: Beside['measure'] | null; base: number; thinners: Record<string, number> } = {
    measure: null,
    base: 0,
    thinners: {},
  };
  const base = words('medium', 'base', 'it', ...bases).source;
  const listed = shape(
    `(?<!\\bin )(?<!\\d ?: ?)(?<![\\p{L}\\d.,/:])(${SUM}(?: ?${UNIT})?) (?:of )?(?:the |its )?(?:${T}|(${base}))`,
  );
  for (let found = rest.take(listed); found; found = rest.take(listed)) {
    const amount = found[1] ? poured(found[1]) : null;
    if (!amount)
      throw new FieldError('sentence', `How much is “${(found[1] ?? '').trim()}”? Say it in parts or a volume.`);
    if (beside.measure !== null && beside.measure !== amount.measure)
      throw new FieldError('sentence', 'Say all of the pot in parts, or all of it in volumes.');
    beside.measure = amount.measure;
    const name = found.slice(3).find((group) => group !== undefined && NAMES.includes(group));
    if (name === undefined) beside.base += amount.amount;
    else beside.thinners[called(name)] = (beside.thinners[called(name)] ?? 0) + amount.amount;
  }
  return beside.measure === null ? null : { ...beside, measure: beside.measure };
}

/** Thinners as a layer keeps them: of what is made up to a strength their proportion, else each to one of the product. */
export function thinnersKept(
  { thinners, open }: Thinned,
  madeUp: boolean,
  name: string,
): { thinners: Record<string, number> } | { question: string } {
  const whole = thinnedBy({ thinners });
  if (!madeUp)
    return open
      ? { question: `${name} is thinned by how much? Say: thinned 10 % with ${Object.keys(thinners)[0]}.` }
      : { thinners };
  return { thinners: Object.fromEntries(Object.entries(thinners).map(([of, parts]) => [of, parts / whole])) };
}

/** What is typed into the field of thinners alone: “15 % lacquer thinner”, “alcohol and lacquer thinner 1 : 1”. */
export function thinnersTyped(text: string, madeUp: boolean, name: string): ReturnType<typeof thinnersKept> {
  const small = text.trim().toLowerCase();
  for (const before of ['', 'thinned with ', 'thinned ']) {
    const rest = new Rest(`${before}${small}`);
    const thinned = thinnedSaid(rest);
    if (thinned && rest.text.replace(/[\s,;.]/g, '') === '') return thinnersKept(thinned, madeUp, name);
  }
  return { question: 'With what, and how much? For example 15 % water, or alcohol and lacquer thinner 1 : 1.' };
}

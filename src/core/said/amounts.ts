import { FieldError } from '../field-error.ts';
import { type Carrier, COLOURANT_INFO } from '../kinds/index.ts';
import { isRatio, typedQuantity, unitOf } from '../mix/typed-quantity.ts';
import { unitNamed } from '../mix/units.ts';
import type { Named, Rest } from './rest.ts';
import type { SaidShelf } from './shelf.ts';
import { numberSaid } from './words.ts';

/** Grams in a millilitre where a sheet is silent: a powder level in the spoon, a paste, a liquid. Common practice, from memory. */
export const USUAL_DENSITY = { powder: 0.6, paste: 1.3, liquid: 1 } as const;

/** A strength in what a colour is told in, from an amount and the volume it goes into. */
function strengthSaid(
  amount: string,
  colour: SaidShelf['colourants'][number],
  litres: number | null,
): number | { parts: number } | { question: string } {
  const { share, readyMade } = COLOURANT_INFO[colour.kind];
  const text = amount.replace(/^(?:\s|,|;|:|\+|&|and\b|plus\b|with\b|of\b)+/, '').replace(/(?:\s|of\b)+$/, '');
  if (/^(?:neat|as it comes|straight from the (?:tin|bottle))$/.test(text))
    return readyMade ? 1 : { question: `How strong is ${colour.name} as it comes? Say it in g/L.` };
  const perLitre = text.match(/^(.+?)\s*(?:g|grams?)\s*(?:\/|per\s|a\s)\s*l(?:itre|iter)?$/);
  if (perLitre?.[1])
    return share ? { question: `${colour.name} is told in per cent of the mix.` } : numberSaid(perLitre[1]);
  if (text === '')
    return readyMade
      ? 1
      : {
          question: `How much ${colour.name}? Say ${share ? 'per cent, or spoons in a volume' : 'g/L, or spoons in a volume'}.`,
        };
  // A word that is no unit is a name that the shelf does not have.
  const stranger = text
    .match(/\p{L}{4,}/gu)
    ?.find((word) => !unitNamed(word) && !/^(?:half|third|quarter|level|some)/.test(word));
  if (stranger && /\band\b|,/.test(text)) return { question: `What is “${stranger}”?` };
  // Tins mixed into one: two of this and one of that, two thirds and one third.
  const bare = readyMade && litres === null ? partsSaid(text) : null;
  if (bare !== null) return { parts: bare };
  const quantity = typedQuantity(text, { field: 'sentence' });
  if (isRatio(quantity)) return { question: `A ratio of what, and how strong is ${colour.name}?` };
  const { value, unit } = quantity;
  if (unit.dimension === 'share')
    return share ? value * unit.factor : { question: `${colour.name} is told in g/L, or in spoons in a volume.` };
  if (unit.dimension !== 'mass' && unit.dimension !== 'volume')
    return { question: `How much is ${value} ${unit.id} of ${colour.name}? Say it in spoons, grams or millilitres.` };
  if (litres === null)
    return { question: `${value} ${unit.id} of ${colour.name} in how much? Say: in 8 fl oz, in 0.5 L.` };
  const form = colour.form ?? COLOURANT_INFO[colour.kind].form;
  const powder = form === 'powder';
  const density = powder ? colour.bulkDensity : colour.density;
  if (unit.dimension === 'volume' && readyMade) return (value * unit.factor) / 1000 / litres;
  if (unit.dimension === 'volume' && !density)
    return {
      question: `What does a millilitre of ${colour.name} weigh${powder ? ', level in the spoon' : ''}? Usual is ${USUAL_DENSITY[powder ? 'powder' : form === 'paste' ? 'paste' : 'liquid']} g: write it on its sheet.`,
    };
  const grams = value * unit.factor * (unit.dimension === 'volume' ? (density as number) : 1);
  return share ? grams / 1000 / litres : grams / litres;
}

/** So many parts, tins or spoons of a ready-made stain beside another; null where it is a share or a weight in a volume. */
function partsSaid(text: string): number | null {
  const quantity = typedQuantity(text, { field: 'sentence', usual: unitOf('part') });
  if (isRatio(quantity)) return null;
  const { value, unit } = quantity;
  return unit.dimension === 'cans' || unit.dimension === 'parts' || unit.dimension === 'volume'
    ? value * unit.factor
    : null;
}

/** The colours that are named, each with what is said of how much. */
export function pouredColours(
  rest: Rest,
  named: readonly Named[],
  shelf: SaidShelf,
): { colours: Record<string, number> } | { question: string } {
  const volume =
    named.length > 0
      ? rest.text.match(/\bin ((?:(?!\bin\b)[^;])+?)(?: of \p{L}+(?: \p{L}+)?)?(?=\s*(?:[;,]|$))/u)
      : null;
  let litres: number | null = null;
  if (volume?.[1] && volume.index !== undefined) {
    const into = volumeIn(volume[1]);
    if (into !== null) {
      litres = into;
      rest.cut(volume.index, volume.index + volume[0].length);
    }
  }
  const colours: Record<string, number> = {};
  const parts: Record<string, number> = {};
  let begun = 0;
  for (const [i, { id, from, to }] of named.entries()) {
    const colour = shelf.colourants.find((c) => c.id === id) as SaidShelf['colourants'][number];
    const before = rest.text.slice(begun, from);
    const clause = Math.max(
      ...[';', ':', ' with '].map((mark) => before.lastIndexOf(mark) + (before.includes(mark) ? mark.length : 0)),
      0,
    );
    const comma = i === 0 ? before.lastIndexOf(',') + 1 : 0;
    let [start, end] = [begun + Math.max(clause, comma), from];
    let amount = rest.text.slice(start, end).trim();
    if (/^(?:[,+&]|and|plus|with|of|\s)*$/.test(amount)) {
      // After the name, up to the next one or the end of the clause.
      const until = Math.min(
        ...[
          named[i + 1]?.from ?? rest.text.length,
          ...[';', ','].map((m) => rest.text.indexOf(m, to)).filter((at) => at >= 0),
        ],
      );
      const after = rest.text.slice(to, until).match(/^\s*((?:\d|[½⅓⅔¼¾⅛⅜⅝⅞])[^;,]*?)\s*(?:\band\b\s*)?$/);
      if (after?.[1]) [start, end, amount] = [to, to + after[0].length, after[1]];
    }
    const strength = strengthSaid(amount, colour, litres);
    if (typeof strength === 'object' && 'question' in strength) return strength;
    rest.cut(start, end);
    rest.cut(from, to);
    if (typeof strength === 'number') colours[id] = strength;
    else parts[id] = strength.parts;
    begun = Math.max(to, end);
  }
  const total = Object.values(parts).reduce((sum, part) => sum + part, 0);
  if (total > 0 && Object.keys(colours).length > 0)
    return { question: 'Say all of it in parts, or all of it in per cent.' };
  for (const [id, part] of Object.entries(parts)) colours[id] = part / total;
  return { colours };
}

/** Litres of what is poured into; null where that is no volume. */
function volumeIn(text: string): number | null {
  try {
    const into = typedQuantity(text, { field: 'sentence' });
    return !isRatio(into) && into.unit.dimension === 'volume' ? (into.value * into.unit.factor) / 1000 : null;
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}

/** What carries a colour can be said; it is what its sheet says, and another one is asked about. */
export function carrierSaid(rest: Rest, named: readonly Named[], shelf: SaidShelf): { question: string } | null {
  const said = rest.take(CARRIERS_SAID);
  if (!said?.[1]) return null;
  const carrier = Object.entries(CARRIER_WORDS).find(([, called]) => called.includes(said[1] as string))?.[0];
  const other = named
    .map(({ id }) => shelf.colourants.find((c) => c.id === id))
    .find((c) => c?.carrier !== undefined && c.carrier !== carrier);
  return other?.carrier
    ? { question: `${other.name} is carried by ${other.carrier}: another one is said on the shelf.` }
    : null;
}
const CARRIER_WORDS: Readonly<Record<Carrier, readonly string[]>> = {
  water: ['water', 'distilled water', 'warm water', 'hot water'],
  alcohol: ['alcohol', 'spirit', 'spirits', 'methylated spirit'],
  oil: ['oil', 'mineral spirits', 'white spirit', 'turpentine'],
  solvent: ['lacquer thinner', 'solvent', 'acetone'],
};
const CARRIERS_SAID = new RegExp(
  `\\bin (${Object.values(CARRIER_WORDS)
    .flat()
    .toSorted((p, q) => q.length - p.length)
    .join('|')})\\b`,
);

import { FieldError } from '../field-error.ts';
import { COLOURANT_INFO, THINNERS, thinnerNamed } from '../kinds/index.ts';
import { neatStrength } from '../layers/materials.ts';
import { isRatio, typedQuantity } from '../mix/typed-quantity.ts';
import { unitNamed } from '../mix/units.ts';
import { type Beside, poured } from './pot.ts';
import type { Named, Rest } from './rest.ts';
import type { AskedBack, SaidShelf } from './shelf.ts';
import { numberSaid } from './words.ts';

/** Grams in a millilitre where a sheet is silent: a powder level in the spoon, a paste, a liquid. Common practice, from memory. */
export const USUAL_DENSITY = { powder: 0.6, paste: 1.3, liquid: 1 } as const;

type SaidColour = SaidShelf['colourants'][number];
/** How much of a colour: its strength; its part of all that is poured together, or its grams in that. */
type HowMuch = { strength: number } | { part: number; measure: Beside['measure'] } | { grams: number };

/** Grams in a millilitre of a colour as it is poured; a liquid is water where its sheet is silent, what else there is is asked. */
function densityOf(colour: SaidColour): number | AskedBack {
  const form = colour.form ?? COLOURANT_INFO[colour.kind].form;
  const [powder, liquid] = [form === 'powder', form !== 'powder' && form !== 'paste'];
  const density = powder ? colour.bulkDensity : colour.density;
  if (density) return density;
  if (liquid) return USUAL_DENSITY.liquid;
  const usual = USUAL_DENSITY[powder ? 'powder' : 'paste'];
  return {
    question: `What does a millilitre of ${colour.name} weigh${powder ? ', level in the spoon' : ''}? Usual is ${usual} g: write it on its sheet.`,
    usual: { colourant: colour.id, field: powder ? 'bulkDensity' : 'density', value: usual },
  };
}
/** What a litre of nothing else is: neat out of the bottle, all of the tin; null of a powder, and of a paste that is bound first. */
export const neatOf = (colour: SaidColour): number | null => {
  if (COLOURANT_INFO[colour.kind].readyMade) return 1;
  if (colour.maxStrength === undefined) return null;
  const neat = neatStrength({ kind: colour.kind, form: colour.form, maxStrength: colour.maxStrength });
  return neat ?? (colour.form === 'concentrate' ? 1000 * (colour.density ?? USUAL_DENSITY.liquid) : null);
};

/** As it comes out of its bottle or tin. */
export const NEAT_SAID: readonly string[] = [
  'neat',
  'as it comes',
  'straight from the bottle',
  'out of the bottle',
  'straight from the tin',
  'out of the tin',
];
const JOINS = /^(?:\s|,|;|:|\+|&|and\b|plus\b|with\b|of\b)+/;

/** How much of a colour is said, by an amount and the volume it goes into; or among others in one pot. */
function howMuch(amount: string, colour: SaidColour, litres: number | null, listed: boolean): HowMuch | AskedBack {
  const { share } = COLOURANT_INFO[colour.kind];
  const neat = neatOf(colour);
  const text = amount.replace(JOINS, '').replace(/(?:\s|of\b)+$/, '');
  if (NEAT_SAID.includes(text))
    return neat === null
      ? { question: `How strong is ${colour.name} as it comes? Say it in g/L.` }
      : { strength: neat };
  const perLitre = text.match(/^(.+?)\s*(?:g|grams?)\s*(?:\/|per\s|a\s)\s*l(?:itre|iter)?$/);
  if (perLitre?.[1])
    return share
      ? { question: `${colour.name} is told in per cent of the mix.` }
      : { strength: numberSaid(perLitre[1]) };
  if (text === '') {
    if (neat !== null) return listed ? { part: 1, measure: 'part' } : { strength: neat };
    return {
      question: `How much ${colour.name}? Say ${share ? 'per cent, or spoons in a volume' : 'g/L, or spoons in a volume'}.`,
    };
  }
  // A word that is no unit is a name that the shelf does not have.
  const stranger = text
    .match(/\p{L}{4,}/gu)
    ?.find((word) => !unitNamed(word) && !/^(?:half|third|quarter|level|some|ounces?)/.test(word));
  if (stranger && /\band\b|,/.test(text)) return { question: `What is “${stranger}”?` };
  // Poured together: tins, parts, spoons and volumes of what comes ready; of a pigment beside the medium it goes into.
  if (litres === null && (listed || neat !== null)) {
    const some = poured(text);
    if (some) return { part: some.amount, measure: some.measure };
  }
  const quantity = typedQuantity(text, { field: 'sentence' });
  if (isRatio(quantity)) {
    const [of = 0, to = 0] = quantity.parts;
    return neat !== null && quantity.parts.length === 2
      ? { strength: (neat * of) / (of + to) }
      : { question: `A ratio of what, and how strong is ${colour.name}?` };
  }
  const { value, unit } = quantity;
  if (unit.dimension === 'share') {
    if (share || neat !== null) return { strength: value * unit.factor * (share ? 1 : (neat ?? 1)) };
    return { question: `${colour.name} is told in g/L, or in spoons in a volume.` };
  }
  if (unit.dimension !== 'mass' && unit.dimension !== 'volume')
    return { question: `How much is ${value} ${unit.id} of ${colour.name}? Say it in spoons, grams or millilitres.` };
  if (litres === null && !listed)
    return { question: `${value} ${unit.id} of ${colour.name} in how much? Say: in 8 fl oz, in 0.5 L.` };
  const density = unit.dimension === 'volume' ? densityOf(colour) : 1;
  if (typeof density === 'object') return density;
  const grams = value * unit.factor * density;
  if (litres === null) return { grams };
  if (unit.dimension === 'volume' && neat !== null) return { strength: (neat * value * unit.factor) / 1000 / litres };
  return { strength: share ? grams / 1000 / litres : grams / litres };
}

/** A colour that is named, with how much of it is said. */
interface Said {
  colour: SaidColour;
  much: HowMuch;
}

/** Strengths of colours that are poured together, with what stands beside them. */
function together(said: readonly Said[], beside: Beside | null): { colours: Record<string, number> } | AskedBack {
  const measures = new Set(said.flatMap(({ much }) => ('part' in much ? [much.measure] : [])));
  if (beside) measures.add(beside.measure);
  if (measures.size > 1) return { question: 'Say all of the pot in parts, or all of it in volumes.' };
  const poured = said.reduce((sum, { much }) => sum + ('part' in much ? much.part : 0), 0);
  const whole =
    poured + (beside?.base ?? 0) + Object.values(beside?.thinners ?? {}).reduce((sum, amount) => sum + amount, 0);
  const colours: Record<string, number> = {};
  for (const { colour, much } of said) {
    if ('strength' in much) colours[colour.id] = much.strength;
    else if ('grams' in much) {
      if (beside?.measure !== 'mL')
        return { question: `Grams of ${colour.name} in how much? Say all of it in volumes.` };
      const perLitre = much.grams / (whole / 1000);
      colours[colour.id] = COLOURANT_INFO[colour.kind].share ? perLitre / 1000 : perLitre;
    } else {
      const neat = neatOf(colour);
      const density = neat === null ? densityOf(colour) : 0;
      if (typeof density === 'object') return density;
      // Of what is bound by a medium the mass counts, a mix weighing a kilogram a litre.
      const full = neat ?? density * (COLOURANT_INFO[colour.kind].share ? 1 : 1000);
      colours[colour.id] = (full * much.part) / whole;
    }
  }
  return { colours };
}

/** The colours that are named, each with what is said of how much. */
export function pouredColours(
  rest: Rest,
  named: readonly Named[],
  shelf: SaidShelf,
  beside: Beside | null = null,
): { colours: Record<string, number> } | AskedBack {
  const volume =
    named.length > 0 ? rest.text.match(/\bin ((?:(?!\bin\b)[^;])+?)(?: of(?: \p{L}+){0,2})?(?=\s*(?:[;,]|$))/u) : null;
  let litres: number | null = null;
  if (volume?.[1] && volume.index !== undefined) {
    const into = volumeIn(volume[1]);
    if (into !== null) {
      litres = into;
      rest.cut(volume.index, volume.index + volume[0].length);
    }
  }
  const said: Said[] = [];
  let begun = 0;
  for (const [i, { id, from, to }] of named.entries()) {
    const colour = shelf.colourants.find((c) => c.id === id) as SaidColour;
    const before = rest.text.slice(begun, from);
    const clause = Math.max(
      ...[';', ':', ' with '].map((mark) =>
        before.search(/\d ?: ?\d/) >= 0 && mark === ':'
          ? 0
          : before.lastIndexOf(mark) + (before.includes(mark) ? mark.length : 0),
      ),
      0,
    );
    const comma = i === 0 ? before.lastIndexOf(',') + 1 : 0;
    let [start, end] = [begun + Math.max(clause, comma), from];
    let amount = rest.text.slice(start, end).trim();
    if (/^(?:[,+&:]|and|plus|with|of|\s)*$/.test(amount)) {
      // After the name, up to the next one or the end of the clause.
      const until = Math.min(
        ...[
          named[i + 1]?.from ?? rest.text.length,
          ...[';', ','].map((m) => rest.text.indexOf(m, to)).filter((at) => at >= 0),
        ],
      );
      const after = rest.text.slice(to, until).match(/^\s*((?:\d|[½⅓⅔¼¾⅛⅜⅝⅞]|neat\b)[^;,]*?)\s*(?:\band\b\s*)?$/);
      if (after?.[1]) [start, end, amount] = [to, to + after[0].length, after[1]];
    }
    const much = howMuch(amount, colour, litres, beside !== null);
    if ('question' in much) return much;
    rest.cut(start, end);
    rest.cut(from, to);
    said.push({ colour, much });
    begun = Math.max(to, end);
  }
  if (said.some(({ much }) => 'part' in much) && said.some(({ much }) => 'strength' in much))
    return { question: 'Say all of it in parts, or all of it in per cent.' };
  return together(said, beside);
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
export function carrierSaid(rest: Rest, named: readonly Named[], shelf: SaidShelf): AskedBack | null {
  const said = rest.take(CARRIERS_SAID);
  if (!said?.[1]) return null;
  const carrier = said[1] === 'oil' ? 'oil' : thinnerNamed(said[1])?.carrier;
  const other = named
    .map(({ id }) => shelf.colourants.find((c) => c.id === id))
    .find((c) => c?.carrier !== undefined && c.carrier !== carrier);
  return other?.carrier
    ? { question: `${other.name} is carried by ${other.carrier}: another one is said on the shelf.` }
    : null;
}
const CARRIERS_SAID = new RegExp(
  `\\bin (${THINNERS.flatMap(({ name, carrier, called }) => (carrier ? [name, ...called] : []))
    .concat('oil')
    .toSorted((p, q) => q.length - p.length)
    .join('|')})\\b`,
);

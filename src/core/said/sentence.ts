import { APPLICATOR_INFO, COLOURANT_INFO, KINDS } from '../kinds/index.ts';
import {
  type Clean,
  isMadeUp,
  KEPT_TO_WORDS,
  type Layer,
  newLayer,
  RUBBED_WHERE_WORDS,
  type Rub,
  setting,
  withApplicator,
} from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { neatOf } from './amounts.ts';
import { namesIn, type SaidShelf } from './shelf.ts';

/** A piece of a sentence, and what of the layer it says; nothing where it only joins. */
export interface Phrase {
  text: string;
  about?: Said;
}
export type Said =
  | 'kind'
  | 'medium'
  | 'supply'
  | 'method'
  | 'applicator'
  | 'thinners'
  | 'hardener'
  | 'where'
  | 'wait'
  | 'apart'
  | 'rub'
  | 'clean'
  | 'note'
  | 'off'
  | `colour:${string}`
  | `setting:${string}`;

/** Four figures tell more than anybody pours; where it is only read, three. */
const EXACT = 4;
export const TO_READ = 3;
export function figures(value: number, digits = EXACT): string {
  const told = String(Number(value.toPrecision(digits)));
  // Three figures behind a point could be thousands.
  return /^[1-9]\d{0,2}\.\d{3}$/.test(told) ? `${told}0` : told;
}

const DAY = 24;
/** Hours as they are said: minutes below one, days from two on where they are whole. */
const spanText = (hours: number): string => {
  if (hours > 0 && hours < 1) return `${figures(60 * hours)} min`;
  return hours >= 2 * DAY && hours % DAY === 0 ? `${hours / DAY} days` : `${figures(hours)} h`;
};

/** How each setting is said, by its key. */
export const SETTING_PHRASES: Readonly<Record<string, (value: number) => string>> = {
  film: (v) => `${figures(v)} × the usual film left`,
  load: (v) => `${figures(v)} × put on`,
  pressure: (v) => `wiped ${figures(v)} × as hard`,
  dwell: (v) => `wiped after ${figures(v)} min`,
  cut: (v) => `${figures(v)} lb cut`,
  fill: (v) => `${figures(100 * v)} % of the pores filled`,
  removed: (v) => `${figures(100 * v)} % taken off`,
  strength: (v) => `${figures(100 * v)} % of its colour taken out`,
};
export const RUB_PHRASES: Readonly<Record<Rub, string>> = {
  none: 'not rubbed down',
  dry: 'rubbed down dry',
  wet: 'rubbed down wet',
  foam: 'rubbed down with foam',
  wool: 'rubbed down with wool',
  pad: 'rubbed down with a pad',
};
/** How dust is taken off, as it is said. */
const CLEANED: Readonly<Record<Clean, string>> = {
  vacuum: 'vacuumed',
  'tack cloth': 'wiped with a tack cloth',
  spirits: 'wiped with spirits',
};
export const NEAT = 'neat';
export const WORN = 'worn';
/** Of a run of coats only the last is rubbed down. */
export const LAST_ONLY = 'after the last coat only';

/** So much of a colour: `4 g/L`, `2 %`, or neat where it is as it comes in the tin. */
function amountSaid(strength: number, colour: SaidShelf['colourants'][number], alone: boolean, digits: number): string {
  const { share } = COLOURANT_INFO[colour.kind];
  const neat = neatOf(colour);
  if (neat === null) return share ? `${figures(100 * strength, digits)} %` : `${figures(strength, digits)} g/L`;
  if (Math.abs(strength / neat - 1) < 1e-6) return NEAT;
  // One liquid alone is told in parts of it and of thinner, where those are numbers that somebody would say.
  const parts = alone && !share ? wholeParts(strength / neat) : null;
  return parts ?? `${figures((100 * strength) / neat, digits)} %`;
}
const [MOST_TO_ONE, MOST_OF_FEW] = [40, 9];
/** A share of a pot as parts of it to parts of the rest, in small whole numbers: 1 : 5, 2 : 1, 3 : 2; null where it is none. */
function wholeParts(share: number): string | null {
  const ratio = (1 - share) / share;
  for (let of = 1; of <= MOST_OF_FEW; of++) {
    const to = Math.round(ratio * of);
    if (to > 0 && to <= (of === 1 ? MOST_TO_ONE : MOST_OF_FEW) && Math.abs(to / of / ratio - 1) < 1e-9)
      return `${of} : ${to}`;
  }
  return null;
}

/** What it is thinned with, and how much; nothing where that is not said. */
export function thinnersText({ thinners }: Pick<Layer, 'thinners'>, madeUp: boolean): string {
  const entries = Object.entries(thinners ?? {});
  if (!madeUp) return entries.map(([name, parts]) => `${figures(100 * parts)} % ${name}`).join(' and ');
  const [first, second] = entries;
  if (!first || !second) return first?.[0] ?? '';
  const ratio = first[1] === second[1] ? '1 : 1' : `${figures(first[1] / second[1])} : 1`;
  return `${first[0]} and ${second[0]} ${ratio}`;
}

/** Coats are said where they are not as many as usual. */
function coatsSaid(layer: Layer): string | null {
  const spec = KINDS[layer.kind].settings.find((s) => s.key === 'coats');
  const coats = setting(layer, 'coats');
  if (!spec || coats === spec.default) return null;
  return `${coats} ${coats === 1 ? spec.label.replace(/(e?)s$/, spec.label === 'passes' ? '' : '$1') : spec.label}`;
}

/** What it is put on with tells how. */
const isImplied = ({ kind, method, applicator }: Layer): boolean =>
  applicator !== undefined && withApplicator(newLayer(kind), applicator).method === method;

const listed = (items: readonly Phrase[]): Phrase[] =>
  items.flatMap((item, i) => (i === 0 ? [item] : [{ text: i === items.length - 1 ? ' and ' : ', ' }, item]));

/**
 * A layer as a finisher says it, what is usual left out: “Glaze with 2 % Ochre and 0.5 % Slate; dry-brushed; left 1 h.”
 * Rules that were read and left are not part of it.
 */
export function phrasesOf(layer: Layer, shelf: SaidShelf, digits = EXACT): Phrase[] {
  const kind = KINDS[layer.kind];
  const nameOf = (list: readonly { id: string; name: string }[], id: string) =>
    list.find((thing) => thing.id === id)?.name ?? id;
  const head: Phrase[] = [{ text: kind.label, about: 'kind' }];
  if (layer.medium !== undefined)
    head.push({ text: ' of ' }, { text: nameOf(shelf.mediums, layer.medium), about: 'medium' });
  // What there is most of comes first.
  const poured = Object.entries(layer.colours).toSorted(([, p], [, q]) => q - p);
  const colours = poured.map(([id, strength]): Phrase => {
    const colour = shelf.colourants.find((c) => c.id === id) ?? { id, name: id, kind: 'dye' as const };
    return {
      text: `${amountSaid(strength, colour, poured.length === 1, digits)} ${nameOf(shelf.colourants, id)}`,
      about: `colour:${id}`,
    };
  });
  if (colours.length > 0) head.push({ text: ' with ' }, ...listed(colours));
  if (layer.supply !== undefined)
    head.push(
      { text: colours.length > 0 ? ' in ' : ' of ' },
      { text: nameOf(shelf.supplies, layer.supply), about: 'supply' },
    );
  const clauses: Phrase[] = [];
  const madeUp = isMadeUp(layer, shelf.colourants.find((c) => c.id === poured[0]?.[0])?.kind);
  const thinned = thinnersText(layer, madeUp);
  if (thinned) clauses.push({ text: `${madeUp ? 'made up' : 'thinned'} with ${thinned}`, about: 'thinners' });
  if (layer.unhardened) clauses.push({ text: 'without hardener', about: 'hardener' });
  const coats = coatsSaid(layer);
  if (coats) clauses.push({ text: coats, about: 'setting:coats' });
  const method = kind.methods.find((m) => m.id === layer.method);
  if (method && method !== kind.methods[0] && !isImplied(layer)) clauses.push({ text: method.label, about: 'method' });
  if (layer.applicator) clauses.push({ text: APPLICATOR_INFO[layer.applicator].label, about: 'applicator' });
  for (const { key, default: usual } of kind.settings) {
    const say = SETTING_PHRASES[key];
    const value = setting(layer, key);
    if (say && value !== usual) clauses.push({ text: say(value), about: `setting:${key}` });
  }
  if (layer.where) clauses.push({ text: KEPT_TO_WORDS[layer.where], about: 'where' });
  if (layer.apart !== undefined) clauses.push({ text: `${spanText(layer.apart)} apart`, about: 'apart' });
  if (layer.wait !== undefined) clauses.push({ text: `left ${spanText(layer.wait)}`, about: 'wait' });
  if (kind.is.rubsOut && (layer.rub || layer.papers))
    clauses.push({ text: [layer.rub, layer.papers?.join('-')].filter(Boolean).join(' '), about: 'rub' });
  else if (layer.rub !== undefined)
    clauses.push({
      text: [
        'then',
        RUB_PHRASES[layer.rub],
        layer.rubWorn ? WORN : '',
        layer.papers?.join('-'),
        layer.rubWhere ? RUBBED_WHERE_WORDS[layer.rubWhere] : '',
        layer.rubLast ? LAST_ONLY : layer.rubFrom ? `from coat ${layer.rubFrom} on` : '',
      ]
        .filter(Boolean)
        .join(' '),
      about: 'rub',
    });
  if (layer.clean) clauses.push({ text: CLEANED[layer.clean], about: 'clean' });
  if (layer.off) clauses.push({ text: 'left out for now', about: 'off' });
  const phrases = [...head, ...clauses.flatMap((clause) => [{ text: '; ' }, clause])];
  if (layer.note) phrases.push({ text: ' ' }, { text: `“${layer.note}”`, about: 'note' });
  return [...phrases, { text: '.' }];
}

export const sentenceText = (layer: Layer, shelf: SaidShelf): string =>
  phrasesOf(layer, shelf)
    .map(({ text }) => text)
    .join('');

/** The same to be read in a list: without its note, and in no more figures than are poured. */
export const layerLine = ({ note: _, ...layer }: Layer, materials: Materials): string =>
  phrasesOf(layer, namesIn(materials), TO_READ)
    .map(({ text }) => text)
    .join('');

import { FieldError } from '../field-error.ts';
import { COLOURANT_INFO, type ColourantKind, KINDS, LAYER_KINDS, type LayerKind } from '../kinds/index.ts';
import { type Layer, newLayer, type Rub } from '../layers/layer.ts';
import { isRatio, typedQuantity } from '../mix/typed-quantity.ts';
import { unitNamed } from '../mix/units.ts';
import type { SaidShelf } from './shelf.ts';

/** What a sentence comes to: a layer, or what has to be asked before it is one. */
export type Understood = { layer: Layer } | { question: string };

/** A level spoonful of a powder whose sheet is silent: grams in a millilitre. Common practice, from memory. */
export const USUAL_BULK: Readonly<Record<ColourantKind, number>> = {
  dye: 0.55,
  pigment: 0.7,
  ink: 1,
  reactive: 1,
  stain: 1,
  metallic: 1.1,
};

/** A text of which pieces are taken one after the other, until nothing is left. */
class Rest {
  text: string;
  constructor(text: string) {
    this.text = text;
  }
  /** The first piece of a shape, taken out. */
  take(shape: RegExp): RegExpMatchArray | null {
    const found = this.text.match(shape);
    if (found?.index !== undefined) this.cut(found.index, found.index + found[0].length);
    return found;
  }
  cut(from: number, to: number): void {
    this.text = `${this.text.slice(0, from)}${' '.repeat(to - from)}${this.text.slice(to)}`;
  }
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** A word or several, whole, in small letters. */
const words = (...said: readonly string[]) =>
  new RegExp(
    `(?<![\\p{L}\\d])(?:${said
      .toSorted((p, q) => q.length - p.length)
      .map(escaped)
      .join('|')})(?![\\p{L}\\d])`,
    'u',
  );

/** A number in figures, fractions or words. @throws FieldError where it is none */
function numberSaid(text: string): number {
  const typed = typedQuantity(`${text.trim()} g`, { field: 'sentence', nothing: true });
  if (isRatio(typed)) throw new FieldError('sentence', `“${text.trim()}” is no number.`);
  return typed.value;
}

/** A word of a sentence that begins a number. */
const NUMBER =
  '((?:\\d+(?:[.,]\\d+)?(?:\\s*/\\s*\\d+)?|[½⅓⅔¼¾⅛⅜⅝⅞]|\\d+[½⅓⅔¼¾⅛⅜⅝⅞]|half|a half|a third|two thirds|a quarter|three quarters|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty))';

const HOURS: Readonly<Record<string, number>> = { min: 1 / 60, h: 1, day: 24, week: 168 };
/** So many of a unit of time: one where it is only named. */
const SPAN = NUMBER.replace('((?:', '((?:an?\\b|');
const HOUR_UNIT = '(min(?:utes?)?|h(?:ours?|rs?)?|days?|weeks?)\\b';
const hoursOf = (value: string, unit: string): number =>
  numberSaid(value) *
  (HOURS[unit.startsWith('min') ? 'min' : unit.startsWith('h') ? 'h' : unit.replace(/s$/, '')] ?? 1);
/** Until the next morning, with its work. Common practice. */
const OVERNIGHT = 14;

/** How it is put on, by the ids of methods: what else is said for them. */
const METHOD_WORDS: Readonly<Record<string, readonly string[]>> = {
  wiped: [
    'flooded and wiped',
    'flooded',
    'wiped with the grain',
    'wiped off',
    'wiped on',
    'wiped',
    'with a rag',
    'by rag',
  ],
  across: ['wiped across the grain', 'across the grain', 'wiped across'],
  unwiped: ['not wiped off', 'not wiped', 'brushed on and left', 'brushed and left', 'left on', 'unwiped'],
  'dry-brushed': ['dry-brushed', 'dry brushed', 'drybrushed'],
  'in-grain': ['left in the grain', 'in the grain only', 'in the grain'],
  sprayed: ['sprayed', 'with the gun', 'by gun', 'from a can', 'from the can'],
  brushed: ['brushed or wiped', 'brushed on', 'brushed', 'wiped on', 'with a brush', 'with a rag', 'rolled', 'wiped'],
  rag: ['with a damp rag', 'with a wet rag', 'by rag', 'with a rag'],
  burnished: ['burnished dry', 'burnished'],
};
const RUB_WORDS: Readonly<Record<Rub, readonly string[]>> = {
  none: ['not rubbed down', 'not rubbed', 'nothing rubbed', 'not sanded'],
  wool: ['rubbed down with steel wool', 'rubbed down with wool', 'steel-wooled', 'with steel wool', 'rubbed with wool'],
  pad: ['rubbed down with a pad', 'rubbed with a pad', 'scuffed with a pad', 'padded'],
  wet: ['rubbed down wet', 'sanded wet', 'wet sanded', 'rubbed wet'],
  dry: ['rubbed down dry', 'rubbed down', 'scuffed', 'sanded', 'rubbed dry', 'de-nibbed'],
};
/** Amounts of a glaze or stain that are told by the eye: shares of the usual film. Common practice. */
const FILM_WORDS: Readonly<Record<string, number>> = {
  'mostly taken off': 0.25,
  'nearly all taken off': 0.1,
  'half taken off': 0.5,
  'half of it taken off': 0.5,
  'laid on thick': 2,
  'a thick film': 2,
  'a thin film': 0.5,
};
const PRESSURE_WORDS: Readonly<Record<string, number>> = { 'wiped hard': 1.5, 'wiped lightly': 0.7 };
const COUNT_WORDS: Readonly<Record<string, number>> = { once: 1, 'once over': 1, twice: 2, 'three times': 3 };

/** What may be left of a sentence that is understood. */
const IDLE =
  /^(?:an?|the|of|with|and|in|it|its|is|are|on|to|then|as|usual|colou?r|coats?|passes|pass|each|for|dries|dry|next|that|this|put|now|all|over|by|from|at|only|out|i|we|want|please)$/;

/** How a layer of a kind can be called. */
const calledOf = (kind: LayerKind): readonly string[] => [KINDS[kind].label.toLowerCase(), ...KINDS[kind].called];

const ASK_KIND = 'What is it: a dye, a stain, a gel, a glaze, a sealer, a clear …?';

/** Something of the shelf that is named in a text, and where. */
interface Named {
  id: string;
  from: number;
  to: number;
}
/** Names of the shelf in a text, the longest first; each place is read once. */
function namedIn(rest: Rest, list: readonly { id: string; name: string }[], calls: readonly string[] = []): Named[] {
  const found: Named[] = [];
  for (const { id, name } of list.toSorted((p, q) => q.name.length - p.name.length)) {
    const shape = words(name.toLowerCase());
    if (calls.includes(name.toLowerCase())) continue;
    const match = rest.text.match(shape);
    if (match?.index === undefined) continue;
    found.push({ id, from: match.index, to: match.index + match[0].length });
    // Its place stands, marked, so that amounts are found beside it.
    rest.text = `${rest.text.slice(0, match.index)}${'\u0001'.repeat(match[0].length)}${rest.text.slice(match.index + match[0].length)}`;
  }
  return found.sort((p, q) => p.from - q.from);
}

/** A strength in what a colour is told in, from an amount and the volume it goes into. */
function strengthSaid(
  amount: string,
  colour: SaidShelf['colourants'][number],
  litres: number | null,
): number | { question: string } {
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
  const quantity = typedQuantity(text, { field: 'sentence' });
  if (isRatio(quantity)) return { question: `A ratio of what, and how strong is ${colour.name}?` };
  const { value, unit } = quantity;
  if (unit.dimension === 'share')
    return share ? value * unit.factor : { question: `${colour.name} is told in g/L, or in spoons in a volume.` };
  if (unit.dimension !== 'mass' && unit.dimension !== 'volume')
    return { question: `How much is ${value} ${unit.id} of ${colour.name}? Say it in spoons, grams or millilitres.` };
  if (litres === null)
    return { question: `${value} ${unit.id} of ${colour.name} in how much? Say: in 8 fl oz, in 0.5 L.` };
  const density = COLOURANT_INFO[colour.kind].form === 'powder' ? colour.bulkDensity : colour.density;
  if (unit.dimension === 'volume' && readyMade) return (value * unit.factor) / 1000 / litres;
  if (unit.dimension === 'volume' && !density)
    return {
      question: `What does a millilitre of ${colour.name} weigh, level in the spoon? Usual is ${USUAL_BULK[colour.kind]} g: write it on its sheet.`,
    };
  const grams = value * unit.factor * (unit.dimension === 'volume' ? (density as number) : 1);
  return share ? grams / 1000 / litres : grams / litres;
}

/**
 * A layer from a sentence, typed or spoken as one would say it. What is usual need not be said; what is not understood, or
 * missing, comes back as a question.
 */
export function understoodLayer(sentence: string, shelf: SaidShelf): Understood {
  try {
    return layerFrom(sentence, shelf);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    return { question: error.message };
  }
}

function layerFrom(sentence: string, shelf: SaidShelf): Understood {
  const noted = sentence.match(/[“"]([^”"]*)[”"]/);
  const rest = new Rest(
    (noted ? sentence.replace(noted[0], ' ') : sentence)
      .toLowerCase()
      .replace(/\.\s*$/, '')
      .replace(/\s+/g, ' '),
  );
  const calls = LAYER_KINDS.flatMap(calledOf);
  const colours = namedIn(rest, shelf.colourants, calls);
  const [medium, ...more] = namedIn(rest, shelf.mediums, calls);
  if (more.length > 0) return { question: 'One layer has one clear, sealer or oil: say them one after the other.' };
  const product = shelf.mediums.find((m) => m.id === medium?.id);
  if (medium) rest.cut(medium.from, medium.to);
  // The longest name of a kind that is said; what a product is tells too.
  const kinds = LAYER_KINDS.flatMap((kind) => calledOf(kind).map((call) => ({ kind, call })))
    .filter(({ call }) => words(call).test(rest.text))
    .sort((p, q) => q.call.length - p.call.length);
  const first = shelf.colourants.find((c) => c.id === colours[0]?.id);
  const kind =
    kinds.find((k) => !product || KINDS[k.kind].medium === product.kind)?.kind ??
    product?.kind ??
    (first && COLOURANT_INFO[first.kind].laidAs);
  if (!kind) return { question: ASK_KIND };
  for (const call of calledOf(kind).toSorted((p, q) => q.length - p.length)) rest.take(words(call));
  const info = KINDS[kind];
  const layer: Layer = newLayer(kind);
  if (noted?.[1]?.trim()) layer.note = noted[1].trim();
  if (product) layer.medium = product.id;
  if (rest.take(/left out for now|left out/)) layer.off = true;

  const settings: Record<string, number> = {};
  const known = (key: string) => info.settings.some((s) => s.key === key);
  const rub = (Object.keys(RUB_WORDS) as Rub[]).find((r) => rest.take(words(...RUB_WORDS[r])));
  if (rub) layer.rub = rub;

  const strength = pouredColours(rest, colours, shelf);
  if ('question' in strength) return strength;
  layer.colours = strength.colours;

  if (known('dwell')) {
    const dwell =
      rest.take(new RegExp(`(?:wiped )?after ${NUMBER} ?min(?:utes?)?`)) ??
      rest.take(new RegExp(`${NUMBER} ?min(?:utes?)?(?: before wiping| then wiped|, wiped)`));
    if (dwell?.[1]) settings.dwell = numberSaid(dwell[1]);
  }
  if (known('cut')) {
    const cut = rest.take(new RegExp(`${NUMBER}[ -]?(?:lb|pound)[ -]cut`));
    if (cut?.[1]) settings.cut = numberSaid(cut[1]);
  }
  for (const [key, shape] of SHAPES) {
    const found = known(key) ? rest.take(shape) : null;
    if (found?.[1]) settings[key] = numberSaid(found[1]) / (found[0].includes('%') ? 100 : 1);
  }
  for (const [key, table] of WORDED)
    for (const [said, value] of Object.entries(table)) if (known(key) && rest.take(words(said))) settings[key] = value;
  const coats =
    rest.take(new RegExp(`${NUMBER} (?:\\p{L}+ )?(?:coats?|passes|pass)\\b`, 'u')) ?? rest.take(/[x×] ?(\d+)/);
  if (coats?.[1] && known('coats')) settings.coats = numberSaid(coats[1]);

  const wait = rest.take(new RegExp(`(?:left|dries|dry|wait|waits) (?:for )?${SPAN} ?${HOUR_UNIT}`));
  if (wait?.[1] && wait[2]) layer.wait = hoursOf(wait[1], wait[2]);
  else if (rest.take(words('left overnight', 'dries overnight', 'overnight'))) layer.wait = OVERNIGHT;
  else {
    const bare = rest.take(new RegExp(`(?<![\\p{L}\\d])${SPAN} ?${HOUR_UNIT}`, 'u'));
    if (bare?.[1] && bare[2]) layer.wait = hoursOf(bare[1], bare[2]);
  }
  // The longest way that is said: "wiped across the grain" is not "wiped".
  const [method] = info.methods
    .flatMap(({ id, label }) => [label, ...(METHOD_WORDS[id] ?? [])].map((call) => ({ id, call })))
    .filter(({ call }) => words(call).test(rest.text))
    .sort((p, q) => q.call.length - p.call.length);
  if (method) {
    rest.take(words(method.call));
    layer.method = method.id;
  }
  for (const [said, value] of Object.entries(COUNT_WORDS))
    if (settings.coats === undefined && known('coats') && rest.take(words(said))) settings.coats = value;

  const left = rest.text.match(/[\p{L}\d/½⅓⅔¼¾⅛⅜⅝⅞%]+/gu)?.find((word) => !IDLE.test(word));
  if (left) return { question: `What is “${left}”?` };
  for (const spec of info.settings) {
    const value = settings[spec.key];
    if (value === undefined) continue;
    if (value < spec.min || value > spec.max)
      return { question: `${info.label}: ${spec.label} is ${spec.min} to ${spec.max}, not ${value}.` };
    layer.settings[spec.key] = value;
  }
  return missingIn(layer, shelf) ?? { layer };
}

/** Settings that are said with a number. */
const SHAPES: readonly (readonly [string, RegExp])[] = [
  ['film', new RegExp(`${NUMBER} ?[×x] the usual film left`)],
  ['load', new RegExp(`${NUMBER} ?[×x] put on`)],
  ['pressure', new RegExp(`wiped ${NUMBER} ?[×x] as hard`)],
  ['fill', new RegExp(`${NUMBER}(?: ?%)? of the pores filled`)],
  ['removed', new RegExp(`${NUMBER}(?: ?%)?(?: of it)? taken off`)],
  ['strength', new RegExp(`${NUMBER}(?: ?%)? of its colou?r taken out`)],
];
const WORDED = [
  ['film', FILM_WORDS],
  ['pressure', PRESSURE_WORDS],
] as const;

/** The colours that are named, each with what is said of how much. */
function pouredColours(
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
    if (typeof strength !== 'number') return strength;
    rest.cut(start, end);
    rest.cut(from, to);
    colours[id] = (colours[id] ?? 0) + strength;
    begun = Math.max(to, end);
  }
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

/** What a layer of its kind cannot be without, or must not have. */
function missingIn({ kind, medium, colours }: Layer, shelf: SaidShelf): { question: string } | null {
  const info = KINDS[kind];
  if (info.medium !== 'none' && medium === undefined) {
    const offered = shelf.mediums.filter((m) => m.kind === info.medium).map((m) => m.name);
    return { question: `Which ${info.medium}: ${offered.join(', ')}?` };
  }
  const ids = Object.keys(colours);
  if (ids.length > 0 && info.takes.length === 0) return { question: `${info.label} takes no colour.` };
  const wrong = shelf.colourants.find((c) => ids.includes(c.id) && !info.takes.includes(c.kind));
  if (wrong)
    return {
      question: `${wrong.name} is ${COLOURANT_INFO[wrong.kind].word}, which ${info.label.toLowerCase()} does not take.`,
    };
  if (ids.length > info.mostColours && info.mostColours > 0)
    return { question: `${info.label} takes ${info.mostColours} colours at most.` };
  if (ids.length === 0 && info.takes.length > 0 && info.medium === 'none' && !info.is.fills)
    return { question: `${info.label} of which colour?` };
  return null;
}

/** A whole stack: a sentence a line, or one after the other with a full stop, or with a middle dot between. */
export function understoodStack(text: string, shelf: SaidShelf): { layers: Layer[] } | { question: string } {
  const sentences = text
    .split(/\n+|(?<=[.”"])\s+(?=\p{Lu})|\s+·\s+/u)
    .map((s) => s.trim())
    .filter((s) => s !== '');
  if (sentences.length === 0) return { question: ASK_KIND };
  const layers: Layer[] = [];
  for (const [i, sentence] of sentences.entries()) {
    const understood = understoodLayer(sentence, shelf);
    if ('question' in understood)
      return { question: sentences.length > 1 ? `Layer ${i + 1}: ${understood.question}` : understood.question };
    layers.push(understood.layer);
  }
  return { layers };
}

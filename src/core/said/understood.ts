import { FieldError } from '../field-error.ts';
import { COLOURANT_INFO, KINDS, LAYER_KINDS, type LayerKind } from '../kinds/index.ts';
import { type Layer, newLayer, type Rub } from '../layers/layer.ts';
import { carrierSaid, pouredColours } from './amounts.ts';
import { namedIn, Rest, words } from './rest.ts';
import type { SaidShelf } from './shelf.ts';
import {
  COUNT_WORDS,
  HOUR_UNIT,
  IDLE,
  METHOD_WORDS,
  NUMBER,
  numberSaid,
  OVERNIGHT,
  PAPERS,
  RUBS_SAID,
  SHAPES,
  SPAN,
  spanHours,
  WORDED,
} from './words.ts';

/** What a sentence comes to: a layer, or what has to be asked before it is one. */
export type Understood = { layer: Layer } | { question: string };

/** How a layer of a kind can be called. */
const calledOf = (kind: LayerKind): readonly string[] => [KINDS[kind].label.toLowerCase(), ...KINDS[kind].called];

export const ASK_KIND = 'What is it: a dye, a stain, a gel, a glaze, a sealer, a clear …?';

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

/** What a product calls itself: “Harbour night, gel” is a gel. */
const kindNamed = (name: string): LayerKind | undefined =>
  LAYER_KINDS.find((kind) => KINDS[kind].takes.length > 0 && calledOf(kind).some((call) => words(call).test(name)));

function layerFrom(sentence: string, shelf: SaidShelf): Understood {
  const noted = sentence.match(/[“"]([^”"]*)[”"]/);
  const rest = new Rest(
    (noted ? sentence.replace(noted[0], ' ') : sentence)
      .toLowerCase()
      .replace(/\.\s*$/, '')
      .replace(/\s+/g, ' '),
  );
  const colours = namedIn(rest, shelf.colourants);
  const [medium, ...more] = namedIn(rest, shelf.mediums);
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
    (first && (kindNamed(first.name.toLowerCase()) ?? COLOURANT_INFO[first.kind].laidAs));
  if (!kind) return { question: ASK_KIND };
  for (const call of calledOf(kind).toSorted((p, q) => q.length - p.length)) rest.take(words(call));
  const info = KINDS[kind];
  const layer: Layer = newLayer(kind);
  if (noted?.[1]?.trim()) layer.note = noted[1].trim();
  if (product) layer.medium = product.id;
  if (rest.take(/left out for now|left out/)) layer.off = true;

  const settings: Record<string, number> = {};
  const known = (key: string) => info.settings.some((s) => s.key === key);
  // What is levelled is levelled when all of it is on.
  const levelled = /\blevel/.test(rest.text);
  const rub = (Object.keys(RUBS_SAID) as Rub[]).find((r) => rest.take(words(...RUBS_SAID[r])));
  if (rub) layer.rub = rub;
  const lastOnly = rest.take(
    words('after the last coat only', 'after the last coat', 'the last coat only', 'last coat only'),
  );
  if (rub && rub !== 'none' && (lastOnly || levelled)) layer.rubLast = true;
  const papers = rub && rub !== 'none' ? rest.take(PAPERS) : null;
  if (papers?.[0]) layer.papers = papers[0].match(/\d+/g)?.map(Number) ?? [];

  const coats =
    rest.take(new RegExp(`${NUMBER} (?:\\p{L}+ )?(?:coats?|passes|pass)\\b`, 'u')) ?? rest.take(/[x×] ?(\d+)/);
  if (coats?.[1] && known('coats')) settings.coats = numberSaid(coats[1]);
  const other = carrierSaid(rest, colours, shelf);
  if (other) return other;
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

  const apart = rest.take(new RegExp(`${SPAN} ?${HOUR_UNIT} apart`));
  if (apart?.[1] && apart[2]) layer.apart = spanHours(apart[1], apart[2]);
  const wait = rest.take(new RegExp(`(?:left|dries|dry|wait|waits) (?:for )?${SPAN} ?${HOUR_UNIT}`));
  if (wait?.[1] && wait[2]) layer.wait = spanHours(wait[1], wait[2]);
  else if (rest.take(words('left overnight', 'dries overnight', 'overnight'))) layer.wait = OVERNIGHT;
  else {
    const bare = rest.take(new RegExp(`(?<![\\p{L}\\d])${SPAN} ?${HOUR_UNIT}`, 'u'));
    if (bare?.[1] && bare[2]) layer.wait = spanHours(bare[1], bare[2]);
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
  if (left) return { question: `What is “${left}”? What is only to be remembered stands in “quotes”.` };
  for (const spec of info.settings) {
    const value = settings[spec.key];
    if (value === undefined) continue;
    if (value < spec.min || value > spec.max)
      return { question: `${info.label}: ${spec.label} is ${spec.min} to ${spec.max}, not ${value}.` };
    layer.settings[spec.key] = value;
  }
  return missingIn(layer, shelf) ?? { layer };
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

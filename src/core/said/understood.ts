import { FieldError } from '../field-error.ts';
import {
  APPLICATOR_INFO,
  APPLICATORS,
  type Applicator,
  COLOURANT_INFO,
  cannotPutOn,
  KINDS,
  type Kind,
  LAYER_KINDS,
  type LayerKind,
  madeOf,
} from '../kinds/index.ts';
import { CLEANS, isMadeUp, KEPT_TO, type Layer, newLayer, thinnedBy, withApplicator } from '../layers/layer.ts';
import { strengthUnit } from '../layers/materials.ts';
import { carrierSaid, NEAT_SAID, neatOf, pouredColours } from './amounts.ts';
import { type Beside, besideSaid, type Thinned, thinnedSaid, thinnersKept } from './pot.ts';
import { type Named, namedIn, Rest, words } from './rest.ts';
import { rubbingSaid } from './rubbing.ts';
import { coatsSaidIn, hasSetting, settingsSaid, timesSaid, withinBounds } from './settings.ts';
import type { AskedBack, SaidShelf } from './shelf.ts';
import { CLEAN_SAID, COUNT_WORDS, IDLE, KEPT_TO_SAID } from './words.ts';

/** What a sentence comes to: a layer, or what has to be asked before it is one. */
export type Understood = { layer: Layer } | AskedBack;

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

/** Whether a line names a kind of layer. */
export const namesKind = (line: string): boolean =>
  LAYER_KINDS.some((kind) => calledOf(kind).some((call) => words(call).test(line)));

/** What of the shelf a sentence names. */
interface NamedInIt {
  colours: readonly Named[];
  /** The colour that is named first. */
  first: SaidShelf['colourants'][number] | undefined;
  product: SaidShelf['mediums'][number] | undefined;
  supply: SaidShelf['supplies'][number] | undefined;
}
function namesSaid(rest: Rest, shelf: SaidShelf): NamedInIt | AskedBack {
  const colours = namedIn(rest, shelf.colourants);
  const [medium, ...more] = namedIn(rest, shelf.mediums);
  if (more.length > 0) return { question: 'One layer has one clear, sealer or oil: say them one after the other.' };
  const [supplied, ...others] = namedIn(
    rest,
    shelf.supplies.filter((s) => madeOf(s.kind) !== undefined),
  );
  if (others.length > 0)
    return { question: 'One layer is made of one base, filler or conditioner: say them one after the other.' };
  // What it is called is said already: “4 oz of it and 1 oz of water”.
  if (medium) rest.put('it', medium.from, medium.to);
  if (supplied) rest.put('it', supplied.from, supplied.to);
  return {
    colours,
    first: shelf.colourants.find((c) => c.id === colours[0]?.id),
    product: shelf.mediums.find((m) => m.id === medium?.id),
    supply: shelf.supplies.find((s) => s.id === supplied?.id),
  };
}

/** The kind that is said, by the longest of its names; else what its product, its supply or its colour is. */
function kindSaid(rest: Rest, { product, supply, first }: NamedInIt): LayerKind | undefined {
  const kinds = LAYER_KINDS.flatMap((kind) => calledOf(kind).map((call) => ({ kind, call })))
    .filter(({ call }) => words(call).test(rest.text.replace(/\p{L}+ thinner/gu, '')))
    .sort((p, q) => q.call.length - p.call.length);
  return (
    kinds.find((k) => !product || KINDS[k.kind].medium === product.kind)?.kind ??
    product?.kind ??
    (supply && (supply.kind === 'base' ? kindNamed(supply.name.toLowerCase()) : madeOf(supply.kind))) ??
    (first && (kindNamed(first.name.toLowerCase()) ?? COLOURANT_INFO[first.kind].laidAs))
  );
}

/** What a layer is made of: the supply that is named, or the shop's own of a carrier, “oil conditioner”, “filler in water”. */
function supplySaid(
  rest: Rest,
  { supply: wanted, label }: Kind,
  { supply, first }: NamedInIt,
  shelf: SaidShelf,
): Pick<Layer, 'supply'> | AskedBack {
  if (supply)
    return supply.kind === wanted
      ? { supply: supply.id }
      : { question: `${supply.name} is a ${supply.kind}: ${label.toLowerCase()} is not made of it.` };
  const inCarrier = wanted && !first ? rest.take(IN_CARRIER) : null;
  if (!inCarrier) return {};
  const carrier = inCarrier[1] === 'oil' ? 'oil' : 'water';
  const own = shelf.supplies.find((s) => s.kind === wanted && s.carrier === carrier);
  return own ? { supply: own.id } : { question: `The shelf has no ${wanted} in ${carrier}: which is it?` };
}

/** The longest way that is said: "wiped across the grain" is not "wiped". */
function waySaid(rest: Rest, { methods }: Kind): Pick<Layer, 'method'> {
  const [way] = methods
    .flatMap(({ id, label, called }) => [label, ...called].map((call) => ({ id, call })))
    .filter(({ call }) => words(call).test(rest.text))
    .sort((p, q) => q.call.length - p.call.length);
  if (!way) return {};
  rest.take(words(way.call));
  return { method: way.id };
}

function layerFrom(sentence: string, shelf: SaidShelf): Understood {
  const noted = sentence.match(/[“"]([^”"]*)[”"]/);
  const rest = new Rest(
    (noted ? sentence.replace(noted[0], ' ') : sentence)
      .toLowerCase()
      .replace(/\.\s*$/, '')
      .replace(/\s+/g, ' '),
  );
  const named = namesSaid(rest, shelf);
  if ('question' in named) return named;
  const { colours, first, product, supply } = named;
  const clean = CLEANS.find((c) => rest.take(words(...CLEAN_SAID[c])));
  const thinned = thinnedSaid(rest);
  const kind = kindSaid(rest, named);
  if (!kind) return { question: ASK_KIND };
  const beside = besideSaid(rest, calledOf(kind));
  const info = KINDS[kind];
  // What is the word for a way of it too tells that as well: “burnished”.
  const ways = info.methods.flatMap(({ label, called }) => [label, ...called]);
  for (const call of calledOf(kind).toSorted((p, q) => q.length - p.length))
    if (!ways.includes(call)) rest.take(words(call));
  for (const call of info.always) rest.take(words(call));
  const made = supplySaid(rest, info, named, shelf);
  if ('question' in made) return made;
  const layer: Layer = newLayer(kind, {
    ...(clean ? { clean } : {}),
    ...(noted?.[1]?.trim() ? { note: noted[1].trim() } : {}),
    ...(product ? { medium: product.id } : {}),
    ...made,
    ...(rest.take(/left out for now|left out/) ? { off: true } : {}),
    ...rubbingSaid(rest, info),
  });
  const where = KEPT_TO.find((w) => rest.take(words(...KEPT_TO_SAID[w])));
  if (where) layer.where = where;
  const coats = coatsSaidIn(rest, info);
  const applicator = applicatorSaid(rest, kind);
  if (rest.take(words('without its hardener', 'without hardener', 'no hardener'))) layer.unhardened = true;
  else rest.take(words('with its hardener', 'with hardener'));
  const other = carrierSaid(rest, colours, shelf);
  if (other) return other;
  // Of one colour it may be said anywhere.
  if (colours.length === 1 && rest.take(words(...NEAT_SAID)) && first && neatOf(first) === null)
    return { question: `How strong is ${first.name} as it comes? Say it in g/L.` };
  const strength = pouredColours(rest, colours, shelf, beside);
  if ('question' in strength) return strength;
  const pot = potSaid(kind, strength.colours, shelf, beside, thinned);
  if ('question' in pot) return pot;
  const settings = { ...coats, ...settingsSaid(rest, info) };
  Object.assign(layer, pot, timesSaid(rest));
  const way = waySaid(rest, info);
  Object.assign(layer, way);
  if (applicator) {
    const chosen = withApplicator(layer, applicator, way.method !== undefined);
    const carrier = product?.carrier ?? supply?.carrier ?? first?.carrier ?? info.carrier;
    const refused = cannotPutOn(applicator, { is: info.is, carrier, method: chosen.method });
    if (refused) return { question: refused };
    Object.assign(layer, chosen);
  }
  for (const [said, value] of Object.entries(COUNT_WORDS))
    if (settings.coats === undefined && hasSetting(info, 'coats') && rest.take(words(said))) settings.coats = value;

  const left = rest.text.match(/[\p{L}\d/½⅓⅔¼¾⅛⅜⅝⅞%]+/gu)?.find((word) => !IDLE.test(word));
  if (left) return { question: `What is “${left}”? What is only to be remembered stands in “quotes”.` };
  const set = withinBounds(info, settings);
  if ('question' in set) return set;
  return missingIn(layer, shelf) ?? { layer: { ...layer, ...set } };
}

/** What carries a supply, said beside its kind. */
const IN_CARRIER = /(?<!\p{L})(?:of |in )?(oil|water|waterborne)(?:[- ]based|[- ]borne)?(?!\p{L})/u;

/** What it is put on with; a rag that takes off is no applicator. */
function applicatorSaid(rest: Rest, kind: LayerKind): Applicator | null {
  if (KINDS[kind].is.takesOff !== null || KINDS[kind].is.rubsOut) return null;
  const [said] = APPLICATORS.flatMap((id) =>
    [APPLICATOR_INFO[id].label, ...APPLICATOR_INFO[id].called].map((call) => ({ id, call })),
  )
    .filter(({ call }) => words(call).test(rest.text))
    .sort((p, q) => q.call.length - p.call.length);
  if (!said) return null;
  rest.take(words(said.call));
  if (APPLICATOR_INFO[said.id].sprays)
    rest.take(words('half overlap', 'half overlapped', 'crosshatch', 'cross-hatched'));
  return said.id;
}

/** The colours of a layer and what its pot is thinned with, out of all that was said of it. */
function potSaid(
  kind: LayerKind,
  colours: Readonly<Record<string, number>>,
  shelf: SaidShelf,
  beside: Beside | null,
  thinned: Thinned | null,
): Pick<Layer, 'colours' | 'thinners'> | AskedBack {
  const of = shelf.colourants.filter((c) => colours[c.id] !== undefined);
  const madeUp = isMadeUp({ kind, colours }, of[0]?.kind);
  const thinners = { ...thinned?.thinners };
  for (const [name, amount] of Object.entries(beside?.thinners ?? {})) {
    if (!madeUp && !beside?.base) return { question: `${KINDS[kind].label}: how much of it to the ${name}?` };
    thinners[name] = amount / (madeUp ? 1 : (beside?.base ?? 1));
  }
  if (Object.values(thinners).every((parts) => parts === 0)) return { colours };
  const kept = thinnersKept({ thinners, open: thinned?.open === true }, madeUp, KINDS[kind].label);
  if ('question' in kept) return kept;
  if (!madeUp) return { colours, ...kept };
  // What is thinned by so much is as much weaker; what made up to a strength is thinned with, that tells.
  const weaker = thinned && !thinned.open ? 1 / (1 + thinnedBy(thinned)) : 1;
  if (weaker < 1 && of.some((c) => neatOf(c) === null))
    return { question: `Thinned from what? Say how strong it is, and what it is made up with.` };
  return {
    colours: Object.fromEntries(Object.entries(colours).map(([id, s]) => [id, s * weaker])),
    ...kept,
  };
}

/** What a layer of its kind cannot be without, or must not have. */
function missingIn({ kind, medium, colours }: Layer, shelf: SaidShelf): AskedBack | null {
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
  const strong = shelf.colourants.find(
    (c) => c.maxStrength !== undefined && (colours[c.id] ?? 0) > c.maxStrength * (1 + 1e-9),
  );
  if (strong) {
    const { word, one } = strengthUnit(strong);
    const most = Number(((strong.maxStrength ?? 0) / one).toPrecision(3));
    return { question: `${strong.name} goes no stronger than ${most} ${word}: how much less?` };
  }
  if (ids.length > info.mostColours && info.mostColours > 0)
    return { question: `${info.label} takes ${info.mostColours} colours at most.` };
  if (ids.length === 0 && info.takes.length > 0 && info.medium === 'none' && !info.is.fills)
    return { question: `${info.label} of which colour?` };
  return null;
}

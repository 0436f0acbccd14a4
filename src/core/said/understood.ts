import { FieldError } from '../field-error.ts';
import {
  APPLICATOR_INFO,
  APPLICATORS,
  type Applicator,
  COLOURANT_INFO,
  cannotPutOn,
  KINDS,
  LAYER_KINDS,
  type LayerKind,
  madeOf,
} from '../kinds/index.ts';
import {
  CLEANS,
  isMadeUp,
  KEPT_TO,
  type Layer,
  newLayer,
  RUBBED_OUT,
  RUBBED_WHERE,
  RUBBED_WHERE_WORDS,
  type Rub,
  thinnedBy,
  withApplicator,
} from '../layers/layer.ts';
import { strengthUnit } from '../layers/materials.ts';
import { carrierSaid, NEAT_SAID, neatOf, pouredColours } from './amounts.ts';
import { type Beside, besideSaid, type Thinned, thinnedSaid, thinnersKept } from './pot.ts';
import { namedIn, Rest, words } from './rest.ts';
import type { AskedBack, SaidShelf } from './shelf.ts';
import {
  CLEAN_SAID,
  COUNT_WORDS,
  coatNamed,
  FROM_COAT,
  HOUR_UNIT,
  IDLE,
  KEPT_TO_SAID,
  NUMBER,
  numberSaid,
  OFF,
  OVERNIGHT,
  PAD_GRADES,
  PAPERS,
  RUBBED_AT_SAID,
  RUBS_SAID,
  SHAPES,
  SPAN,
  spanHours,
  WORDED,
} from './words.ts';

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
  const [supplied, ...others] = namedIn(
    rest,
    shelf.supplies.filter((s) => LAYER_KINDS.some((kind) => KINDS[kind].supply === s.kind)),
  );
  if (others.length > 0)
    return { question: 'One layer is made of one base, filler or conditioner: say them one after the other.' };
  const supply = shelf.supplies.find((s) => s.id === supplied?.id);
  // What it is called is said already: “4 oz of it and 1 oz of water”.
  if (medium) rest.put('it', medium.from, medium.to);
  if (supplied) rest.put('it', supplied.from, supplied.to);
  const clean = CLEANS.find((c) => rest.take(words(...CLEAN_SAID[c])));
  const thinned = thinnedSaid(rest);
  // The longest name of a kind that is said; what a product is tells too.
  const kinds = LAYER_KINDS.flatMap((kind) => calledOf(kind).map((call) => ({ kind, call })))
    .filter(({ call }) => words(call).test(rest.text.replace(/\p{L}+ thinner/gu, '')))
    .sort((p, q) => q.call.length - p.call.length);
  const first = shelf.colourants.find((c) => c.id === colours[0]?.id);
  const kind =
    kinds.find((k) => !product || KINDS[k.kind].medium === product.kind)?.kind ??
    product?.kind ??
    (supply && (supply.kind === 'base' ? kindNamed(supply.name.toLowerCase()) : madeOf(supply.kind))) ??
    (first && (kindNamed(first.name.toLowerCase()) ?? COLOURANT_INFO[first.kind].laidAs));
  if (!kind) return { question: ASK_KIND };
  const beside = besideSaid(rest, calledOf(kind));
  const info = KINDS[kind];
  // What is the word for a way of it too tells that as well: “burnished”.
  const ways = info.methods.flatMap(({ label, called }) => [label, ...called]);
  for (const call of calledOf(kind).toSorted((p, q) => q.length - p.length))
    if (!ways.includes(call)) rest.take(words(call));
  for (const call of info.always) rest.take(words(call));
  const layer: Layer = newLayer(kind);
  if (clean) layer.clean = clean;
  if (noted?.[1]?.trim()) layer.note = noted[1].trim();
  if (product) layer.medium = product.id;
  // “Oil conditioner”, “filler in water”: the shop's own of that carrier.
  const inCarrier = info.supply && !supply && !first ? rest.take(IN_CARRIER) : null;
  if (inCarrier) {
    const carrier = inCarrier[1] === 'oil' ? 'oil' : 'water';
    const own = shelf.supplies.find((s) => s.kind === info.supply && s.carrier === carrier);
    if (!own) return { question: `The shelf has no ${info.supply} in ${carrier}: which is it?` };
    layer.supply = own.id;
  }
  if (supply && info.supply !== supply.kind)
    return { question: `${supply.name} is a ${supply.kind}: ${info.label.toLowerCase()} is not made of it.` };
  if (supply) layer.supply = supply.id;
  if (rest.take(/left out for now|left out/)) layer.off = true;

  const settings: Record<string, number> = {};
  const known = (key: string) => info.settings.some((s) => s.key === key);
  // What is levelled is levelled when all of it is on.
  const levelled = /\blevel/.test(rest.text);
  const graded = info.is.rubsOut ? null : rest.take(shapeOfPads);
  const rub = info.is.rubsOut
    ? RUBBED_OUT.find((r) => rest.take(words(r)))
    : graded
      ? 'pad'
      : (Object.keys(RUBS_SAID) as Rub[]).find((r) => rest.take(words(...RUBS_SAID[r])));
  if (graded?.[1]) layer.papers = [PAD_GRADES[graded[1]] ?? 0];
  if (rub) layer.rub = rub;
  const from = rest.take(FROM_COAT);
  const lastOnly = rest.take(
    words('after the last coat only', 'after the last coat', 'the last coat only', 'last coat only'),
  );
  if (rub && rub !== 'none' && !info.is.rubsOut && (lastOnly || levelled)) layer.rubLast = true;
  else if (rub && rub !== 'none' && from) layer.rubFrom = coatNamed(from);
  const papers = info.is.rubsOut || (rub && rub !== 'none') ? rest.take(PAPERS) : null;
  if (papers?.[0]) layer.papers = papers[0].match(/\d+/g)?.map(Number) ?? [];
  if (rub && rub !== 'none') {
    // What it is done with is said, the verb besides.
    if (rub !== 'dry' && !info.is.rubsOut) rest.take(words('sanded', 'sand', 'scuffed', 'scuff', 'rubbed', 'rub'));
    if (rest.take(words('with worn paper', 'worn paper', 'worn'))) layer.rubWorn = true;
    const rubbedAt = RUBBED_WHERE.find((w) => rest.take(words(RUBBED_WHERE_WORDS[w], ...RUBBED_AT_SAID[w])));
    if (rubbedAt) layer.rubWhere = rubbedAt;
  }

  const where = KEPT_TO.find((w) => rest.take(words(...KEPT_TO_SAID[w])));
  if (where) layer.where = where;
  const coats =
    rest.take(new RegExp(`${NUMBER} (?:\\p{L}+ )?(?:coats?|passes|pass)\\b`, 'u')) ?? rest.take(/[x×] ?(\d+)/);
  if (coats?.[1] && known('coats')) settings.coats = numberSaid(coats[1]);
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
  Object.assign(layer, pot);

  if (known('dwell')) {
    const dwell =
      rest.take(new RegExp(`(?:wiped )?after ${NUMBER} ?min(?:utes?)?`)) ??
      rest.take(new RegExp(`${NUMBER} ?min(?:utes?)?(?: before wiping| then wiped|, wiped)`));
    if (dwell?.[1]) settings.dwell = numberSaid(dwell[1]);
  }
  if (known('cut')) {
    const cut = rest.take(new RegExp(`${NUMBER}[ -]?(?:lb|pound)s?(?:[ -]cut)?`));
    if (cut?.[1]) settings.cut = numberSaid(cut[1]);
  }
  for (const [key, shape] of SHAPES) {
    const found = known(key) ? rest.take(shape) : null;
    if (found?.[1]) settings[key] = numberSaid(found[1]) / (found[0].includes('%') ? 100 : 1);
  }
  // Of what takes off so much is said alone: “sanded back 60 %”, “wiped back a third”.
  const off = known('removed') && settings.removed === undefined ? rest.take(OFF) : null;
  if (off) settings.removed = off[1] ? numberSaid(off[1]) / 100 : numberSaid(off[3] ?? '');
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
    .flatMap(({ id, label, called }) => [label, ...called].map((call) => ({ id, call })))
    .filter(({ call }) => words(call).test(rest.text))
    .sort((p, q) => q.call.length - p.call.length);
  if (method) {
    rest.take(words(method.call));
    layer.method = method.id;
  }
  if (applicator) {
    const chosen = withApplicator(layer, applicator, method !== undefined);
    const carrier = product?.carrier ?? supply?.carrier ?? first?.carrier ?? info.carrier;
    const refused = cannotPutOn(applicator, { is: info.is, carrier, method: chosen.method });
    if (refused) return { question: refused };
    Object.assign(layer, chosen);
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

/** What carries a supply, said beside its kind. */
const IN_CARRIER = /(?<!\p{L})(?:of |in )?(oil|water|waterborne)(?:[- ]based|[- ]borne)?(?!\p{L})/u;

/** “Rubbed with a maroon pad”: the pad and its grade. */
const shapeOfPads = new RegExp(
  `(?:(?:rubbed(?: down)?|scuffed|scuff|rub) (?:with )?)?(?:an? )?(${Object.keys(PAD_GRADES).join('|')}) pad`,
);

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

import { BANDS } from '../core/colour/index.ts';
import type { BenchAct } from './interface.ts';
import type { CoatNature, ColourKind, ColourNature, NatureCarrier, NatureCurve, Stock } from './natures.ts';
import { type BenchPlace, clearFilm, type Deposit, leftInPlace, type Patch } from './place.ts';

/** What one act is made with. `hand` is how much more or less than meant it turned out. */
export interface Doing {
  act: BenchAct;
  colours: readonly { nature: ColourNature; strength: number }[];
  coat: CoatNature | null;
  hand: number;
  /** How a dye takes to this wood, against its usual. */
  affinity: (colour: string) => number;
  /** The first colour on a board that was wetted just before. */
  wetted: boolean;
}

/** The dyes of a mix compete for the wood: at this many g/L in all, each takes half as well. */
const HALF_UPTAKE = 120;
/** What lies in the wood already keeps some of the next coat out. */
const TAKEN_ALREADY = 0.35;
/** What the wood does not take in is wiped off but for a trace. */
const TRACE: Record<string, number> = { dye: 0.012, ink: 0.02, reactive: 0 };
/** How far a damp rag takes colour along again. */
const WASHES: Partial<Record<ColourKind, number>> = { dye: 1, ink: 0.5, reactive: 0.1 };
const CLEAR_INDEX = 1.51;
const SEALER_INDEX = 1.47;

const DYE_SETTLES = 0.8;
const dwelt = (minutes: number, half: number) => (minutes / (minutes + half)) * ((5 + half) / 5);
const loaded = (load: number) => (1.5 * load) / (load + 0.5);
const pressed = (pressure: number) => 1 / (0.4 + 0.6 * pressure);

/** What a pot of colour swallows and scatters in a film. */
const filmCurve = (colours: Doing['colours'], curve: 'absorption' | 'scatter', times: (c: ColourNature) => number) => {
  const sum = new Array<number>(BANDS).fill(0);
  for (const { nature, strength } of colours)
    for (let i = 0; i < BANDS; i++) sum[i] += strength ** nature.exponent * nature[curve][i] * times(nature);
  return sum;
};
const potCarrier = ({ colours, coat }: Doing): NatureCarrier => colours[0]?.nature.carrier ?? coat?.carrier ?? 'water';

function depositOf(patch: Patch, nature: ColourNature): Deposit {
  const known = patch.deposits.find((d) => d.nature.id === nature.id);
  if (known) return known;
  const fresh = { nature, offered: 0, shows: 0 };
  patch.deposits.push(fresh);
  return fresh;
}

/** One coat of a liquid colour: what the open wood drinks, by how thirsty it is; the rest is wiped off but for a trace. */
function soak(patch: Patch, doing: Doing): void {
  const { act, colours, hand, affinity, wetted } = doing;
  const inPot = colours.reduce((sum, c) => sum + c.strength, 0);
  const held = patch.deposits.reduce((sum, d) => sum + (d.nature.kind === 'dye' ? d.offered : 0), 0);
  const crowded = HALF_UPTAKE / (HALF_UPTAKE + inPot + TAKEN_ALREADY * held);
  const even = wetted ? 1 - 0.4 * (1 - patch.even) : patch.even;
  const takes = patch.drinks ** (1 - even) * patch.open * (wetted ? 0.95 : 1);
  const worked = act.kind === 'dye' ? dwelt(act.dwell ?? 5, DYE_SETTLES) * loaded(act.load ?? 1) : 1;
  for (const { nature, strength } of colours) {
    const deposit = depositOf(patch, nature);
    const before = deposit.offered ** nature.exponent;
    const more = (deposit.offered + strength) ** nature.exponent - before;
    const took = more * crowded * takes * worked * hand;
    if (nature.kind === 'reactive') {
      const developed = (m: number) => (patch.tannin * m) / (patch.tannin + m + 1e-9);
      deposit.shows += patch.open * (developed(patch.reacted + took) - developed(patch.reacted));
      patch.reacted += took;
    } else deposit.shows += took * affinity(nature.id) * (nature.kind === 'ink' ? 1 - 0.9 * patch.tissue.depth : 1);
    deposit.offered += strength * patch.open;
  }
  const trace = (act.kind === 'dye' && act.method === 'sprayed' ? 0.17 : (TRACE[act.kind] ?? 0)) * (1 - patch.open);
  if (trace > 1e-6)
    patch.films.push({
      kind: act.kind,
      absorbs: filmCurve(colours, 'absorption', () => 1),
      scatters: null,
      thickness: trace,
      laid: trace,
      fresh: act.method !== 'sprayed',
      carrier: potCarrier(doing),
      build: 0,
      surface: null,
    });
}

/** A wet coat put on by hand takes along what its solvent wakes: dye in open wood, other films that still move. */
function wake(patch: Patch, carrier: NatureCarrier, kind: string): void {
  for (const d of patch.deposits)
    if (d.nature.carrier === carrier && d.nature.kind === 'dye') {
      d.shows *= 1 - d.nature.lifts * patch.open;
      d.offered *= 1 - d.nature.lifts * patch.open;
    }
  for (const film of patch.films)
    if (film.fresh && film.carrier === carrier && film.kind !== kind) film.thickness *= 0.9;
}

/** Film that a wiped coat leaves over a seal: on the flat and, beside it, in a full hollow; what more of it stays on bare wood. */
const WIPED: Record<string, { flat: number; hollow: number; soaks: number; closes: number; build: number }> = {
  'wiping-stain': { flat: 0.06, hollow: 0.5, soaks: 0, closes: 0.35, build: 0.1 },
  'gel-stain': { flat: 0.11, hollow: 0.16, soaks: 1.15, closes: 0.65, build: 0.4 },
  glaze: { flat: 0.105, hollow: 0.14, soaks: 1.05, closes: 0.55, build: 0.25 },
  'powdering-glaze': { flat: 0.008, hollow: 0.22, soaks: 0.2, closes: 0.5, build: 0.1 },
};
/** Wood that lodges so readily is a softwood: its rings that drink little are hard, and wipe clean. */
const SOFT = 1.3;
/** A wiping stain finds hold on bare wood: on the flat as far as the wood lodges it, in hollows always. */
const STAIN_ON_BARE = { flat: 0.4, hollow: 0.7 };
/** What the way of putting on leaves on the flat and in a hollow. */
const WAYS: Record<string, { flat: number; hollow: number }> = {
  wiped: { flat: 1, hollow: 1 },
  across: { flat: 0.95, hollow: 1.25 },
  unwiped: { flat: 9, hollow: 4.5 },
  'dry-brushed': { flat: 1.6, hollow: 0.45 },
  'in-grain': { flat: 0.16, hollow: 1.8 },
  sprayed: { flat: 1.6, hollow: 1.2 },
  brushed: { flat: 1.5, hollow: 1.3 },
};

function wipeOn(patch: Patch, doing: Doing, wood: BenchPlace['wood']): void {
  const { act, colours, hand } = doing;
  const kind = WIPED[act.kind];
  wake(patch, potCarrier(doing), act.kind);
  const bare = patch.open ** 1.6;
  const depth = patch.tissue.depth * patch.hollow;
  const { lodges } = wood;
  const { drinks } = patch.tissue;
  const hard = lodges > SOFT ? Math.min(1, drinks) ** 2 : 1;
  const sealed = kind.flat + kind.hollow * depth;
  const onBare =
    act.kind === 'wiping-stain'
      ? STAIN_ON_BARE.flat * lodges + STAIN_ON_BARE.hollow * depth
      : sealed * (1 + kind.soaks * lodges * Math.min(1.3, drinks)) * hard;
  const way = WAYS[act.method ?? 'wiped'] ?? WAYS.wiped;
  // Pigment stirred into a thin stain is that much thinned.
  const body = (c: ColourNature) => (act.kind === 'wiping-stain' && c.kind !== 'stain' ? 0.11 : 1);
  // What has body lies on top, whatever a conditioner did.
  const even = patch.even * bare * (act.kind === 'wiping-stain' ? 1 : 0.15);
  // Levelled hollows hold what the flat holds.
  const holds = (1 + (patch.holds - 1) * (patch.tissue.depth > 0 ? patch.hollow : 1)) ** (1 - even);
  const dwell = act.dwell ?? 5;
  const stays = 1 + 0.06 * Math.log(dwell / 5) + bare * (dwelt(dwell, 1.25) - 1);
  const thickness =
    (sealed + (onBare - sealed) * bare) *
    (way.flat + (way.hollow - way.flat) * depth) *
    holds *
    (patch.relief < 1 ? patch.relief ** (patch.dents * (1 - bare)) : 1 + (patch.relief - 1) * patch.dents) *
    stays *
    loaded(act.load ?? 1) *
    pressed(act.pressure ?? 1) *
    0.94 ** Math.max(0, patch.seals - 1) *
    (act.amount ?? 1) *
    hand;
  patch.films.push({
    kind: act.kind,
    absorbs: filmCurve(colours, 'absorption', body),
    scatters: filmCurve(colours, 'scatter', body),
    thickness,
    laid: thickness,
    fresh: true,
    carrier: potCarrier(doing),
    build: kind.build,
    surface:
      act.kind === 'gel-stain'
        ? { index: 1.46, level: 0.55 }
        : patch.films.some((f) => f.surface)
          ? null
          : { index: 1.4, level: 0.3 },
  });
  patch.open *= 1 - kind.closes * Math.min(1, act.amount ?? 1);
}

const lock = (patch: Patch) => {
  for (const film of patch.films) film.fresh = false;
};

/** A clear film over all; put on with a brush or a rag it wakes what its solvent dissolves. */
function coatWith(patch: Patch, { act, coat, hand }: Doing, level: number, index: number, build: number): void {
  const { tint, carrier } = coat as CoatNature;
  if (act.method !== 'sprayed' && !(act.kind === 'clear' && act.method === undefined)) wake(patch, carrier, act.kind);
  lock(patch);
  const film = clearFilm(act.kind, tint, carrier, index, level, build);
  patch.films.push({ ...film, thickness: hand, laid: hand });
}

/** A heavier cut leaves a thicker film that closes more, not quite in proportion. */
function seal(patch: Patch, doing: Doing): void {
  const body = ((doing.act.cut ?? 2) / 2) ** 0.9;
  coatWith(patch, { ...doing, hand: doing.hand * body }, 0.75, SEALER_INDEX, 0.4 * body);
  patch.open *= 0.1 ** body;
  patch.scratched *= 0.35 ** body;
  if (patch.seals > 0) patch.hollow *= 0.75;
  patch.seals++;
}

function clear(patch: Patch, doing: Doing): void {
  coatWith(patch, doing, Math.min(0.98, 0.9), CLEAR_INDEX, 1);
  patch.open = 0;
  patch.scratched *= 0.05;
  patch.hollow *= 0.6;
  patch.dents *= 0.87;
  patch.seals++;
}

/** Oil fills the cells: all that is dark in the wood shows darker, as far as it drinks; the rest is a thin amber film. */
function oil(patch: Patch, doing: Doing): void {
  const deeper = 1 + 0.13 * patch.open * Math.min(2, patch.drinks);
  patch.body = patch.body.map((v) => v * deeper);
  for (const d of patch.deposits) d.shows *= deeper;
  coatWith(patch, doing, 0.5, 1.48, 0.2);
  patch.open *= 0.42;
  patch.scratched *= 0.6;
}

const WAX_INDEX = 1.44;
/**
 * Wax: a thin film that wets what is bare, levels the last roughness a little, and adds hardly a colour. Over a film it changes
 * no reading: light that comes from a denser film is turned back at the wax as it was at the air.
 */
function wax(patch: Patch, { hand }: Doing): void {
  lock(patch);
  const film = clearFilm('wax', new Array<number>(BANDS).fill(0.002), 'oil', WAX_INDEX, 0.4, 0.02);
  const surface = patch.films.some((f) => f.surface) ? null : film.surface;
  patch.films.push({ ...film, surface, thickness: hand, laid: hand });
  patch.open *= 0.3;
}

function toner(patch: Patch, doing: Doing): void {
  const { colours, coat, hand } = doing;
  // A pass over a pass of the same pot goes on wet in wet.
  if (patch.films.at(-1)?.kind !== 'toner') lock(patch);
  const pigmented = colours.some((c) => c.nature.kind === 'pigment');
  const weight = (c: ColourNature) => (c.kind === 'pigment' ? 0.055 : 0.085);
  patch.films.push({
    ...clearFilm('toner', [], coat?.carrier ?? 'water', 1.49, 0.7, 0.3),
    absorbs: filmCurve(colours, 'absorption', weight).map((v, i) => v + (coat?.tint[i] ?? 0)),
    scatters: pigmented ? filmCurve(colours, 'scatter', weight) : null,
    thickness: hand,
    laid: hand,
    fresh: true,
  });
  patch.open *= 0.2;
}

function paint(patch: Patch, doing: Doing): void {
  lock(patch);
  patch.films.push({
    kind: 'opaque',
    absorbs: filmCurve(doing.colours, 'absorption', () => 1),
    scatters: filmCurve(doing.colours, 'scatter', () => 1),
    thickness: 2.8 * doing.hand,
    laid: 2.8 * doing.hand,
    fresh: false,
    carrier: potCarrier(doing),
    build: 1.5,
    surface: { index: 1.5, level: 0.35 },
  });
  Object.assign(patch, {
    open: 0,
    scratched: patch.scratched * 0.1,
    hollow: patch.hollow * 0.12,
    dents: patch.dents * 0.83,
  });
}

/** How far a filler still finds hold in pores that have had so many coats. */
const GRIP = [1, 1, 0.5, 0.25, 0.1];
function fill(patch: Patch, doing: Doing): void {
  const share = (doing.act.amount ?? 0.9) * GRIP[Math.min(patch.seals, GRIP.length - 1)];
  const { depth } = patch.tissue;
  const packed = depth > 0.5 ? 2.7 * share ** 3.5 * patch.hollow : (0.0015 + 0.022 * patch.open ** 2) * share;
  const paste = (v: number): NatureCurve => new Array<number>(BANDS).fill(v);
  patch.films.push({
    kind: 'filler',
    absorbs: filmCurve(doing.colours, 'absorption', () => 1).map((v, i) => v + paste(0.008)[i]),
    scatters: filmCurve(doing.colours, 'scatter', () => 1).map((v, i) => v + paste(0.045)[i]),
    thickness: packed * doing.hand,
    laid: packed * doing.hand,
    fresh: true,
    carrier: potCarrier(doing),
    build: 0.2,
    surface: null,
  });
  patch.hollow *= 1 - share * depth;
  patch.dents *= 1 - 0.65 * share;
  patch.open *= 1 - share * (depth > 0.5 ? 0.95 : 0.35);
}

const BLEACHED: Partial<Record<ColourKind, (left: number) => number>> = {
  dye: (left) => left ** 1.3,
  reactive: (left) => 1 - 0.45 * (1 - left),
};
/** Bleach takes dye more than the wood's own colour, iron some, ink and char not; and least at the blue end. */
function bleach(patch: Patch, { act, hand }: Doing): void {
  const covered = patch.films.some((f) => f.fresh) ? 0.3 : 1;
  const strength = Math.min(0.97, (act.amount ?? 0.5) * hand) * patch.open * covered;
  patch.body = patch.body.map((v, i) => v * (1 - strength * (0.98 - 0.24 * (1 - i / BANDS))));
  for (const d of patch.deposits) d.shows *= BLEACHED[d.nature.kind]?.(1 - strength) ?? 1;
}

/** Most of a dry dye that a damp rag takes along. */
const RAG: Record<NatureCarrier, number> = { water: 0.45, alcohol: 0.17, solvent: 0.04, oil: 0.04 };

/** Thirst is filled where it is greatest. */
function condition(patch: Patch): void {
  patch.even = 1 - (1 - patch.even) * (1 - 0.5 * patch.open);
  patch.open /= 1 + 0.28 * Math.min(1.6, patch.drinks);
}

function wipeBack(patch: Patch, { act, hand }: Doing): void {
  const share = Math.min(1, (act.amount ?? 0.3) * hand);
  const dry = act.method === 'burnished' ? { films: 0.3, wood: 0.4 } : { films: 1, wood: 1 };
  for (let i = patch.films.length - 1; i >= 0 && patch.films[i].fresh; i--) {
    const grip = patch.seals === 0 && patch.films[i].scatters ? 0.72 : 1;
    patch.films[i].thickness *= 1 - share * grip * (1 - 0.4 * patch.tissue.depth) * dry.films;
  }
  const deep = 1 - 0.55 * patch.tissue.depth;
  for (const d of patch.deposits) {
    const most = Math.min(share, RAG[d.nature.carrier]);
    const gone = most * (WASHES[d.nature.kind] ?? 0) * deep * patch.open * dry.wood;
    d.shows *= 1 - gone;
    d.offered *= 1 - gone;
  }
}

/** Sandpaper: what lies on top first, high spots first, then the colour out of the hard wood; hollows keep theirs. */
function sandBack(patch: Patch, { act, hand }: Doing, wood: BenchPlace['wood']): void {
  const { lodges } = wood;
  const reach = lodges > SOFT ? (patch.tissue.drinks > 1 ? 0.5 : 0.95) : 1 - 0.83 * patch.tissue.depth;
  let depth =
    Math.min(1, (act.amount ?? 0.6) * hand) * (1 + patch.films.reduce((s, f) => s + f.build * leftInPlace(f), 0));
  for (let i = patch.films.length - 1; i >= 0 && depth > 0; i--) {
    const film = patch.films[i];
    const build = film.build * leftInPlace(film);
    const cut = build > 0 ? Math.min(1, depth / build) : 1;
    film.thickness *= 1 - cut * reach;
    depth -= build;
  }
  patch.scratched = Math.max(patch.scratched, 0.3);
  if (depth <= 0) return;
  const off = Math.min(1, depth) * reach;
  for (const d of patch.deposits) {
    d.shows *= 1 - off;
    d.offered *= 1 - off;
  }
  patch.reacted *= 1 - off;
  patch.char *= 1 - off;
  patch.open = Math.max(patch.open, 0.9 * Math.min(1, 2 * off));
  patch.hollow = Math.max(patch.hollow, Math.min(1, 2 * off));
  patch.seals = 0;
}

/** Every kind of act: what one coat does, which colours it takes, which coat it is made with. */
export const BENCH_ACTS: Record<
  string,
  {
    does: (patch: Patch, doing: Doing, wood: BenchPlace['wood']) => void;
    colours: readonly ColourKind[];
    coat: CoatNature['kind'] | null;
    mostCoats: number;
    /** How much the hand varies: standard deviation of a logarithm. */
    hand: number;
  }
> = {
  dye: { does: soak, colours: ['dye'], coat: null, mostCoats: 4, hand: 0.03 },
  ink: { does: soak, colours: ['ink'], coat: null, mostCoats: 4, hand: 0.04 },
  reactive: { does: soak, colours: ['reactive'], coat: null, mostCoats: 3, hand: 0.04 },
  'wiping-stain': { does: wipeOn, colours: ['pigment', 'stain'], coat: null, mostCoats: 3, hand: 0.06 },
  'gel-stain': { does: wipeOn, colours: ['pigment', 'stain'], coat: null, mostCoats: 3, hand: 0.06 },
  glaze: { does: wipeOn, colours: ['pigment', 'metallic'], coat: null, mostCoats: 3, hand: 0.06 },
  'powdering-glaze': { does: wipeOn, colours: ['pigment'], coat: null, mostCoats: 2, hand: 0.07 },
  toner: { does: toner, colours: ['dye', 'pigment'], coat: 'clear', mostCoats: 6, hand: 0.04 },
  sealer: { does: seal, colours: [], coat: 'sealer', mostCoats: 3, hand: 0.05 },
  oil: { does: oil, colours: [], coat: 'oil', mostCoats: 3, hand: 0.05 },
  clear: { does: clear, colours: [], coat: 'clear', mostCoats: 25, hand: 0.1 },
  filler: { does: fill, colours: ['pigment', 'metallic'], coat: null, mostCoats: 1, hand: 0.06 },
  opaque: { does: paint, colours: ['pigment'], coat: null, mostCoats: 3, hand: 0.05 },
  bleach: { does: bleach, colours: [], coat: null, mostCoats: 2, hand: 0.05 },
  conditioner: { does: condition, colours: [], coat: null, mostCoats: 2, hand: 0 },
  'rub-out': { does: () => undefined, colours: [], coat: null, mostCoats: 1, hand: 0 },
  wax: { does: wax, colours: [], coat: null, mostCoats: 2, hand: 0.05 },
  'wipe-back': { does: wipeBack, colours: [], coat: null, mostCoats: 1, hand: 0.06 },
  'sand-back': { does: sandBack, colours: [], coat: null, mostCoats: 1, hand: 0.06 },
};

/** What the bench says when an act cannot be done; null when it can. */
export function refusalOf(stock: Stock, act: BenchAct): string | null {
  const kind = BENCH_ACTS[act.kind];
  if (!kind) return `The bench knows no ${act.kind}.`;
  const pots = Object.entries(act.colours ?? {});
  const carriers = new Set<string>();
  for (const [id, strength] of pots) {
    const colour = stock.colours.get(id);
    if (!colour) return `The workshop has no ${id}.`;
    if (!kind.colours.includes(colour.kind)) return `A ${colour.kind} does not go into a pot of ${act.kind}.`;
    if (!(strength >= 0 && strength <= colour.maxStrength * 1.0001))
      return `${colour.name}: ${strength} is more than it can be mixed to, ${colour.maxStrength}.`;
    carriers.add(colour.carrier);
  }
  const shares = pots.reduce((sum, [id, v]) => sum + (stock.colours.get(id)?.kind === 'dye' ? 0 : v), 0);
  if (['wiping-stain', 'gel-stain', 'glaze', 'powdering-glaze', 'opaque'].includes(act.kind) && shares > 1.0001)
    return `The parts of the ${act.kind} come to more than the whole.`;
  if (carriers.size > 1) return 'Colours of different solvents do not mix in one pot.';
  if (kind.coat && stock.coats.get(act.medium ?? '')?.kind !== kind.coat)
    return act.medium ? `${act.medium} is no ${kind.coat} of the workshop.` : `Which ${kind.coat}?`;
  const coats = act.coats ?? 1;
  if (!Number.isInteger(coats) || coats < 1 || coats > kind.mostCoats)
    return `A ${act.kind} goes on in 1 to ${kind.mostCoats} whole coats.`;
  if (!((act.cut ?? 2) >= 0.25 && (act.cut ?? 2) <= 6)) return 'A cut lies between a quarter and six pounds.';
  if (!((act.dwell ?? 5) > 0)) return 'The time before wiping must be more than nothing.';
  const most = act.kind in WIPED ? 5 : 1;
  if (!((act.amount ?? 0) >= 0 && (act.amount ?? 0) <= most)) return `The amount must lie between 0 and ${most}.`;
  return null;
}

/** All coats of an act, done to every patch of a place. */
export function doAct(place: BenchPlace, stock: Stock, doing: Omit<Doing, 'colours' | 'coat' | 'wetted'>): void {
  const { act } = doing;
  const kind = BENCH_ACTS[act.kind];
  const colours = Object.entries(act.colours ?? {}).flatMap(([id, strength]) => {
    const nature = stock.colours.get(id);
    return nature && strength > 0 ? [{ nature, strength }] : [];
  });
  const coat = stock.coats.get(act.medium ?? '') ?? null;
  for (const patch of place.patches) {
    const untouched = patch.deposits.length === 0 && patch.films.length === 0;
    const wetted =
      untouched && place.making.preWet === true && act.kind === 'dye' && colours[0]?.nature.carrier === 'water';
    for (let coats = act.coats ?? 1; coats > 0; coats--)
      kind.does(patch, { ...doing, colours, coat, wetted }, place.wood);
  }
}

import { BANDS, type Spectrum } from '../colour/grid.ts';
import type { Carrier, LayerKind } from '../kinds/index.ts';
import type { Materials } from '../layers/materials.ts';
import { COATED, type Surface } from '../optics/surface.ts';
import type { EndGrain, Preparation } from './preparation.ts';
import type { ByTissue } from './tissues.ts';
import { bareSurface, charOn, type Tissue, type Wood, type Zone } from './wood.ts';

/** What the shop has learned about its own materials and hands: factors on the model, 1 = as the profile says. */
export interface Tuning {
  /** Factor on uptake (dye) or colour strength (pigment), by colourant id, on this wood. */
  uptake: Readonly<Record<string, number>>;
  /** Factor on film thickness, by layer kind. */
  film: Readonly<Partial<Record<LayerKind, number>>>;
  /** Added to the k2 of the clears. */
  coatK2: number;
  /** What the parameters cannot explain: log factor on K/S by layer kind, 31 values. */
  residual: Readonly<Partial<Record<LayerKind, readonly number[]>>>;
}
export const UNTUNED: Tuning = { uptake: {}, film: {}, coatK2: 0, residual: {} };

/** What a board is and what is put on it: the same for all its layers. */
export interface Setup {
  wood: Wood;
  materials: Materials;
  preparation: Preparation;
  tuning: Tuning;
  zone: Zone;
  /** Factor on the wood's thirst: a place that takes more or less than its tissue does on the whole. */
  thirst: number;
}

/** Something done to the wood itself. Immutable: what changes it makes another. */
export interface InWood {
  layer: number;
  /** K/S that it adds where all of it is left, tissues x 31; null when it only scales. */
  adds: Float64Array | null;
  /** Logarithm of its factor on K/S of what is in the wood by then, tissues x 31; null when it only adds. */
  scales: Float64Array | null;
  /** Share of it that is left, by tissue. */
  left: readonly number[];
  /** How far a wet rag takes it along, 0-1: dye does, ink half, what has reacted with the wood hardly. */
  washes: number;
  /** What dissolves it; null for what is no colour. */
  carrier: Carrier | null;
  /** Share that a wiped coat of its own solvent lifts. */
  lift: number;
  /** Share of its colour that daylight takes in a year. */
  fades: number;
}

/** A film on the board. Immutable. */
export interface Film {
  layer: number;
  /** What it is a film of; null for an old finish. */
  kind: LayerKind | null;
  /** K X and S X of the film at a thickness of 1, 31 values; S null for a clear film. */
  absorbs: Spectrum;
  scatters: Spectrum | null;
  /** Thickness by tissue: now, and as it was put on. */
  thickness: readonly number[];
  laid: readonly number[];
  /** Whether a rag moves it while nothing is put over it that locks it. */
  movable: boolean;
  carrier: Carrier | null;
  /** How thick it is to the sandpaper where it is whole, in coats of clear. */
  build: number;
  /** What it makes of the board's surface, and whether it has built so far that its own surface is all that counts. */
  surface: Surface | null;
  built: boolean;
  /** Share that the next coat of its own solvent, wiped or brushed, takes along: more while it is young. */
  lift: number;
  /** The layer's colours are in it: its absorbance follows their amounts. */
  coloured: boolean;
  /** Log factors on K/S of the board with it on that readings showed, each at the thickness that it had then. */
  shown: readonly { log: ArrayLike<number>; at: readonly number[] }[];
  /** Absorbance at 400 nm that it gains in the long run, with the years. */
  ambers: number;
  /** Metal in it lies in flakes that mirror. */
  metal: boolean;
  /** Share of its colour that daylight takes in a year. */
  fades: number;
  /** How far a rag still gets at it: all while it is fresh, little after a day. */
  yields: number;
}

/**
 * The surface of a board: what every layer reads and changes. Numbers by tissue are in the order of the wood's tissues.
 * Colour in the wood and films keep what they are made of, so that a rag or sandpaper can take of it to the end.
 */
export interface BoardState {
  /** Share of its uptake that the wood still has, by tissue: 1 bare, 0 under a film. */
  open: readonly number[];
  /** How bare the wood is to a wiped film, by tissue: 1 bare, 0 sealed. A film of its own kind does not seal it. */
  bare: readonly number[];
  /** How far a wet rag or a bleach still reaches the wood: 1 bare, 0 under a locked film. */
  reach: number;
  /** How far uptakes are drawn together: 0 as the wood has them, 1 all alike. */
  even: number;
  /** How far scratches and texture still show: 1 bare, 0 levelled. */
  scratches: number;
  /** How far pores and grain still are hollows that a wiped film pools in: 1 open, 0 levelled. */
  hollows: number;
  /** How far dents, brushed and blasted relief still are there to be filled: 1 bare, 0 levelled. */
  dents: number;
  /** Share of the pores that is filled. */
  filled: number;
  /** Coats of sealer on. */
  seals: number;
  /** Share of the next colour that a bleach which was not let dry eats. */
  eats: number;
  inWood: readonly InWood[];
  films: readonly Film[];
  /** How many films, from the lowest, are locked by what was put over them. */
  locked: number;
  /** Hours from the last coat until the board is dry enough to be read: until then it looks darker. */
  wet: number;
  /** Strength times coats of each colourant that is in the wood, g/L. */
  held: Readonly<Record<string, number>>;
  /** The last layer put on or done. */
  last: number;
  /** Layers whose part of the colour has changed since the board was last read. */
  unread: readonly number[];
}

/** How much more than the face a zone takes in and holds, and how much darker it is raw. Common practice, no source. */
export const ZONE: Record<Zone, { dye: number; hold: number; shade: number }> = {
  face: { dye: 1, hold: 1, shade: 1 },
  edge: { dye: 1.12, hold: 1.1, shade: 1.04 },
  end: { dye: 2, hold: 1.9, shade: 1.3 },
  // Moulded: half side grain, half end grain at its curves.
  profile: { dye: 1.3, hold: 1.35, shade: 1.1 },
};

/** What is left of the end grain's own thirst where it was seen to. Common practice, no source. */
const ENDS: Record<EndGrain, number> = {
  'as the face': 1,
  'finer grit': 0.55,
  'sealed first': 0.15,
  'coloured while wet': 0.75,
};
/** The zone as it was made ready: what is done to the end grain brings it nearer to the face. */
export function zoneOf({ zone, preparation }: Pick<Setup, 'zone' | 'preparation'>): { dye: number; hold: number } {
  const { dye, hold } = ZONE[zone];
  const own = zone === 'end' ? ENDS[preparation.ends ?? 'as the face'] : 1;
  return { dye: dye ** own, hold: hold ** own };
}

const same = (count: number, v: number): number[] => new Array<number>(count).fill(v);
export const zeros = (): Spectrum => new Float64Array(BANDS);

/** Share of a dry film that still moves which the next coat of its own solvent takes along. Common practice. */
export const FILM_LIFT = 0.1;
/** A film with what most have. */
export const filmOn = (over: Partial<Film> & Pick<Film, 'layer' | 'kind' | 'absorbs' | 'thickness'>): Film => ({
  scatters: null,
  laid: over.thickness,
  movable: false,
  lift: FILM_LIFT,
  carrier: null,
  build: 0,
  surface: null,
  built: false,
  coloured: false,
  shown: [],
  ambers: 0,
  metal: false,
  fades: 0,
  yields: 1,
  ...over,
});

/** Something in the wood with what most have. */
export const inWood = (over: Partial<InWood> & Pick<InWood, 'layer'>, tissues: number): InWood => ({
  adds: null,
  scales: null,
  left: same(tissues, 1),
  washes: 0,
  carrier: null,
  lift: 0,
  fades: 0,
  ...over,
});

const OLD_FINISH_BUILD = 2;

/** The board before the first layer. */
export function rawState({ wood, preparation }: Setup): BoardState {
  const count = wood.tissues.length;
  const state: BoardState = {
    open: same(count, 1),
    bare: same(count, 1),
    reach: 1,
    even: 0,
    scratches: 1,
    hollows: 1,
    dents: 1,
    filled: 0,
    seals: 0,
    eats: 0,
    inWood: [],
    films: [],
    locked: 0,
    wet: 0,
    held: {},
    last: -1,
    unread: [],
  };
  const char = charOn(wood, preparation);
  if (char.some((v) => v > 0)) return { ...state, inWood: [inWood({ layer: -1, adds: char }, count)] };
  if (!preparation.oldFinish) return state;
  const old = filmOn({
    layer: -1,
    kind: null,
    absorbs: zeros(),
    thickness: same(count, 1),
    build: OLD_FINISH_BUILD,
    surface: COATED,
    built: true,
  });
  // Scuffed: the film has scratches of its own, no open wood.
  return {
    ...state,
    open: same(count, 0),
    bare: same(count, 0),
    reach: 0,
    scratches: 0.3,
    hollows: 0.5,
    dents: 0.8,
    films: [old],
  };
}

/** Fills tissues x 31 numbers. */
export function grid(wood: Wood, fill: (tissue: Tissue, t: number, band: number) => number): Float64Array {
  const out = new Float64Array(wood.tissues.length * BANDS);
  wood.tissues.forEach((tissue, t) => {
    for (let i = 0; i < BANDS; i++) out[t * BANDS + i] = fill(tissue, t, i);
  });
  return out;
}

/** A value for each tissue of the wood. */
export const byTissue = (wood: Wood, value: (tissue: Tissue, t: number) => number): number[] => wood.tissues.map(value);

export const shareOf = (wood: Wood, table: ByTissue): number[] => wood.tissues.map((t) => table[t.name]);

/** How much of a film is left of what was put on, over the face. */
export function coverage({ thickness, laid }: Film, wood: Wood): number {
  let now = 0;
  let before = 0;
  wood.tissues.forEach(({ fraction }, t) => {
    now += fraction * thickness[t];
    before += fraction * laid[t];
  });
  return before > 0 ? Math.min(1, now / before) : 0;
}

/** A film that is sanded keeps wetting the wood until so little of it is left. Common practice, no source. */
const SURFACE_LASTS = 0.25;
const between = (p: Surface, q: Surface, share: number): Surface => ({
  k1: p.k1 + share * (q.k1 - p.k1),
  k2: p.k2 + share * (q.k2 - p.k2),
});

/**
 * The surface that a reading goes through. A built film has its own; a thin coat over it cannot make it rougher than it
 * is; where a film is cut through, what lies below shows.
 */
export function surfaceOf({ films }: BoardState, { wood }: Setup): Surface {
  let surface = bareSurface(wood);
  for (const f of films) {
    if (!f.surface) continue;
    const own = f.built
      ? f.surface
      : { k1: Math.max(surface.k1, f.surface.k1), k2: Math.max(surface.k2, f.surface.k2) };
    surface = between(surface, own, Math.min(1, coverage(f, wood) / SURFACE_LASTS));
  }
  return surface;
}

/** What is put over them locks all films that are on: no rag moves them any more. */
export const withLocked = (state: BoardState): BoardState => ({ ...state, locked: state.films.length });

/** Whether a rag still moves the n-th film from below. */
export const moves = ({ films, locked }: BoardState, n: number): boolean => n >= locked && films[n].movable;

/** Adds a film; a further coat of the same layer that lies right on the first thickens it. */
export function withFilm(state: BoardState, added: Film): BoardState {
  const top = state.films.at(-1);
  const alike =
    top &&
    top.layer === added.layer &&
    top.movable === added.movable &&
    (!top.movable || state.films.length > state.locked) &&
    top.coloured === added.coloured &&
    (top.scatters === null) === (added.scatters === null) &&
    top.shown.length === 0;
  const films = alike
    ? [
        ...state.films.slice(0, -1),
        {
          ...top,
          thickness: top.thickness.map((v, t) => v + added.thickness[t]),
          laid: top.laid.map((v, t) => v + added.laid[t]),
          build: top.build + added.build,
        },
      ]
    : [...state.films, added];
  return { ...state, films, unread: touchedBy(state.unread, added.layer) };
}

export const touchedBy = (unread: readonly number[], layer: number): readonly number[] =>
  unread.includes(layer) ? unread : [...unread, layer];

export const timesEach = (values: readonly number[], factor: number | readonly number[]): number[] =>
  values.map((v, t) => v * (typeof factor === 'number' ? factor : factor[t]));

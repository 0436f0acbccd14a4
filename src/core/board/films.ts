import { CARRIER_INFO, COLOURANT_INFO, type LayerKind, USUAL_CUT } from '../kinds/index.ts';
import { isVeryDark } from '../layers/darkness.ts';
import { type Layer, methodOf, newLayer, setting, traitsOf } from '../layers/layer.ts';
import type { Colourant, Medium } from '../layers/materials.ts';
import { COATED, SEALED, type Surface } from '../optics/surface.ts';
import { DARK_OIL } from '../time/drying.ts';
import { coatTime } from '../time/waits.ts';
import { curveInWood, type Dose, deepened } from './in-wood.ts';
import { holdByScratches, USUAL_PREPARATION } from './preparation.ts';
import {
  type BoardState,
  byTissue,
  FILM_LIFT,
  type Film,
  filmOn,
  moves,
  rawState,
  type Setup,
  timesEach,
  touchedBy,
  UNTUNED,
  withFilm,
  withLocked,
  ZONE,
  zeros,
} from './state.ts';
import type { ByTissue } from './tissues.ts';
import { type Anatomy, anatomyOf, type Tissue, type Wood } from './wood.ts';

/** Films of colour in a thin medium, wiped, brushed or rubbed. */
type Wiped = 'wiping-stain' | 'gel-stain' | 'glaze' | 'powdering-glaze';

/** Film that is left on each tissue over a sealed surface, in usual thicknesses. Common practice, no source. */
const OVER_SEALED: Record<Wiped, ByTissue> = {
  'wiping-stain': { ground: 0.06, grain: 0.09, pore: 0.8, ray: 0.05 },
  'gel-stain': { ground: 1, grain: 1.05, pore: 1.5, ray: 0.9 },
  glaze: { ground: 1, grain: 1.1, pore: 1.6, ray: 0.9 },
  'powdering-glaze': { ground: 0.06, grain: 0.4, pore: 2, ray: 0.05 },
};
/** And over bare wood: a film soaks in and cannot be wiped back, more of it stays. */
const SOAKS_IN: Record<Exclude<Wiped, 'wiping-stain'>, number> = {
  'gel-stain': 1.5,
  glaze: 1.45,
  'powdering-glaze': 1.2,
};
/**
 * A wiping stain lodges where it finds hold: in open pores and the early wood about them, in the soft ground of a
 * softwood, and hardly on dense close-grained wood, which it wipes off. Common practice, no source.
 */
const STAIN_ON_BARE: Record<Anatomy, ByTissue> = {
  open: { ground: 0.4, grain: 0.75, pore: 2, ray: 0.15 },
  fine: { ground: 0.2, grain: 0.26, pore: 0.8, ray: 0.12 },
  soft: { ground: 0.75, grain: 0.35, pore: 1, ray: 0.3 },
};
/** What stays on the hard rings of a bare softwood, against a sealed surface: they wipe clean. Common practice. */
const ON_HARD_RINGS = 0.7;
/** Dense close-grained wood has few hollows: its tissues hold a wiped film much alike. Common practice, no source. */
const FINE_HOLLOWS = 0.3;
/** Each further coat of sealer or clear makes the surface smoother: a wiped film holds less. Common practice, no source. */
const FURTHER_SEAL_HOLDS = 0.93;
/** What the way of putting on does to each tissue. */
const METHOD: Record<string, ByTissue> = {
  wiped: { ground: 1, grain: 1, pore: 1, ray: 1 },
  across: { ground: 0.95, grain: 1.05, pore: 1.25, ray: 0.95 },
  unwiped: { ground: 2.2, grain: 2.2, pore: 2, ray: 2.2 },
  'dry-brushed': { ground: 0.8, grain: 0.75, pore: 0.5, ray: 0.8 },
  'in-grain': { ground: 0.06, grain: 0.5, pore: 1.6, ray: 0.06 },
};
/** Share of its uptake that each coat leaves the wood, once it is dry: a washcoat does most. Common practice. */
const LEAVES_OPEN: Partial<Record<LayerKind, number>> = {
  sealer: 0.12,
  oil: 0.4,
  toner: 0.2,
  'wiping-stain': 0.6,
  'gel-stain': 0.3,
  glaze: 0.4,
  'powdering-glaze': 0.5,
  wax: 0.3,
};
/** The same for what a wet rag or a bleach reaches, of what locks. */
const LEAVES_REACH: Partial<Record<LayerKind, number>> = { sealer: 0.12, oil: 0.3, toner: 0.2 };
/** How far each coat leaves scratches and hollows to be seen. */
const LEAVES_SCRATCHES: Partial<Record<LayerKind, number>> = { sealer: 0.35, oil: 0.6, toner: 0.6, opaque: 0.1 };
const CLEAR_LEAVES = { scratches: 0.05, hollows: 0.6 };
const FURTHER_SEAL_LEAVES_HOLLOWS = 0.7;
/** Thickness to the sandpaper, in coats of clear. */
const BUILD: Partial<Record<LayerKind, number>> = {
  sealer: 0.4,
  oil: 0.2,
  toner: 0.3,
  clear: 1,
  opaque: 1.5,
  'gel-stain': 0.4,
  glaze: 0.25,
  'wiping-stain': 0.1,
  'powdering-glaze': 0.1,
  wax: 0.02,
};
/** A brushed opaque coat holds the pigment of this many wiped films. */
const OPAQUE_COAT = 8;
/** A sprayed toner pass: share of the colour that a flood coat of dye leaves in wood, and of a wiped film of pigment. */
const TONER_DYE = 0.08;
const TONER_PIGMENT = 0.4;
/** Exponents of what the hand sets. Common practice, no source. */
const DWELL_ON_BARE = 0.18;
const DWELL_ON_SEALED = 0.1;
const LOAD = 0.4;
const PRESSURE = -0.45;
const USUAL_DWELL = 5;
/** How much more of a wet stain than of a dry one the next coat of its own solvent takes along. Common practice, no source. */
const WET_LIFTS_MORE = 3;

/** What a layer's colours come to in a film: strength to the profile's exponent, times what was learned. */
export function dosesInFilm(layer: Layer, { materials, tuning }: Setup): Dose[] {
  return Object.entries(layer.colours).map(([id, strength]) => {
    const colourant = materials.colourants[id] as Colourant;
    return { colourant, amount: strength ** colourant.exponent * (tuning.uptake[id] ?? 1) };
  });
}

/** How bare a tissue is to a wiped film: even a thin seal makes it wipe. */
const bareness = (open: number) => open * open;

/** What one coat closes, of all that is open, when it is dry; of a thinner film than usual accordingly less. */
function closed(state: BoardState, kind: LayerKind, coat = 1): BoardState {
  const reach = LEAVES_REACH[kind];
  const wiped = kind in OVER_SEALED;
  const scratches = LEAVES_SCRATCHES[kind] ?? 1;
  return {
    ...state,
    open: timesEach(state.open, (LEAVES_OPEN[kind] ?? 0) ** coat),
    bare: wiped ? state.bare : timesEach(state.bare, (LEAVES_OPEN[kind] ?? 0) ** coat),
    reach: reach === undefined ? state.reach : state.reach * reach ** coat,
    scratches: state.scratches * scratches ** (wiped ? 1 : coat),
  };
}

/**
 * What a wiped coat of a carrier takes along of what its solvent wakes: dye in open wood, films that still move. Dye
 * that is lifted by a coat of dye goes back into it.
 */
export function lifted(state: BoardState, carrier: string | null, { kind }: Layer, coat = 1): BoardState {
  if (!carrier) return state;
  const inWood = state.inWood.map((w) =>
    w.carrier === carrier && w.lift > 0 && state.reach > 0
      ? { ...w, left: timesEach(w.left, 1 - w.lift * state.reach * coat) }
      : w,
  );
  const films = state.films.map((f, n) =>
    f.carrier === carrier && moves(state, n) && f.kind !== kind
      ? { ...f, thickness: timesEach(f.thickness, Math.max(0, 1 - f.lift * coat)) }
      : f,
  );
  return { ...state, inWood, films };
}

/** Usual thickness of a wiped film on a tissue. */
function wipedFilm(state: BoardState, layer: Layer, setup: Setup, tissue: Tissue, t: number): number {
  const kind = layer.kind as Wiped;
  const { wood, preparation, zone, thirst } = setup;
  const bare = bareness(state.bare[t]);
  // Levelled hollows hold what the flat ground holds.
  const anatomy = anatomyOf(wood);
  // The late wood of a softwood is hard: nothing soaks into it.
  const hardRing = anatomy === 'soft' && tissue.name === 'grain';
  const fine = anatomy === 'fine' ? FINE_HOLLOWS : 1;
  const level = state.hollows * fine * (tissue.name === 'pore' ? 1 - state.filled : 1);
  // A conditioner draws them together, where the wood is bare.
  const uneven = 1 - state.even * bare;
  const left = (table: ByTissue) => table.ground * (1 + (table[tissue.name] / table.ground - 1) * level) ** uneven;
  const overSealed = left(OVER_SEALED[kind]);
  const overBare =
    kind === 'wiping-stain'
      ? left(STAIN_ON_BARE[anatomy])
      : overSealed * (hardRing ? ON_HARD_RINGS : SOAKS_IN[kind as keyof typeof SOAKS_IN]);
  const hold = 1 + (tissue.hold - 1) * level;
  const smooth = FURTHER_SEAL_HOLDS ** Math.max(0, Math.min(4, state.seals) - 1);
  const scratches = 1 + (holdByScratches(preparation, tissue.name) - 1) * state.scratches;
  return (
    (overSealed + (overBare - overSealed) * bare) *
    left(METHOD[methodOf(layer) ?? 'wiped'] ?? (METHOD.wiped as ByTissue)) *
    hold ** uneven *
    smooth *
    (ZONE[zone].hold * thirst) ** (bare * (1 - state.even)) *
    scratches *
    setting(layer, 'film') *
    (setting(layer, 'dwell') / USUAL_DWELL) ** (DWELL_ON_SEALED + (DWELL_ON_BARE - DWELL_ON_SEALED) * bare) *
    setting(layer, 'load') ** LOAD *
    setting(layer, 'pressure') ** PRESSURE *
    (setup.tuning.film[layer.kind] ?? 1)
  );
}

/** Film that one usual coat leaves on the bare face of a wood, over its tissues: what a ladder on it was read at. */
export function usualFilm(kind: 'wiping-stain' | 'gel-stain', wood: Wood): number {
  const setup: Setup = {
    wood,
    materials: { colourants: {}, mediums: {} },
    preparation: USUAL_PREPARATION,
    tuning: UNTUNED,
    zone: 'face',
    thirst: 1,
  };
  const state = rawState(setup);
  return wood.tissues.reduce(
    (sum, tissue, t) => sum + tissue.fraction * wipedFilm(state, newLayer(kind), setup, tissue, t),
    0,
  );
}

/** Share of a wiped film that the next coat of its own solvent takes along, by how long it has stood. */
function liftOf(layer: Layer, { materials }: Setup): number {
  if (layer.wait === undefined) return FILM_LIFT;
  const dries = isVeryDark(layer, materials) ? DARK_OIL.usual : coatTime(layer, materials).wait.usual;
  return FILM_LIFT * (1 + WET_LIFTS_MORE * Math.max(0, 1 - layer.wait / dries));
}

const carrierOf = (doses: readonly Dose[]) => doses[0]?.colourant.carrier ?? null;

/** A film of a layer's own colours. */
const pigmentFilm = (
  layer: Layer,
  at: number,
  doses: readonly Dose[],
  thickness: readonly number[],
  over: Partial<Film>,
): Film =>
  filmOn({
    layer: at,
    kind: layer.kind,
    absorbs: curveInWood(doses, 'absorption'),
    scatters: curveInWood(doses, 'scatter'),
    thickness,
    carrier: carrierOf(doses),
    build: BUILD[layer.kind] ?? 0,
    coloured: true,
    ...over,
  });

/**
 * One coat of wiping stain, gel, glaze or powdering glaze: a film of K X and S X over each tissue (two-constant
 * Kubelka-Munk, Kubelka 1948). What each tissue keeps after wiping is common practice, no source.
 */
export function wipedCoat(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const doses = dosesInFilm(layer, setup);
  const coat = Math.min(1, setting(layer, 'film'));
  const washed = lifted(state, carrierOf(doses), layer, coat);
  const thickness = byTissue(setup.wood, (tissue, t) => wipedFilm(washed, layer, setup, tissue, t));
  return closed(
    withFilm(
      washed,
      pigmentFilm(layer, at, doses, thickness, {
        movable: true,
        lift: liftOf(layer, setup),
        surface: traitsOf(layer).stands ? SEALED : null,
      }),
    ),
    layer.kind,
    coat,
  );
}

/** One coat of opaque colour: a film that hides; it locks what lies below. */
export function opaqueCoat(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const doses = dosesInFilm(layer, setup);
  const thickness = byTissue(setup.wood, () => OPAQUE_COAT * (setup.tuning.film.opaque ?? 1));
  const painted = withFilm(withLocked(state), pigmentFilm(layer, at, doses, thickness, { surface: SEALED }));
  return { ...closed(painted, 'opaque'), reach: 0, hollows: painted.hollows * CLEAR_LEAVES.hollows };
}

/** The surface that a sealer, an oil or a clear makes. */
function coatSurface({ k1, k2 }: Medium, built: boolean, { tuning }: Setup): Surface {
  return {
    k1: k1 ?? (built ? COATED : SEALED).k1,
    k2: Math.min(0.75, Math.max(0.2, k2 + (built ? tuning.coatK2 : 0))),
  };
}

const mediumOf = (layer: Layer, { materials }: Setup): Medium => materials.mediums[layer.medium as string] as Medium;

function clearFilm(layer: Layer, at: number, setup: Setup, over: Partial<Film> = {}): Film {
  const medium = mediumOf(layer, setup);
  const built = traitsOf(layer).clear || traitsOf(layer).tones;
  return filmOn({
    layer: at,
    kind: layer.kind,
    absorbs: Float64Array.from(medium.tint),
    thickness: byTissue(setup.wood, () => 1),
    carrier: medium.carrier,
    build: BUILD[layer.kind] ?? 0,
    surface: coatSurface(medium, built, setup),
    built,
    ambers: CARRIER_INFO[medium.carrier].ambers,
    ...over,
  });
}

/** Put on with a brush or a rag, a coat wakes what its solvent dissolves. */
const woken = (state: BoardState, layer: Layer, setup: Setup): BoardState =>
  methodOf(layer) === 'sprayed' ? state : lifted(state, mediumOf(layer, setup).carrier, layer);

/** A clear film put over all that is on, which it locks. */
const coated = (state: BoardState, layer: Layer, at: number, setup: Setup, over: Partial<Film> = {}): BoardState =>
  withFilm(withLocked(state), clearFilm(layer, at, setup, over));

/**
 * One coat of sealer: light is swallowed on the way in and out, reflectance times exp(-2a) with the medium's Napierian
 * absorbance a of one coat (Beer-Lambert). The first coat closes most of the wood, a second nearly all; further ones
 * level the pores. A heavier cut is so much more of a coat, a washcoat so much less.
 */
export function sealerCoat(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const share = setting(layer, 'cut') / USUAL_CUT;
  const thickness = byTissue(setup.wood, () => share);
  const on = coated(woken(state, layer, setup), layer, at, setup, {
    thickness,
    laid: thickness,
    build: (BUILD.sealer ?? 0) * share,
  });
  return {
    ...closed(on, 'sealer', share),
    hollows: on.hollows * (on.seals > 0 ? FURTHER_SEAL_LEAVES_HOLLOWS : 1),
    seals: on.seals + 1,
  };
}

/** One coat of clear: swallows light as a sealer does, makes the surface its own and locks all that lies below. */
export function clearCoat(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const on = coated(woken(state, layer, setup), layer, at, setup);
  return {
    ...on,
    open: timesEach(on.open, 0),
    bare: timesEach(on.bare, 0),
    reach: 0,
    scratches: on.scratches * CLEAR_LEAVES.scratches,
    hollows: on.hollows * CLEAR_LEAVES.hollows,
    seals: on.seals + 1,
  };
}

/** One coat of oil: what the open wood drinks deepens it; the rest ambers as a film. */
export function oilCoat(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const fed = deepened(lifted(state, mediumOf(layer, setup).carrier, layer), at, setup);
  return closed(coated(fed, layer, at, setup), 'oil');
}

/**
 * One coat of wax, buffed: it fills the last roughness of a finish, and on bare wood it wets the face a little. It
 * locks what lies below. Common practice, no source.
 */
export function waxCoat(state: BoardState, _layer: Layer, at: number, { wood }: Setup): BoardState {
  const thickness = byTissue(wood, () => 1);
  const on = withFilm(
    withLocked(state),
    filmOn({
      layer: at,
      kind: 'wax',
      absorbs: zeros(),
      thickness,
      carrier: 'oil',
      build: BUILD.wax ?? 0,
      surface: SEALED,
    }),
  );
  return closed(on, 'wax');
}

/** One pass of toner: a thinned clear with a dye that it dissolves, or with pigment, sprayed; a rag moves it while fresh. */
export function tonerPass(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const doses = dosesInFilm(layer, setup);
  // Each colour as much as a pass leaves of it: a dye clear, a pigment as a film.
  const sprayed = doses.map((d) => ({
    ...d,
    amount: d.amount * (COLOURANT_INFO[d.colourant.kind].dissolves ? TONER_DYE : TONER_PIGMENT),
  }));
  const pigmented = doses.some((d) => d.colourant.kind === 'pigment');
  const { tint } = mediumOf(layer, setup);
  const on = withFilm(
    state.films.at(-1)?.layer === at ? state : withLocked(state),
    clearFilm(layer, at, setup, {
      absorbs: curveInWood(sprayed, 'absorption').map((v, i) => v + tint[i]),
      scatters: pigmented ? curveInWood(sprayed, 'scatter') : null,
      movable: true,
      coloured: doses.length > 0,
    }),
  );
  return { ...closed(on, 'toner'), unread: touchedBy(on.unread, at) };
}

import { APPLICATOR_INFO, COLOURANT_INFO, type LayerKind } from '../kinds/index.ts';
import { isVeryDark } from '../layers/darkness.ts';
import { type Layer, methodOf, newLayer, setting, thinnedBy, traitsOf } from '../layers/layer.ts';
import type { Colourant } from '../layers/materials.ts';
import { SEALED } from '../optics/surface.ts';
import { DARK_OIL } from '../time/drying.ts';
import { coatTime } from '../time/waits.ts';
import { curveInWood, type Dose } from './in-wood.ts';
import { holdByScratches, holdByTexture, USUAL_PREPARATION } from './preparation.ts';
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
  UNTUNED,
  withFilm,
  withLocked,
  zoneOf,
} from './state.ts';
import type { Anatomy, ByTissue } from './tissues.ts';
import { anatomyOf, type Tissue, type Wood } from './wood.ts';

/** Films of colour in a thin medium, wiped, brushed or rubbed. */
type Wiped = 'wiping-stain' | 'gel-stain' | 'glaze' | 'powdering-glaze';

/**
 * Film that a rag leaves on each tissue over a sealed surface. 1 is a coat of gel laid on with the brush and left. Common
 * practice, no source: a wiped gel or glaze lets most of what lies below through, and stays in what is open.
 */
const OVER_SEALED: Record<Wiped, ByTissue> = {
  'wiping-stain': { ground: 0.06, grain: 0.09, pore: 0.8, ray: 0.05 },
  'gel-stain': { ground: 0.1, grain: 0.14, pore: 0.25, ray: 0.07 },
  glaze: { ground: 0.1, grain: 0.14, pore: 0.25, ray: 0.07 },
  'powdering-glaze': { ground: 0.007, grain: 0.04, pore: 0.25, ray: 0.006 },
};
/**
 * And over bare wood, times that: a film soaks in and cannot be wiped back. The early wood of a softwood drinks most, its
 * hard rings wipe clean. Common practice, no source.
 */
const SOAKS_IN: Record<Anatomy, ByTissue> = {
  open: { ground: 2.2, grain: 2.2, pore: 1.4, ray: 1.4 },
  fine: { ground: 1.5, grain: 1.5, pore: 1.3, ray: 1.3 },
  soft: { ground: 3, grain: 0.5, pore: 1.3, ray: 1.3 },
};
const POWDER_SOAKS_IN = 1.2;
/**
 * A wiping stain lodges where it finds hold: in open pores and the early wood about them, in the soft ground of a
 * softwood, and hardly on dense close-grained wood, which it wipes off. Common practice, no source.
 */
const STAIN_ON_BARE: Record<Anatomy, ByTissue> = {
  open: { ground: 0.4, grain: 0.75, pore: 2, ray: 0.15 },
  fine: { ground: 0.1, grain: 0.13, pore: 0.5, ray: 0.06 },
  soft: { ground: 0.75, grain: 0.35, pore: 1, ray: 0.3 },
};
/** Dense close-grained wood has few hollows: its tissues hold a wiped film much alike. Common practice, no source. */
const FINE_HOLLOWS = 0.3;
/** How far a gel or a glaze heeds a conditioner that is in the wood: hardly. Common practice, no source. */
const BODY_HEEDS = 0.1;
/** How much less of a wiped film a conditioned wood holds, for each share that its uptakes are drawn together by. */
const CONDITIONED_HOLDS_LESS = 0.78;
/** Each further coat of sealer or clear makes the surface smoother: a wiped film holds less. Common practice, no source. */
const FURTHER_SEAL_HOLDS = 0.93;
/**
 * What the way of putting on leaves on each tissue, times what a rag leaves: brushed on and left it is all there, and as
 * much on the flat as in the grain; dry-brushed it skims over; pressed into the grain its haze comes off the face.
 */
const METHOD: Record<string, ByTissue> = {
  wiped: { ground: 1, grain: 1, pore: 1, ray: 1 },
  across: { ground: 0.95, grain: 1.05, pore: 1.25, ray: 0.95 },
  unwiped: { ground: 10, grain: 7.5, pore: 5, ray: 13 },
  'dry-brushed': { ground: 1.5, grain: 1.1, pore: 0.4, ray: 1.8 },
  'in-grain': { ground: 0.1, grain: 0.6, pore: 2, ray: 0.1 },
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
/** Paint covers the figure: what is left to pool in are dents and the deepest pores. */
const PAINT_LEAVES = { hollows: 0.1, dents: 0.85 };
/** Thickness to the sandpaper, in coats of clear. */
export const BUILD: Partial<Record<LayerKind, number>> = {
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
/** A brushed opaque coat holds the pigment of so many laid coats of gel. */
const OPAQUE_COAT = 3;
/** Exponents of what the hand sets. Common practice, no source. */
const DWELL_ON_BARE = 0.18;
const DWELL_ON_SEALED = 0.1;
const LOAD = 0.4;
const PRESSURE = -0.45;
const USUAL_DWELL = 5;
/** How much more of a wet stain than of a dry one the next coat of its own solvent takes along. Common practice, no source. */
const WET_LIFTS_MORE = 3;

/**
 * A profile is told in the film that its ladder is made with: a ready-made stain's in a laid coat, a pigment's in a wiped
 * glaze on a flat sealed face. A wiping stain is thin: a share of pigment in it is a tenth of that in a glaze.
 */
const laddered = ({ kind }: Colourant, layer: LayerKind): number =>
  COLOURANT_INFO[kind].laddersOverSeal && layer !== 'wiping-stain' ? 1 / OVER_SEALED.glaze.ground : 1;

/** What a layer's colours come to in a laid coat: strength to the profile's exponent, times what was learned. */
export function dosesInFilm(layer: Layer, { materials, tuning }: Setup): Dose[] {
  return Object.entries(layer.colours).map(([id, strength]) => {
    const colourant = materials.colourants[id] as Colourant;
    return {
      colourant,
      amount: laddered(colourant, layer.kind) * strength ** colourant.exponent * (tuning.uptake[id] ?? 1),
    };
  });
}

/** How bare a tissue is to a wiped film: even a thin seal makes it wipe. */
const bareness = (open: number) => open * open;

/** What one coat closes, of all that is open, when it is dry; of a thinner film than usual accordingly less. */
export function closed(state: BoardState, kind: LayerKind, coat = 1): BoardState {
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
  const { wood, preparation, thirst } = setup;
  // What has body lies on top of a conditioner; a thin stain lodges less where one drew the uptakes together.
  const heeds = kind === 'wiping-stain' ? 1 : BODY_HEEDS;
  const bare = bareness(state.bare[t]) * (1 - CONDITIONED_HOLDS_LESS * heeds * state.even);
  const anatomy = anatomyOf(wood);
  const fine = anatomy === 'fine' ? FINE_HOLLOWS : 1;
  // Levelled hollows hold what the flat ground holds.
  const level = state.hollows * fine * (tissue.name === 'pore' ? 1 - state.filled : 1);
  const uneven = 1 - state.even * bare * heeds;
  const left = (table: ByTissue) => table.ground * (1 + (table[tissue.name] / table.ground - 1) * level) ** uneven;
  const overSealed = left(OVER_SEALED[kind]);
  const overBare =
    kind === 'wiping-stain'
      ? left(STAIN_ON_BARE[anatomy])
      : overSealed * (kind === 'powdering-glaze' ? POWDER_SOAKS_IN : SOAKS_IN[anatomy][tissue.name] ** uneven);
  const hold = 1 + (tissue.hold - 1) * level;
  const smooth = FURTHER_SEAL_HOLDS ** Math.max(0, Math.min(4, state.seals) - 1);
  const scratches = 1 + (holdByScratches(preparation) - 1) * state.scratches;
  const relief = holdByTexture(preparation, anatomy, tissue.name);
  // What stands up is wiped clean where it is sealed; bare it takes what the flat takes.
  const dents = relief < 1 ? relief ** (state.dents * (1 - bare)) : 1 + (relief - 1) * state.dents;
  return (
    (overSealed + (overBare - overSealed) * bare) *
    left(METHOD[methodOf(layer) ?? 'wiped'] ?? (METHOD.wiped as ByTissue)) *
    hold ** uneven *
    smooth *
    (zoneOf(setup).hold * thirst) ** (bare * (1 - state.even)) *
    scratches *
    dents *
    setting(layer, 'film') *
    (setting(layer, 'dwell') / USUAL_DWELL) ** (DWELL_ON_SEALED + (DWELL_ON_BARE - DWELL_ON_SEALED) * bare) *
    setting(layer, 'load') ** LOAD *
    setting(layer, 'pressure') ** PRESSURE *
    (setup.tuning.film[layer.kind] ?? 1)
  );
}

/**
 * Film that one usual coat leaves on the face of a wood, over its tissues: what a ladder on it was read at, in the film
 * that its profile is told in. Stains are laddered on bare wood, in laid coats; glazes over one coat of sealer, in what a
 * rag leaves on a flat face.
 */
export function usualFilm(kind: 'wiping-stain' | 'gel-stain' | 'glaze', wood: Wood): number {
  const setup: Setup = {
    wood,
    materials: { colourants: {}, mediums: {}, supplies: {} },
    preparation: USUAL_PREPARATION,
    tuning: UNTUNED,
    zone: 'face',
    thirst: 1,
  };
  const raw = rawState(setup);
  const state = kind === 'glaze' ? { ...closed(raw, 'sealer'), seals: 1 } : raw;
  const unit = kind === 'glaze' ? OVER_SEALED.glaze.ground : 1;
  return wood.tissues.reduce(
    (sum, tissue, t) => sum + (tissue.fraction * wipedFilm(state, newLayer(kind), setup, tissue, t)) / unit,
    0,
  );
}
/** Share of a wiped film that the next coat of its own solvent takes along, by how long it has stood. */
function liftOf(layer: Layer, { materials }: Setup): number {
  if (layer.wait === undefined) return FILM_LIFT;
  const dries = isVeryDark(layer, materials) ? DARK_OIL.usual : coatTime(layer, materials).wait.usual;
  return FILM_LIFT * (1 + WET_LIFTS_MORE * Math.max(0, 1 - layer.wait / dries));
}

/** Hours after which a rag takes half of what it took of the fresh film. Common practice, no source. */
const SETS = 4;
const yieldOf = ({ wait }: Layer): number => (wait === undefined ? 1 : 1 / (1 + (wait / SETS) ** 2));

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
        yields: yieldOf(layer),
        surface: traitsOf(layer).stands ? SEALED : null,
      }),
    ),
    layer.kind,
    coat,
  );
}

/**
 * Thickness of a coat that stays as it is laid, beside the usual one: thinned it dries away, and a rag leaves half of what a
 * brush does.
 */
export const laidBy = (layer: Layer): number =>
  (layer.applicator ? APPLICATOR_INFO[layer.applicator].lays : 1) / (1 + thinnedBy(layer));

/** One coat of opaque colour: a film that hides; it locks what lies below. */
export function opaqueCoat(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const doses = dosesInFilm(layer, setup);
  const thickness = byTissue(setup.wood, () => OPAQUE_COAT * laidBy(layer) * (setup.tuning.film.opaque ?? 1));
  const painted = withFilm(withLocked(state), pigmentFilm(layer, at, doses, thickness, { surface: SEALED }));
  return {
    ...closed(painted, 'opaque'),
    reach: 0,
    hollows: painted.hollows * PAINT_LEAVES.hollows,
    dents: painted.dents * PAINT_LEAVES.dents,
  };
}

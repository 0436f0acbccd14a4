import { CARRIER_INFO, COLOURANT_INFO, USUAL_CUT } from '../kinds/index.ts';
import { type Layer, methodOf, setting, traitsOf } from '../layers/layer.ts';
import type { Medium } from '../layers/materials.ts';
import { COATED, SEALED, type Surface } from '../optics/surface.ts';
import { BUILD, closed, dosesInFilm, laidBy, lifted } from './films.ts';
import { curveInWood, deepened, FADES } from './in-wood.ts';
import {
  type BoardState,
  byTissue,
  type Film,
  filmOn,
  type Setup,
  timesEach,
  touchedBy,
  withFilm,
  withLocked,
  zeros,
} from './state.ts';

const CLEAR_LEAVES = { scratches: 0.05, hollows: 0.6, dents: 0.85 };
const FURTHER_SEAL_LEAVES_HOLLOWS = 0.7;
/** A sprayed toner pass: share of the colour that a flood coat of dye leaves in wood, and of a laid film of pigment. */
const TONER_DYE = 0.08;
const TONER_PIGMENT = 0.05;

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
    thickness: byTissue(setup.wood, () => laidBy(layer)),
    carrier: medium.carrier,
    build: (BUILD[layer.kind] ?? 0) * laidBy(layer),
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
  const share = (setting(layer, 'cut') / USUAL_CUT) * laidBy(layer);
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
    dents: on.dents * CLEAR_LEAVES.dents,
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
      fades: pigmented ? 0 : FADES.dye,
    }),
  );
  return { ...closed(on, 'toner'), unread: touchedBy(on.unread, at) };
}

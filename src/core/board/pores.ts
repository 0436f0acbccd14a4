import { WAVELENGTHS } from '../colour/grid.ts';
import { COLOURANT_INFO } from '../kinds/index.ts';
import { type Layer, setting } from '../layers/layer.ts';
import { carrierOf } from '../layers/materials.ts';
import { dosesInFilm } from './films.ts';
import { curveInWood } from './in-wood.ts';
import { type BoardState, byTissue, filmOn, type Setup, timesEach, withFilm } from './state.ts';

/** Depth of a full pore, in laid coats of gel. Common practice, no source. */
const PORE_DEPTH = 3;
/** A pore that is half full lies in its own shadow and shows little of what is in it. Common practice, no source. */
const SHOWS_BY_FILL = 4;
/** The paste itself, without tint: translucent, a little milky. K X and S X of a laid coat. From the trade's eye. */
const PASTE = { absorbs: 0.007, scatters: 0.04 };
/** Film that burlap leaves on a bare face, and on a sealed one. */
const HAZE = { bare: 0.03, sealed: 0.0015 };
/** How far a filler still finds hold in pores that have had so many seal coats: with more, it pulls out. */
const HOLD_BY_SEALS = [1, 1, 0.45, 0.2, 0.1];
/** Share of dents that a squeegee fills. */
const FILLS_DENTS = 0.7;
/** Share of its uptake that a wiped filler leaves a bare face. */
const LEAVES_OPEN = 0.6;

/**
 * Grain filler, squeegeed in and wiped off across the grain: a deep film in the pores, of the paste and its tint, and a
 * haze on what was not sealed. `fill` is the share of the pores' depth, 0-1. Filled pores no longer are hollows. A dye that
 * it dissolves adds the K/S to the paste that it adds to wood; pigment and what is tinted already are films of their own.
 */
export function fillPores(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const doses = dosesInFilm(layer, setup);
  const grip = HOLD_BY_SEALS[Math.min(state.seals, HOLD_BY_SEALS.length - 1)];
  const fill = setting(layer, 'fill') * grip * (1 - state.filled);
  const dyes = doses.filter((d) => COLOURANT_INFO[d.colourant.kind].dissolves);
  const films = doses.filter((d) => !COLOURANT_INFO[d.colourant.kind].dissolves);
  const pigment = { absorbs: curveInWood(films, 'absorption'), scatters: curveInWood(films, 'scatter') };
  const dyed = curveInWood(dyes, 'absorption');
  const milky = (i: number) => PASTE.scatters * (550 / WAVELENGTHS[i]);
  const thickness = byTissue(setup.wood, ({ name }, t) => {
    const bare = state.bare[t] ** 2;
    return name === 'pore'
      ? PORE_DEPTH * fill ** SHOWS_BY_FILL
      : (HAZE.sealed + (HAZE.bare - HAZE.sealed) * bare) * setting(layer, 'fill');
  });
  const on = withFilm(
    state,
    filmOn({
      layer: at,
      kind: layer.kind,
      absorbs: pigment.absorbs.map((v, i) => v + PASTE.absorbs + dyed[i] * milky(i)),
      scatters: pigment.scatters.map((v, i) => v + milky(i)),
      thickness,
      movable: true,
      carrier: carrierOf(layer, setup.materials),
      build: 0.2,
      coloured: doses.length > 0,
      metal: doses.some((d) => d.colourant.kind === 'metallic'),
    }),
  );
  const left = byTissue(setup.wood, ({ name }) =>
    name === 'pore' ? 1 - fill : 1 - (1 - LEAVES_OPEN) * setting(layer, 'fill'),
  );
  return {
    ...on,
    open: timesEach(state.open, left),
    bare: timesEach(state.bare, left),
    filled: state.filled + fill,
    dents: state.dents * (1 - FILLS_DENTS * setting(layer, 'fill')),
  };
}

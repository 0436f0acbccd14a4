import type { LayerKind } from '../kinds/index.ts';
import { type Layer, setting, traitsOf } from '../layers/layer.ts';
import { coatTime } from '../time/waits.ts';
import { clearCoat, oilCoat, sealerCoat, tonerPass, waxCoat } from './coats.ts';
import { opaqueCoat, wipedCoat } from './films.ts';
import { bleachWood, colourTheWood } from './in-wood.ts';
import { fillPores } from './pores.ts';
import { showing } from './showing.ts';
import { type BoardState, type Setup, timesEach } from './state.ts';
import { rubbed, sandBackTo, wipeBackTo } from './undo.ts';
import type { Zone } from './wood.ts';

/** What one coat or act makes of a board. `at` is the layer's place in the stack. */
type Change = (state: BoardState, layer: Layer, at: number, setup: Setup) => BoardState;

/**
 * Conditioner: fills the thirstiest tissue most, so that what follows takes less and more evenly. It lightens by about a
 * shade; on sealed wood it does nothing. Common practice, no source.
 */
const CONDITIONED = { open: 0.78, even: 0.5 };
const condition: Change = (state) => {
  const open = Math.max(...state.open);
  return {
    ...state,
    // Over a colour it lifts some of it.
    inWood: state.inWood.map((w) => (w.lift > 0 ? { ...w, left: timesEach(w.left, 1 - w.lift * open) } : w)),
    open: timesEach(state.open, CONDITIONED.open),
    even: 1 - (1 - state.even) * (1 - CONDITIONED.even * open),
  };
};

/** Every kind of layer: what one coat does, and whether its coats are put on one by one. */
const CHANGES: Record<LayerKind, { change: Change; coatByCoat: boolean }> = {
  dye: { change: colourTheWood, coatByCoat: false },
  ink: { change: colourTheWood, coatByCoat: false },
  reactive: { change: colourTheWood, coatByCoat: false },
  'wiping-stain': { change: wipedCoat, coatByCoat: true },
  'gel-stain': { change: wipedCoat, coatByCoat: true },
  glaze: { change: wipedCoat, coatByCoat: true },
  'powdering-glaze': { change: wipedCoat, coatByCoat: true },
  toner: { change: tonerPass, coatByCoat: true },
  sealer: { change: sealerCoat, coatByCoat: true },
  oil: { change: oilCoat, coatByCoat: true },
  clear: { change: clearCoat, coatByCoat: true },
  filler: { change: fillPores, coatByCoat: false },
  opaque: { change: opaqueCoat, coatByCoat: true },
  bleach: { change: bleachWood, coatByCoat: false },
  conditioner: { change: condition, coatByCoat: true },
  wax: { change: waxCoat, coatByCoat: true },
  // It takes of a clear film what a coat gives or takes within its own doubt, and no colour.
  'rub-out': { change: (state) => state, coatByCoat: false },
  'wipe-back': { change: wipeBackTo, coatByCoat: false },
  'sand-back': { change: sandBackTo, coatByCoat: false },
};

/** The preparation's own coat of conditioner, before the first layer. */
export const conditioned = (state: BoardState, setup: Setup): BoardState =>
  condition(state, { kind: 'conditioner', colours: {}, settings: {} }, -1, setup);

/** Whether a layer that is kept to some places goes on in a zone: nothing is foreseen of single spots. */
function reaches({ where }: Layer, zone: Zone): boolean {
  if (where === undefined) return true;
  if (where === 'inside') return zone !== 'edge' && zone !== 'end';
  return (where === 'edges' && (zone === 'edge' || zone === 'profile')) || (where === 'ends' && zone === 'end');
}

/** The board after one more layer, all its coats on. */
export function applyLayer(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  if (layer.off || !reaches(layer, setup.zone)) return state;
  const { change, coatByCoat } = CHANGES[layer.kind];
  let now = state;
  for (let coat = coatByCoat ? setting(layer, 'coats') : 1; coat > 0; coat--) now = change(now, layer, at, setup);
  now = rubbed(now, layer, setup);
  // What is left of a bleach is used up by the next that goes on.
  if (!traitsOf(layer).bleaches && now.eats > 0) now = { ...now, eats: 0 };
  const learned = setup.tuning.residual[layer.kind];
  const { settle } = coatTime(layer, setup.materials);
  return { ...(learned ? showing(now, at, learned, setup) : now), wet: settle, last: at };
}

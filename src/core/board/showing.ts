import { BANDS } from '../colour/grid.ts';
import { type BoardState, grid, type InWood, inWood, type Setup } from './state.ts';

/** Where less than this of a colour is left, a reading tells nothing of it. */
const TELLS = 0.05;

/**
 * What readings showed beside the model, as a log factor on K/S, given to what the layer put on the board: its film where
 * that lies on top, else its colour in the wood. So it comes off again with what it belongs to.
 * @param log 31 values
 */
export function showing(state: BoardState, layer: number, log: ArrayLike<number>, { wood }: Setup): BoardState {
  const top = state.films.at(-1);
  if (top?.thickness.some((v) => v > 0) && (top.layer === layer || !state.inWood.some((w) => w.layer === layer))) {
    const shown = { ...top, shown: [...top.shown, { log, at: top.thickness }] };
    return { ...state, films: [...state.films.slice(0, -1), shown] };
  }
  const own = owner(state.inWood, layer);
  if (own < 0) {
    const scales = grid(wood, (_, _t, i) => log[i]);
    return { ...state, inWood: [...state.inWood, inWood({ layer, scales }, wood.tissues.length)] };
  }
  const shown = state.inWood.map((w, n) => {
    if (n !== own) return w;
    const before = w.scales ?? new Float64Array(wood.tissues.length * BANDS);
    const scales = grid(wood, (_, t, i) => before[t * BANDS + i] + log[i] / w.left[t]);
    return { ...w, scales };
  });
  return { ...state, inWood: shown };
}

/** The newest colour in the wood that is still there, the layer's own before others'. */
function owner(list: readonly InWood[], layer: number): number {
  const there = (w: InWood) => w.adds !== null && w.left.every((v) => v > TELLS);
  const own = list.findLastIndex((w) => w.layer === layer && there(w));
  return own >= 0 ? own : list.findLastIndex(there);
}

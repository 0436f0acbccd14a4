import { BANDS } from '../colour/grid.ts';
import { KINDS } from '../kinds/index.ts';
import type { Stack } from '../layers/layer.ts';
import { minimise } from '../least-squares.ts';
import { allocateProgram, internalOf, readingOf, runStage } from '../optics/program.ts';
import { columns } from './column.ts';
import { showing } from './showing.ts';
import { type BoardState, type Setup, timesEach } from './state.ts';
import { factorsToReading } from './wood.ts';

/** Error of the model in one band, in natural log of reflectance; bands that err together count as one. */
const BAND_ERROR = 0.035 * Math.sqrt(5);
const ROUNDS = 3;
const MOST = 2.5;
/** Log of reflectance, softened near black where noise and gloss rule. */
const tone = (r: number) => Math.log(0.01 + Math.max(0, r));

/** A layer's colour, all of it, taken so many times. */
function scaled(state: BoardState, layer: number, factor: number): BoardState {
  return {
    ...state,
    inWood: state.inWood.map((w) => (w.layer === layer && w.adds ? { ...w, left: timesEach(w.left, factor) } : w)),
    films: state.films.map((f) =>
      f.layer === layer && f.coloured ? { ...f, thickness: timesEach(f.thickness, factor) } : f,
    ),
  };
}

/**
 * The state corrected by a reading. First each layer whose colour is not read yet is taken a little more or less, within
 * its doubt, so that the board reads nearly so (maximum a posteriori, Levenberg-Marquardt); what is left goes to what lies on
 * top, as a factor per band, so that it reads just so. Nothing is closed: what lies below can still be taken off.
 * @param start internal reflectance of the raw tissues
 * @param reading 31 values, specular included
 * @returns the state, and by how much more than expected each unread layer was found to have left, in log
 */
export function corrected(
  state: BoardState,
  setup: Setup,
  start: Float64Array,
  reading: ArrayLike<number>,
  stack: Stack,
): { state: BoardState; logs: ReadonlyMap<number, number> } {
  const fractions = setup.wood.tissues.map((t) => t.fraction);
  const run = (of: BoardState) => {
    const program = allocateProgram(fractions, start, [columns(setup, 0)(of, null)]);
    runStage(program, 0);
    return program;
  };
  const open = state.unread.filter((layer) => touches(state, layer));
  const doubts = open.map((layer) => KINDS[stack[layer]?.kind ?? 'dye'].doubt);
  const taken = (logs: ArrayLike<number>) =>
    open.reduce((now, layer, p) => scaled(now, layer, Math.exp(logs[p])), state);
  const { x } = minimise({
    residuals: (logs, out) => {
      const expected = readingOf(run(taken(logs)), 0);
      for (let i = 0; i < BANDS; i++) out[i] = (tone(reading[i]) - tone(expected[i])) / BAND_ERROR;
      for (let p = 0; p < open.length; p++) out[BANDS + p] = logs[p] / doubts[p];
    },
    residualCount: BANDS + open.length,
    start: open.map(() => 0),
    lower: open.map(() => -MOST),
    upper: open.map(() => MOST),
    maxIterations: ROUNDS,
  });
  const now = taken(x);
  const program = run(now);
  const { surface } = program.stages[0];
  const rest = factorsToReading(internalOf(program, 0), fractions, reading, surface).map(Math.log);
  return {
    state: { ...showing(now, state.last, rest, setup), unread: [] },
    logs: new Map(open.map((layer, p) => [layer, x[p]])),
  };
}

const touches = (state: BoardState, layer: number): boolean =>
  state.inWood.some((w) => w.layer === layer && w.adds) || state.films.some((f) => f.layer === layer && f.coloured);

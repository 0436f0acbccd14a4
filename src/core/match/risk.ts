import { BANDS } from '../colour/grid.ts';
import { KINDS, type LayerKind } from '../kinds/index.ts';
import { isColoured, type Layer, setting, traitsOf } from '../layers/layer.ts';
import { type Colourant, goesIn } from '../layers/materials.ts';
import { type Aim, type Evaluator, makeEvaluator } from './evaluator.ts';
import { doneOf, type MatchProblem } from './problem.ts';

const STEP = 0.05;

/** What no board is free of, along one axis: reading, spot, clear. */
export const FLOOR = 0.25;

/** Standard deviation of a colourant's log uptake before any board has shown it on this wood. */
const UNKNOWN_UPTAKE = 0.16;
/** What varies from board to board however much is known: coat, hand, spot. */
export const BOARD_TO_BOARD = 0.05;

/**
 * What is in doubt of a layer as a whole, beside its colours: what boards have told of it, else what its kind says. A dye or an
 * ink has its colours' own.
 */
const doubtOfLayer = ({ doubt }: MatchProblem, kind: LayerKind): number => {
  const { is, doubt: usual } = KINDS[kind];
  return is.dyes || is.inks ? 0 : (doubt?.[`layer/${kind}`] ?? usual);
};

/** How the finished colour may turn out: the expected miss, and how each doubt moves it, in the parts of CIEDE2000. */
export interface Outlook {
  miss: Float64Array;
  /** One standard deviation of each doubt, the doubts independent. */
  strays: Float64Array[];
}

/** A layer without a colour of its own that is still to come, and the same problem with less of it or none. */
export interface PlainAct {
  layer: number;
  less: Evaluator;
  /** Share of it that is missing there. */
  share: number;
  /** Its own doubt where it is not that of its kind. */
  deviation?: number;
}
/** What brings no colour and is in doubt all the same: bleach, and what takes off. */
export const plainActsOf = (problem: MatchProblem): PlainAct[] =>
  problem.stack.flatMap((act, layer) => {
    const { takesOff, bleaches } = traitsOf(act);
    if (layer < doneOf(problem) || act.off || !(takesOff !== null || bleaches)) return [];
    const changedTo = (changed: Layer) =>
      makeEvaluator({ ...problem, stack: problem.stack.map((l, i) => (i === layer ? changed : l)) });
    const less =
      takesOff !== null
        ? changedTo({ ...act, settings: { ...act.settings, removed: setting(act, 'removed') * (1 - STEP) } })
        : changedTo({ ...act, off: true });
    return [{ layer, less, share: takesOff !== null ? STEP : 1 }];
  });

/** Layers still to come with some of their colours in another curve: each band of absorption by so much less. */
const curvesOf = (
  problem: MatchProblem,
  concerns: (colourant: Colourant) => boolean,
  deviation: number,
  less: (band: number) => number,
): PlainAct[] =>
  problem.stack.flatMap((act, layer) => {
    const { materials } = problem;
    const changed = Object.keys(act.colours).flatMap((id) => {
      const colourant = materials.colourants[id];
      if (!colourant || !concerns(colourant)) return [];
      return [
        [id, { ...colourant, absorption: colourant.absorption.map((k, i) => k * (1 - STEP * less(i))) }] as const,
      ];
    });
    if (layer < doneOf(problem) || act.off || changed.length === 0) return [];
    const colourants = { ...materials.colourants, ...Object.fromEntries(changed) };
    const evaluator = makeEvaluator({ ...problem, materials: { ...materials, colourants } });
    return [{ layer, less: evaluator, share: STEP, deviation }];
  });

/** What is in doubt of how a film's colour hides: log of its absorption against its scatter. Common practice, no source. */
const HIDES = 0.2;
/** Films whose colours swallow a little less for what they scatter: a thick one is in doubt of its own colour too. */
const bodiesOf = (problem: MatchProblem) =>
  curvesOf(
    problem,
    ({ kind }) => !goesIn(kind),
    HIDES,
    () => 1,
  );

/** How far the hue of a colour that nobody has laddered is off: log of its absorption at one end of the spectrum against the other. */
const HUE_OFF = 0.3;
/** Colours of a usual profile, turned a little towards yellow. */
const huesOf = (problem: MatchProblem) =>
  curvesOf(
    problem,
    ({ usual }) => usual === true,
    HUE_OFF,
    (band) => 1 - (2 * band) / (BANDS - 1),
  );

/**
 * All that brings no colour and is still to come, for a promise: a sealer, an oil or a clear turns out wetter or paler than
 * thought, and a whole system is no surer than its coats. No search weighs it: every road has a coat to end with.
 */
const coatsOf = (problem: MatchProblem): PlainAct[] =>
  problem.stack.flatMap((act, layer) => {
    const { takesOff, bleaches } = traitsOf(act);
    if (layer < doneOf(problem) || act.off || isColoured(act.kind) || takesOff !== null || bleaches) return [];
    const stack = problem.stack.map((l, i) => (i === layer ? { ...act, off: true } : l));
    return [{ layer, less: makeEvaluator({ ...problem, stack }), share: 1 }];
  });

/** Everything beside its colours that a promise is in doubt of. */
export const promiseActsOf = (problem: MatchProblem): PlainAct[] => [
  ...plainActsOf(problem),
  ...coatsOf(problem),
  ...bodiesOf(problem),
  ...huesOf(problem),
];

/** The aim of another evaluator of the same target. */
const sameAim = ({ aims }: Evaluator, { of }: Aim) => aims.find((a) => a.of === of);

/** Where one more part of each colour in use takes the finished colour, in the parts of CIEDE2000, and how far it is in doubt. */
export function movesOf(
  problem: MatchProblem,
  evaluator: Evaluator,
  amounts: Float64Array,
  miss: Float64Array,
  acts: readonly PlainAct[],
  aim?: Aim,
) {
  const { doubt, stack } = problem;
  const plain = acts.map(({ layer, less, share, deviation }) => ({
    layer,
    move: less.miss(amounts, aim && sameAim(less, aim)).map((m, i) => ((miss[i] ?? 0) - m) / share),
    deviation: deviation ?? doubtOfLayer(problem, stack[layer].kind),
    amount: undefined,
    most: 0,
  }));
  const colours = evaluator.variables.flatMap(({ colourant, layer, most }, v) => {
    const kept = amounts[v];
    if (kept === 0) return [];
    amounts[v] = kept * (1 + STEP);
    const moved = evaluator.miss(amounts, aim);
    amounts[v] = kept;
    const deviation = Math.hypot(doubt?.[colourant] ?? UNKNOWN_UPTAKE, BOARD_TO_BOARD);
    return [{ layer, move: moved.map((m, i) => (m - miss[i]) / STEP), deviation, amount: kept, most }];
  });
  // A film that is thicker holds more of all that is in it.
  const films = [...new Set(colours.map((c) => c.layer))].flatMap((layer) => {
    const deviation = doubtOfLayer(problem, stack[layer].kind);
    if (deviation === 0) return [];
    const move = new Float64Array(3);
    for (const colour of colours) if (colour.layer === layer) for (let i = 0; i < 3; i++) move[i] += colour.move[i];
    return [{ layer, move, deviation, amount: undefined, most: 0 }];
  });
  return [...colours, ...films, ...plain];
}

/** The outlook of a recipe made blind: each colour, and each act that takes something off, moved by its doubt, the others kept. */
export function outlookOf(
  problem: MatchProblem,
  evaluator: Evaluator,
  amounts: Float64Array,
  acts: readonly PlainAct[] = plainActsOf(problem),
): Outlook {
  const miss = evaluator.miss(amounts);
  const strays = movesOf(problem, evaluator, amounts, miss, acts).map(({ move, deviation }) =>
    move.map((m) => m * deviation),
  );
  return { miss, strays: [...strays, ...(problem.unsure ?? [])] };
}

/**
 * How far the finished colour may stray because the colours take more or less than thought: one standard deviation, in
 * CIEDE2000, the colourants independent.
 */
export const riskOf = ({ strays }: Outlook): number => Math.hypot(...strays.map((s) => Math.hypot(...s)));

const POINTS = 4096;

/** The n-th number of the van der Corput sequence in a base, in 0-1. */
function vanDerCorput(n: number, base: number): number {
  let value = 0;
  for (let share = 1 / base, rest = n; rest > 0; rest = Math.floor(rest / base), share /= base)
    value += (rest % base) * share;
  return value;
}

/** Points that fill a standard normal in three dimensions evenly: Halton (1960) through Box and Muller (1958). */
function spreadEvenly(): Float64Array {
  const points = new Float64Array(3 * POINTS);
  for (let n = 0; n < POINTS; n++) {
    const [u, v, w, x] = [2, 3, 5, 7].map((base) => vanDerCorput(n + 1, base));
    const near = Math.sqrt(-2 * Math.log(u));
    points[3 * n] = near * Math.cos(2 * Math.PI * v);
    points[3 * n + 1] = near * Math.sin(2 * Math.PI * v);
    points[3 * n + 2] = Math.sqrt(-2 * Math.log(w)) * Math.cos(2 * Math.PI * x);
  }
  return points;
}
let normal: Float64Array | null = null;

/** Cholesky's factor of the covariance of independent strays and of as much in every direction: a, b, c, d, e, f by columns. */
export function choleskyOf(strays: readonly Float64Array[], floor: number): readonly number[] {
  const covariance = (i: number, j: number) =>
    strays.reduce((sum, s) => sum + s[i] * s[j], i === j ? floor * floor + 1e-12 : 0);
  const a = Math.sqrt(covariance(0, 0));
  const b = covariance(1, 0) / a;
  const c = covariance(2, 0) / a;
  const d = Math.sqrt(Math.max(1e-12, covariance(1, 1) - b * b));
  const e = (covariance(2, 1) - b * c) / d;
  return [a, b, c, d, e, Math.sqrt(Math.max(1e-12, covariance(2, 2) - c * c - e * e))];
}

/**
 * How far from the target boards may end, squared: as many as there are points, in no order. A normal about the expected
 * miss, as long in each direction as the doubts make it, and `floor` longer in all of them.
 */
export function squaredMisses({ miss, strays }: Outlook, floor: number): Float64Array {
  const [a, b, c, d, e, f] = choleskyOf(strays, floor);
  normal ??= spreadEvenly();
  const squares = new Float64Array(POINTS);
  for (let n = 0; n < POINTS; n++) {
    const x = normal[3 * n];
    const y = normal[3 * n + 1];
    const p = miss[0] + a * x;
    const q = miss[1] + b * x + d * y;
    const r = miss[2] + c * x + e * y + f * normal[3 * n + 2];
    squares[n] = p * p + q * q + r * r;
  }
  return squares;
}

/** Share of boards within a tolerance, of those whose squared misses these are. */
export const shareWithin = (squares: Float64Array, tolerance: number): number =>
  squares.filter((square) => square <= tolerance * tolerance).length / squares.length;

/** Probability that a board falls within a tolerance, to about 0.005. */
export const chanceWithin = (outlook: Outlook, floor: number, tolerance: number): number =>
  shareWithin(squaredMisses(outlook, floor), tolerance);

/** Of ten boards, one ends nearer to the target than the range and one farther; CIEDE2000. */
const OUTSIDE = 0.1;

/** Where eight in ten of the boards end whose squared misses these are. */
export function middleOf(squares: Float64Array): [number, number] {
  const sorted = squares.slice().sort();
  const at = (share: number) => Math.sqrt(sorted[Math.floor(share * (sorted.length - 1))]);
  return [at(OUTSIDE), at(1 - OUTSIDE)];
}

/** Where eight boards in ten end: from the nearer to the farther distance, CIEDE2000. */
export const rangeOf = (outlook: Outlook, floor: number): [number, number] => middleOf(squaredMisses(outlook, floor));

/**
 * How far a board may read from what a stack promises before it is a surprise: nine in ten come nearer; CIEDE2000.
 * @param problem with the promised reading as its target, and the promised stack's colours open
 */
export function allowedStray(problem: MatchProblem): number {
  const evaluator = makeEvaluator(problem);
  const { strays } = outlookOf(problem, evaluator, evaluator.amountsOf(problem.stack), promiseActsOf(problem));
  return rangeOf({ miss: new Float64Array(3), strays }, problem.spread ?? FLOOR)[1];
}

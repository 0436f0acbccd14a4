import type { LayerKind } from '../kinds/index.ts';
import { setting, traitsOf } from '../layers/layer.ts';
import { type Aim, type Evaluator, makeEvaluator } from './evaluator.ts';
import { doneOf, type MatchProblem } from './problem.ts';

const STEP = 0.05;

/** What no board is free of, along one axis: reading, spot, clear. */
export const FLOOR = 0.25;

/** Standard deviation of a colourant's log uptake before any board has shown it on this wood. */
const UNKNOWN_UPTAKE = 0.16;
/** What varies from board to board however much is known: coat, hand, spot. */
const BOARD_TO_BOARD = 0.05;

/**
 * Standard deviation of the logarithm of how much film a hand leaves, by kind of layer, before a board of the shop has
 * shown it. Common practice, no source.
 */
const FILM_DOUBT: Partial<Record<LayerKind, number>> = {
  'wiping-stain': 0.25,
  'gel-stain': 0.3,
  glaze: 0.2,
  'powdering-glaze': 0.35,
  toner: 0.15,
  filler: 0.3,
};
/** What is in doubt of a layer's film, beside its colours: what was learned of it, else what is usual. */
const filmDoubt = ({ doubt }: MatchProblem, kind: LayerKind): number =>
  doubt?.[`film/${kind}`] ?? FILM_DOUBT[kind] ?? 0;

/** How the finished colour may turn out: the expected miss, and how each doubt moves it, in the parts of CIEDE2000. */
export interface Outlook {
  miss: Float64Array;
  /** One standard deviation of each doubt, the doubts independent. */
  strays: Float64Array[];
}

/** What is wiped or sanded off comes out otherwise than meant by so much of it. Common practice, no source. */
const UNDOING = 0.15;
/** An evaluator of the same problem with a little less taken off by one of its acts. */
export interface Undoing {
  layer: number;
  less: Evaluator;
}
/** The acts of a problem that take something off and are still to come. */
export const undoingsOf = (problem: MatchProblem): Undoing[] =>
  problem.stack.flatMap((act, layer) =>
    traitsOf(act).takesOff !== null && layer >= doneOf(problem)
      ? [
          {
            layer,
            less: makeEvaluator({
              ...problem,
              stack: problem.stack.map((l, i) =>
                i === layer ? { ...l, settings: { ...l.settings, removed: setting(l, 'removed') * (1 - STEP) } } : l,
              ),
            }),
          },
        ]
      : [],
  );

/** The aim of another evaluator of the same target. */
const sameAim = ({ aims }: Evaluator, { of }: Aim) => aims.find((a) => a.of === of);

/** Where one more part of each colour in use takes the finished colour, in the parts of CIEDE2000, and how far it is in doubt. */
export function movesOf(
  problem: MatchProblem,
  evaluator: Evaluator,
  amounts: Float64Array,
  miss: Float64Array,
  undoings: readonly Undoing[],
  aim?: Aim,
) {
  const { doubt, stack } = problem;
  const undone = undoings.map(({ layer, less }) => ({
    layer,
    move: less.miss(amounts, aim && sameAim(less, aim)).map((m, i) => ((miss[i] ?? 0) - m) / STEP),
    deviation: UNDOING,
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
    const deviation = filmDoubt(problem, stack[layer].kind);
    if (deviation === 0) return [];
    const move = new Float64Array(3);
    for (const colour of colours) if (colour.layer === layer) for (let i = 0; i < 3; i++) move[i] += colour.move[i];
    return [{ layer, move, deviation, amount: undefined, most: 0 }];
  });
  return [...colours, ...films, ...undone];
}

/** The outlook of a recipe made blind: each colour, and each act that takes something off, moved by its doubt, the others kept. */
export function outlookOf(
  problem: MatchProblem,
  evaluator: Evaluator,
  amounts: Float64Array,
  undoings: readonly Undoing[] = undoingsOf(problem),
): Outlook {
  const miss = evaluator.miss(amounts);
  const strays = movesOf(problem, evaluator, amounts, miss, undoings).map(({ move, deviation }) =>
    move.map((m) => m * deviation),
  );
  return { miss, strays };
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
function squaredMisses({ miss, strays }: Outlook, floor: number): Float64Array {
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
  const { strays } = outlookOf(problem, evaluator, evaluator.amountsOf(problem.stack));
  return rangeOf({ miss: new Float64Array(3), strays }, problem.spread ?? FLOOR)[1];
}

import { EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
import type { Wood } from '../board/wood.ts';
import { BANDS, type Spectrum } from '../colour/grid.ts';
import type { Stack } from '../layers/layer.ts';
import { type Evaluator, makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { BOARD_TO_BOARD, chanceWithin, FLOOR, movesOf, promiseActsOf, squaredMisses } from './risk.ts';

/** Why a recipe that is made again turns out otherwise: what its colours do is not known well, another piece, pot or hand. */
export const STRAYS_BY = ['colours', 'wood', 'pot', 'hand'] as const;
export type StrayBy = (typeof STRAYS_BY)[number];

/** What comes of a recipe that is made again as it is, nothing of it solved anew on the way. */
export interface Repeating {
  /** Chance that the next board passes: of this wood, from the same pot, by the same hand. */
  board: number;
  /** Chance that a piece of the work passes: of this wood, from a pot of its own, put on at its own size. */
  work: number;
  /** The same were one cause away. */
  without: Record<StrayBy, number>;
  /** Eight in ten pieces of the wood lie within so much of their own middle by the wood alone, CIEDE2000; null where too few were read to say so. */
  scatter: number | null;
}

/** A finished board of the same colours, as it came out. */
export interface Tried {
  wood: Wood;
  stack: Stack;
  reading: Spectrum;
  /** What of that is in doubt, where it was only looked at: independent moves in the parts of CIEDE2000. */
  unsure?: readonly Float64Array[];
}

/** Pieces of one wood, in log of reflectance at all wavelengths, and at one end of the spectrum against the other. From the simulated workshop. */
const [PALER, WARMER] = [0.05, 0.04];
/** So many raw boards is that guess worth. */
const USUAL_BOARDS = 3;
/** What each colour does by itself on one board, beside what the spread of the finished coat holds already; log. From the simulated workshop. */
const OWN = 0.015;
/** Fewer raw boards tell nothing of how far they lie apart. */
const FOR_SCATTER = 3;
/** All colours of a pot together, in log of strength, from one mix to the next: the scale and what is left in the cup. Common practice, no source. */
const POT = 0.02;
/** What a larger surface, another tool or another hand lays, in log of what a trial board got. Common practice, no source. */
const OTHER_HAND = 0.07;

/** A wood with the reflectance of each tissue so much more, in log, by band. */
const turned = (wood: Wood, more: (band: number) => number): Wood => ({
  ...wood,
  tissues: wood.tissues.map((tissue) => ({
    ...tissue,
    reflectance: tissue.reflectance.map((r, band) => Math.min(0.98, r * Math.exp(more(band)))),
  })),
});

const STEP = 0.05;

type Moves = readonly Float64Array[];
const scaled = (moves: Moves, by: number): Float64Array[] => moves.map((move) => move.map((m) => m * by));
const minus = (p: Float64Array, q: Float64Array): Float64Array => p.map((v, i) => v - (q[i] as number));
const mean = (all: Moves): Float64Array =>
  Float64Array.from([0, 1, 2], (i) => all.reduce((sum, p) => sum + (p[i] as number), 0) / all.length);

/**
 * How pieces of a wood move the finished colour, one standard deviation each: what its raw boards were read to be, and the usual
 * where few were; as wide as one more piece is in doubt that nobody has read.
 */
function straysOfWood(pieces: Moves, usual: Moves): Float64Array[] {
  const n = pieces.length;
  const apart = n > 0 ? pieces.map((p) => minus(p, mean(pieces))) : [];
  const known = USUAL_BOARDS + Math.max(0, n - 1);
  const another = Math.sqrt((1 + (n > 0 ? 1 / n : 0)) / known);
  return [...scaled(usual, another * Math.sqrt(USUAL_BOARDS)), ...scaled(apart, another)];
}

/** What independent moves come to together, and as much in every direction. */
function covarianceOf(moves: Moves, floor = 0): Matrix {
  const sum = Matrix.eye(3, 3, floor * floor + 1e-9);
  for (const move of moves) sum.add(Matrix.columnVector(move).mmul(Matrix.rowVector(move)));
  return sum;
}

/**
 * What boards of a recipe teach of what they have in common: by how much it misses, and what of that stays in doubt; the linear
 * estimate of least variance (Gauss and Markov; Kalman 1960).
 * @param shared moves that all boards of the recipe have in common @param own covariance of what each has by itself
 */
function taught(shared: Moves, strayed: Moves, own: Matrix): { shift: Float64Array; left: Float64Array[] } {
  if (strayed.length === 0) return { shift: new Float64Array(3), left: [...shared] };
  const before = covarianceOf(shared);
  const gain = before.mmul(inverse(Matrix.add(before, Matrix.div(own, strayed.length))));
  const after = Matrix.sub(before, gain.mmul(before));
  const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(after, { assumeSymmetric: true });
  return {
    shift: Float64Array.from(gain.mmul(Matrix.columnVector(mean(strayed))).to1DArray()),
    left: realEigenvalues.map((value, k) =>
      Float64Array.from(eigenvectorMatrix.getColumn(k), (v) => v * Math.sqrt(Math.max(0, value))),
    ),
  };
}

/**
 * What comes of a recipe that is made again.
 * @param problem of a board not taken yet, its colours open; nothing of it measured, and its target as it is wanted
 * @param known the wood as each raw board of the pile was read, and what boards of these colours came to
 * @param tolerance CIEDE2000
 */
export function repeating(
  problem: MatchProblem,
  stack: Stack,
  known: { woods: readonly Wood[]; tried: readonly Tried[] },
  tolerance: number,
): Repeating {
  const evaluator = makeEvaluator(problem);
  const amounts = evaluator.amountsOf(stack);
  const foreseen = evaluator.miss(amounts);
  const on = (wood: Wood) => minus(makeEvaluator({ ...problem, wood }).miss(amounts), foreseen);
  const moves = movesOf(problem, evaluator, amounts, foreseen, promiseActsOf(problem));
  const floor = problem.spread ?? FLOOR;
  const coats = coatsOf(evaluator, amounts, foreseen);
  const own = moves.map(({ move, amount }) => scaled([move], amount === undefined ? 0 : OWN)[0] as Float64Array);
  const shared = moves.map(({ move, amount, deviation }) =>
    move.map(
      (m) => m * (amount === undefined ? deviation : Math.sqrt(Math.max(0, deviation ** 2 - BOARD_TO_BOARD ** 2))),
    ),
  );
  const strayed = known.tried.map(({ wood, stack: made, reading }) => {
    const open = ownOpen(made);
    const there = makeEvaluator({
      ...problem,
      wood,
      stack: made,
      open,
      target: { reflectance: reading, singleLight: true },
    });
    return there.miss(there.amountsOf(made)).map((m) => -m);
  });
  const unsure = known.tried.flatMap((t) => scaled(t.unsure ?? [], 1 / Math.sqrt(known.tried.length)));
  const usual = [
    on(turned(problem.wood, () => PALER)),
    on(turned(problem.wood, (band) => WARMER * ((2 * band) / (BANDS - 1) - 1))),
  ];
  const wood = straysOfWood(known.woods.map(on), usual);
  // Of boards that were not read raw the wood is part of what each has by itself.
  const unread = known.woods.length > 0 ? [] : wood;
  const { shift, left } = taught(shared, strayed, covarianceOf([...own, ...unsure, ...unread], floor));
  const miss = foreseen.map((m, i) => m + (shift[i] as number));
  const strays: Record<StrayBy, Float64Array[]> = {
    colours: left,
    wood,
    pot: scaled(coats, POT),
    hand: scaled(coats, OTHER_HAND),
  };
  const chance = (causes: readonly StrayBy[]) =>
    chanceWithin({ miss, strays: [...own, ...causes.flatMap((cause) => strays[cause])] }, floor, tolerance);
  return {
    board: chance(['colours', 'wood']),
    work: chance(STRAYS_BY),
    without: Object.fromEntries(
      STRAYS_BY.map((away) => [away, chance(STRAYS_BY.filter((c) => c !== away))]),
    ) as Repeating['without'],
    scatter: known.woods.length < FOR_SCATTER ? null : eightInTen(wood),
  };
}

/** Where more of all colours of a coat takes the finished colour, a unit in log of their strength; a move a coat. */
function coatsOf(evaluator: Evaluator, amounts: Float64Array, miss: Float64Array): Float64Array[] {
  const { variables } = evaluator;
  const used = variables.filter((_, v) => (amounts[v] as number) > 0);
  return [...new Set(used.map((v) => v.layer))].map((layer) => {
    const more = amounts.map((amount, v) => {
      const { layer: of, exponent } = variables[v] as Evaluator['variables'][number];
      return of === layer ? amount * Math.exp(STEP * exponent) : amount;
    });
    return minus(evaluator.miss(more), miss).map((m) => m / STEP);
  });
}

/** Every coloured layer, open to the colours it has. */
const ownOpen = (stack: Stack): MatchProblem['open'] =>
  stack.flatMap(({ colours, off }, layer) => {
    const colourants = off ? [] : Object.keys(colours);
    return colourants.length > 0 ? [{ layer, colourants }] : [];
  });

/** Eight in ten of what strays so come within so much of where it should be, CIEDE2000. */
function eightInTen(strays: Moves): number {
  const squares = squaredMisses({ miss: new Float64Array(3), strays: [...strays] }, 1e-6).sort();
  return Math.sqrt(squares[Math.floor(0.8 * (squares.length - 1))] as number);
}

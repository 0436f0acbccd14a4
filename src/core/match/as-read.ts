import type { Aim, Evaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { choleskyOf, middleOf, movesOf, type PlainAct, plainActsOf, promiseActsOf, shareWithin } from './risk.ts';

/** What one doubt of a layer does to the finished colour: one standard deviation, in the parts of CIEDE2000. */
interface Stray {
  layer: number;
  move: Float64Array;
}
/** What a colour of a later layer can do about it: the move of one unit more, and how many units there are to give or take. */
interface Answer extends Stray {
  least: number;
  most: number;
}
/** A board that is read after every layer, and what is left solved again. */
export interface Journey {
  miss: Float64Array;
  strays: readonly Stray[];
  answers: readonly Answer[];
}

/** How much more of a colour a correction gives, as a share of what was planned. */
const MORE = 1.5;
/** A unit of a colour that was not planned, as a share of the most of it; how many of these a correction gives. */
const UNIT = 0.05;
const UNITS = 3;

/** What may go wrong with a recipe layer by layer, and what the layers above can do about it: colours in it, and others offered. */
export function journeyOf(
  problem: MatchProblem,
  evaluator: Evaluator,
  amounts: Float64Array,
  acts: readonly PlainAct[] = plainActsOf(problem),
  aim?: Aim,
): Journey {
  const miss = evaluator.miss(amounts, aim);
  const moves = movesOf(problem, evaluator, amounts, miss, acts, aim);
  const first = Math.min(...moves.map((m) => m.layer));
  const planned = moves.flatMap(({ layer, move, amount, most }): Answer[] =>
    amount === undefined || layer === first
      ? []
      : [{ layer, move, least: -1, most: Math.min(MORE, most / amount - 1) }],
  );
  const others = evaluator.variables.flatMap(({ layer, most }, v): Answer[] => {
    if ((amounts[v] ?? 0) > 0 || layer <= first) return [];
    amounts[v] = UNIT * most;
    const moved = evaluator.miss(amounts, aim).map((m, i) => m - (miss[i] ?? 0));
    amounts[v] = 0;
    return [{ layer, move: moved, least: 0, most: UNITS }];
  });
  return {
    miss,
    strays: [
      ...moves.map(({ layer, move, deviation }) => ({ layer, move: move.map((m) => m * deviation) })),
      // No reading on the way tells what is in doubt of the target itself.
      ...(problem.unsure ?? []).map((move) => ({ layer: Number.POSITIVE_INFINITY, move })),
    ],
    answers: [...planned, ...others],
  };
}

/** What a unit of an answer costs, as a squared CIEDE2000: nothing is turned upside down for a hair's breadth. */
const STAY = 0.06;
const SWEEPS = 6;

/** Answers strays as well as it can be within their bounds: coordinate descent on their square. Changes `strays`. */
function answer(strays: Float64Array, answers: readonly Answer[], units: Float64Array): void {
  units.fill(0);
  for (let sweep = 0; sweep < SWEEPS; sweep++)
    for (let j = 0; j < answers.length; j++) {
      const { move, least, most } = answers[j] as Answer;
      const [p = 0, q = 0, r = 0] = move;
      const slope = p * (strays[0] ?? 0) + q * (strays[1] ?? 0) + r * (strays[2] ?? 0) + STAY * (units[j] ?? 0);
      const wanted = (units[j] ?? 0) - slope / (p * p + q * q + r * r + STAY);
      const step = Math.min(most, Math.max(least, wanted)) - (units[j] ?? 0);
      units[j] = (units[j] ?? 0) + step;
      for (let i = 0; i < 3; i++) strays[i] = (strays[i] ?? 0) + step * (move[i] ?? 0);
    }
}

/** Share of a stray that a reading does not tell: its noise, and what the coats above still make of it. */
const UNTOLD = 0.2;
const BOARDS = 1024;
/** Doubts that are drawn one by one; no stack has more colours below its last layer of colour. */
const MOST_DRAWN = 24;

/** The irrational steps of an even sequence in many dimensions: powers of the root of x^(d+1) = x + 1 (Roberts 2018). */
function stepsOf(dimensions: number): Float64Array {
  let root = 2;
  for (let i = 0; i < 40; i++) root = (1 + root) ** (1 / (dimensions + 1));
  return Float64Array.from({ length: dimensions }, (_, i) => root ** -(i + 1) % 1);
}

let drawn: Float64Array | null = null;
/** Standard normal numbers, boards x doubts, the same every time: the even sequence through Box and Muller (1958). */
function normals(): Float64Array {
  if (drawn) return drawn;
  const steps = stepsOf(MOST_DRAWN);
  drawn = new Float64Array(BOARDS * MOST_DRAWN);
  for (let n = 0; n < BOARDS; n++)
    for (let k = 0; k < MOST_DRAWN; k += 2) {
      const [u, v] = [k, k + 1].map((i) => (0.5 + (n + 1) * (steps[i] ?? 0)) % 1) as [number, number];
      const length = Math.sqrt(-2 * Math.log(1 - u));
      drawn[n * MOST_DRAWN + k] = length * Math.cos(2 * Math.PI * v);
      drawn[n * MOST_DRAWN + k + 1] = length * Math.sin(2 * Math.PI * v);
    }
  return drawn;
}

/** How far from the target boards end that are read after every layer, squared; `floor` as in the outlook of a blind one. */
function squaredMisses({ miss, strays, answers }: Journey, floor: number): Float64Array {
  const layers = [...new Set(strays.map((s) => s.layer))].sort((p, q) => p - q);
  const answered = layers.filter((layer) => answers.some((a) => a.layer > layer));
  const told = strays.filter((s) => answered.includes(s.layer)).slice(0, MOST_DRAWN - 4);
  const rest = strays.map((s) => (told.includes(s) ? s.move.map((m) => m * UNTOLD) : s.move));
  const steps = answered.map((layer) => ({
    strays: told.flatMap((s, k) => (s.layer === layer ? [{ move: s.move, k }] : [])),
    answers: answers.filter((a) => a.layer > layer),
  }));
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = choleskyOf(rest, floor);
  const normal = normals();
  const units = new Float64Array(answers.length);
  const now = new Float64Array(3);
  return Float64Array.from({ length: BOARDS }, (_, n) => {
    const at = n * MOST_DRAWN;
    now.fill(0);
    for (const step of steps) {
      for (const { move, k } of step.strays)
        for (let i = 0; i < 3; i++) now[i] = (now[i] ?? 0) + (move[i] ?? 0) * (normal[at + 4 + k] ?? 0);
      answer(now, step.answers, units);
    }
    const [x = 0, y = 0, z = 0] = normal.subarray(at, at + 3);
    // What the recipe itself misses by no later layer was meant to make up for.
    const [p, q, r] = [0, 1, 2].map((i) => (miss[i] ?? 0) + (now[i] ?? 0)) as [number, number, number];
    return (p + a * x) ** 2 + (q + b * x + d * y) ** 2 + (r + c * x + e * y + f * z) ** 2;
  });
}

export interface Prospect {
  /** Probability that a board passes, to about 0.01. */
  chance: number;
  /** Where eight boards in ten end, CIEDE2000. */
  range: [number, number];
}

/** How boards turn out that go a journey. */
export function prospectOf(journey: Journey, floor: number, tolerance: number): Prospect {
  const squares = squaredMisses(journey, floor);
  return { chance: shareWithin(squares, tolerance), range: middleOf(squares) };
}

/**
 * How boards of a recipe turn out that are read after every layer and what is left solved again. Of two tones the one that
 * is likelier to miss: what moves one moves the other nearly as far.
 */
export const prospectsOf = (
  problem: MatchProblem,
  evaluator: Evaluator,
  amounts: Float64Array,
  floor: number,
  tolerance: number,
): Prospect => {
  const acts = promiseActsOf(problem);
  return evaluator.aims
    .map((aim) => prospectOf(journeyOf(problem, evaluator, amounts, acts, aim), floor, tolerance))
    .reduce((p, q) => (q.chance < p.chance || (q.chance === p.chance && q.range[1] > p.range[1]) ? q : p));
};

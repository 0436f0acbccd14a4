import { CholeskyDecomposition, inverse, Matrix } from 'ml-matrix';
import { type Lab, meanLab } from '../colour/lab.ts';

/**
 * Rules by which a run of pieces is said to have left the way it was, after Shewhart; the runs as control charts for individual
 * values test them (ISO 7870-2, Western Electric 1956, Nelson 1984; from memory).
 */
export const RUN_RULES = {
  beyond: 'One beyond the limits',
  two: 'Two of three beyond two thirds of the limits, on one side',
  nine: 'Nine in a row on one side',
  seven: 'Seven in a row, each farther than the one before',
} as const;
export type RunRule = keyof typeof RUN_RULES;

/** Sigmas that the limits lie from the centre. */
export const LIMIT = 3;
/** What three independent signs come to in so rare a case as one sign beyond the limits: chi-squared of three at 0.27 %. */
const LIMIT_3D = 14.16;

/** How finished boards of one recipe lie apart where few were read, L*a*b*; from the simulated workshop, the wood sorted by nobody. */
const USUAL: Lab = [0.52, 0.22, 0.34];
/** So many boards is that guess worth. */
const USUAL_BOARDS = 6;
/** By so many boards and pieces the way of a run is known: from then on it is held to that. */
const SETTLES = 30;

/** The way that a run is, while nothing goes wrong. */
export interface RunProcess {
  centre: Lab;
  /** Inverse of the Cholesky factor of the covariance of one more piece, 3 × 3: what it makes of a difference has sigmas of one. */
  whiten: Matrix;
  /** More colour, whitened, a unit long. */
  more: readonly number[];
  /** Boards that the centre is known from. */
  boards: number;
}

/**
 * The way of a run by the boards that its recipe was approved on: their mean, and their own spread with the usual where few were read.
 * @param finished what each of them read in the end; one at least
 * @param bare what they read before the last colour went on: from there to the end is more colour
 */
export function runProcess(finished: readonly Lab[], bare: Lab): RunProcess {
  const n = finished.length;
  const centre = meanLab(finished);
  const covariance = Matrix.diag(USUAL.map((s) => s * s * USUAL_BOARDS));
  for (const lab of finished) {
    const apart = Matrix.columnVector(lab.map((v, k) => v - (centre[k] as number)));
    covariance.add(apart.mmul(apart.transpose()));
  }
  // One more piece: about a centre that is itself not known exactly.
  covariance.mul((1 + 1 / n) / (USUAL_BOARDS + n - 1));
  const whiten = inverse(new CholeskyDecomposition(covariance).lowerTriangularMatrix);
  const towards = centre.map((v, k) => v - (bare[k] as number));
  const more = whiten.mmul(Matrix.columnVector(towards.some((v) => v !== 0) ? towards : [-1, 0, 0])).to1DArray();
  const long = Math.hypot(...more);
  return { centre, whiten, more: more.map((v) => v / long), boards: n };
}

export interface RunPoint {
  /** Sigmas towards more colour. */
  score: number;
  /** Whether it lies beyond the limits in any direction. */
  beyond: boolean;
  /** Rules that are broken with it. */
  broke: readonly RunRule[];
}

/**
 * A run of pieces in the order in which they were read, each with the rules that are broken with it.
 * @param changed pieces before which something was changed, from 0: what was before tells nothing of them
 */
export function runOf(
  finished: readonly Lab[],
  bare: Lab,
  pieces: readonly Lab[],
  changed: ReadonlySet<number> = new Set(),
): RunPoint[] {
  const known = [...finished];
  let process = runProcess(known, bare);
  let scores: number[] = [];
  return pieces.map((lab, i) => {
    if (changed.has(i)) scores = [];
    const { centre, whiten, more, boards } = process;
    const signs = whiten.mmul(Matrix.columnVector(lab.map((v, k) => v - (centre[k] as number)))).to1DArray();
    const score = signs.reduce((sum, v, k) => sum + v * (more[k] as number), 0);
    scores.push(score);
    const beyond = signs.reduce((sum, v) => sum + v * v, 0) > LIMIT_3D || Math.abs(score) > LIMIT;
    const broke = brokenBy(scores, beyond, boards);
    // The first pieces that broke no rule tell what the way of it is, as the boards did.
    if (broke.length === 0 && known.length < SETTLES) {
      known.push(lab);
      process = runProcess(known, bare);
    }
    return { score, beyond, broke };
  });
}

/** Rules that the newest of some scores breaks with those before it. */
function brokenBy(scores: readonly number[], beyond: boolean, boards: number): RunRule[] {
  const last = (n: number) => (scores.length < n ? null : scores.slice(-n));
  const now = scores.at(-1) as number;
  const side = Math.sign(now);
  const broke: RunRule[] = beyond ? ['beyond'] : [];
  const three = last(3) ?? scores;
  if (side * now > 2 && three.filter((s) => side * s > 2).length >= 2) broke.push('two');
  const nine = last(9);
  if (nine?.every((s) => side * s > 0)) {
    // The centre is a mean of few boards: what all nine have in common may be no more than that.
    const mean = nine.reduce((sum, s) => sum + s, 0) / 9;
    if (Math.abs(mean) > LIMIT * Math.sqrt((1 / 9 + 1 / boards) / (1 + 1 / boards))) broke.push('nine');
  }
  const seven = last(7);
  const steps = seven?.slice(1).map((s, i) => Math.sign(s - (seven[i] as number)));
  if (steps?.every((s) => s === steps[0] && s !== 0)) broke.push('seven');
  return broke;
}

/** What a run tells: it goes on as it was; it drifts or has moved, towards more or less colour; or one piece is another colour. */
export interface RunTold {
  what: 'as it was' | 'drifts' | 'one is off' | 'another colour';
  towards: 'more' | 'less' | null;
  /** The piece that the rule is broken with, from 0; the first since it was last as it was. */
  at: number | null;
}

/** What the newest pieces of a run tell: nothing where the newest broke no rule. */
export function runTold(whole: readonly RunPoint[], changed: ReadonlySet<number> = new Set()): RunTold {
  const start = Math.max(0, ...[...changed].filter((i) => i < whole.length));
  const run = whole.slice(start);
  const last = run.at(-1);
  if (!last || last.broke.length === 0) return { what: 'as it was', towards: null, at: null };
  const from = start + run.findLastIndex((p) => p.broke.length === 0) + 1;
  const towards = last.score > 0 ? 'more' : 'less';
  if (last.broke.some((r) => r !== 'beyond')) return { what: 'drifts', towards, at: from };
  const along = Math.abs(last.score) > LIMIT;
  // One beyond with the one before it on its way there is no accident.
  const before = run.at(-2)?.score ?? 0;
  if (along && Math.sign(before) === Math.sign(last.score) && Math.abs(before) > 1)
    return { what: 'drifts', towards, at: from };
  return along ? { what: 'one is off', towards, at: from } : { what: 'another colour', towards: null, at: from };
}

import { Matrix } from 'ml-matrix';
import { compileStack } from '../board/compile.ts';
import type { Preparation } from '../board/preparation.ts';
import { type Tuning, UNTUNED } from '../board/state.ts';
import { factorsToReading, scaleToBoard, type Wood } from '../board/wood.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { BANDS, type Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import type { LayerKind } from '../kinds/index.ts';
import { type Stack, traitsOf } from '../layers/layer.ts';
import { goesIn, type Materials } from '../layers/materials.ts';
import { positiveDecomposition, solvePositive } from '../least-squares.ts';
import { internalOf, lastStage, type Program, readingOf, runStage } from '../optics/program.ts';
import {
  type Knowledge,
  NOTHING_LEARNED,
  names,
  PRIOR,
  USUAL_SPREAD,
  USUAL_SPREAD_BOARDS,
  USUAL_UPTAKE,
} from './knowledge.ts';
import { BANDS_PER_ERROR } from './profile.ts';

/** One board as it was made and read: what learning learns from. */
export interface BoardEvidence {
  id: string;
  /** The species, unscaled. */
  wood: Wood;
  preparation: Preparation;
  stack: Stack;
  raw: Spectrum;
  /** Mean readings; `stage` counts layers on the board (1 = after the first). Ascending. */
  stages: readonly { stage: number; reading: Spectrum }[];
  /** Layers that it shares with another board of its plank, which tells of them already. */
  shared?: number;
  /** 1 for the job in hand, less for boards of other jobs. */
  weight: number;
}

/**
 * What varies from one board to the next however much is known: the coat of dye, the hand that wipes, the clear. So one
 * board is never taken as proof of how the shop always works. Standard deviations of the log factors (k2 for `coat`).
 */
const HAND: Readonly<Record<string, number>> = { thirst: 0.05, film: 0.14, coat: 0.015 };
/** Reading and model error of one stage, in natural log of reflectance. */
const STAGE_ERROR = 0.035;
/** Boards' worth of doubt about the residual. */
const RESIDUAL_DOUBT = 0.35;
const MOST_RESIDUAL = 0.6;
const ITERATIONS = 6;

/** The span between two measured stages of one board. */
interface Span {
  evidence: BoardEvidence;
  board: Wood;
  from: number;
  to: number;
  reading: Spectrum;
  /** Reading the span starts from; null when it starts from the raw board. */
  before: Spectrum | null;
}

const familyOf = (name: string) => name.split('/')[0];
function priorOf(name: string, { colourants }: Materials): number {
  const [family, id, species] = name.split('/');
  if (family === 'uptake') return species ? PRIOR.species : colourants[id ?? '']?.usual ? USUAL_UPTAKE : PRIOR.uptake;
  return PRIOR[family as 'thirst' | 'film' | 'coat'];
}

type Values = ReadonlyMap<string, number>;

/** The model's tuning for a species from parameter values. */
function tuningFrom(
  values: Values,
  species: string,
  stack: Stack,
  materials: Materials,
  residual: Tuning['residual'],
): Tuning {
  const get = (name: string) => values.get(name) ?? 0;
  const uptake: Record<string, number> = {};
  const film: Partial<Record<LayerKind, number>> = {};
  for (const layer of stack) {
    for (const id of Object.keys(layer.colours))
      uptake[id] = Math.exp(
        get(names.uptake(id)) +
          (inWood(materials, id) ? get(names.onSpecies(id, species)) + get(names.thirst(species)) : 0),
      );
    film[layer.kind] = Math.exp(get(names.film(layer.kind)));
  }
  return { ...UNTUNED, uptake, film, coatK2: get(names.coat), residual };
}

const inWood = ({ colourants }: Materials, id: string): boolean => {
  const colourant = colourants[id];
  return colourant !== undefined && goesIn(colourant.kind);
};

function parametersOf(span: Span, materials: Materials): string[] {
  const species = span.evidence.wood.id;
  const found = new Set<string>();
  for (const layer of span.evidence.stack.slice(span.from, span.to)) {
    for (const [id, strength] of Object.entries(layer.colours)) {
      if (strength === 0) continue;
      found.add(names.uptake(id));
      if (inWood(materials, id)) {
        found.add(names.onSpecies(id, species));
        found.add(names.thirst(species));
      } else found.add(names.film(layer.kind));
    }
    if (traitsOf(layer).clear) found.add(names.coat);
  }
  return [...found];
}

function spansOf(evidence: BoardEvidence): Span[] {
  const board = scaleToBoard(evidence.wood, evidence.raw, evidence.preparation);
  let from = 0;
  let before: Spectrum | null = null;
  const spans = evidence.stages.map(({ stage, reading }) => {
    const span: Span = { evidence, board, from, to: stage, reading, before };
    from = stage;
    before = reading;
    return span;
  });
  return spans.filter((s) => s.to > (evidence.shared ?? 0));
}

/** The model run to the end of a span, corrected by what was measured at its beginning. */
function runSpan(span: Span, materials: Materials, tuning: Tuning): Program {
  const { evidence, board, from, to, before } = span;
  const program = compileStack(evidence.stack.slice(0, to), board, materials, {
    preparation: evidence.preparation,
    tuning,
    measured: before ? [{ layers: from, reading: before }] : [],
  });
  runStage(program, lastStage(program));
  return program;
}

/** Expected mean reading at the end of a span. */
function expectedReading(span: Span, materials: Materials, tuning: Tuning): Spectrum {
  const program = runSpan(span, materials, tuning);
  return readingOf(program, lastStage(program)).slice();
}

/** Log of the factor on K/S at the end of a span that would make the model read as the board did. */
function missingFactor(span: Span, materials: Materials, tuning: Tuning): Spectrum {
  const program = runSpan(span, materials, tuning);
  const end = internalOf(program, lastStage(program));
  const { surface } = program.stages[lastStage(program)];
  return factorsToReading(end, Array.from(program.fractions), span.reading, surface).map(Math.log);
}

/** Log of reflectance, softened near black where noise and gloss rule. */
const tone = (r: number) => Math.log(0.01 + Math.max(0, r));

interface Fit {
  values: Map<string, number>;
  deviations: Map<string, number>;
}

const dot = (a: Spectrum, b: Spectrum) => a.reduce((sum, v, i) => sum + v * b[i], 0);

/**
 * Inner product of one span's slopes under its error: `weight` per band, and along each of `wander` (how the span moves
 * with one standard deviation of what varies from board to board) correspondingly less (Woodbury 1950, one by one).
 */
function evidenceProduct(weight: number, wander: readonly Spectrum[]): (a: Spectrum, b: Spectrum) => number {
  const taken: Spectrum[] = [];
  const product = (a: Spectrum, b: Spectrum) =>
    taken.reduce((sum, t) => sum - dot(a, t) * dot(t, b), weight * dot(a, b));
  for (const u of wander) {
    const scale = 1 / Math.sqrt(1 + product(u, u));
    const weighed = u.map((_, i) => weight * u[i] - taken.reduce((sum, t) => sum + t[i] * dot(t, u), 0));
    taken.push(weighed.map((v) => v * scale));
  }
  return product;
}

/**
 * Maximum a posteriori estimate of all parameters by Gauss-Newton on the priors and every span. Each span touches few
 * parameters, so its share of the normal equations is gathered sparsely.
 */
function fitParameters(spans: readonly Span[], materials: Materials, proceed: () => boolean): Fit {
  const touched = spans.map((span) => parametersOf(span, materials));
  const all = [...new Set(touched.flat())].sort();
  const index = new Map(all.map((name, i) => [name, i]));
  const n = all.length;
  const values = new Map(all.map((name) => [name, 0]));
  const normal = new Float64Array(n * n);
  const predictSpan = (span: Span) =>
    expectedReading(span, materials, tuningFrom(values, span.evidence.wood.id, span.evidence.stack, materials, {}));

  const gather = (gradient: Float64Array) => {
    normal.fill(0);
    all.forEach((name, i) => {
      const precision = 1 / priorOf(name, materials) ** 2;
      normal[i * n + i] = precision;
      gradient[i] = -precision * (values.get(name) as number);
    });
    spans.forEach((span, s) => {
      if (!proceed()) throw new LearningStopped();
      const mine = touched[s];
      const weight = span.evidence.weight / (STAGE_ERROR ** 2 * BANDS_PER_ERROR);
      const now = predictSpan(span);
      const off = now.map((r, i) => tone(span.reading[i]) - tone(r));
      const slopes = mine.map((name) => {
        const kept = values.get(name) as number;
        values.set(name, kept + 0.01);
        const moved = predictSpan(span);
        values.set(name, kept);
        return moved.map((r, i) => (tone(r) - tone(now[i])) / 0.01);
      });
      const product = evidenceProduct(
        weight,
        mine.flatMap((name, p) => {
          const own = HAND[familyOf(name)];
          return own ? [slopes[p].map((v) => v * own)] : [];
        }),
      );
      for (let p = 0; p < mine.length; p++) {
        const row = index.get(mine[p]) as number;
        gradient[row] += product(slopes[p], off);
        for (let q = 0; q < mine.length; q++)
          normal[row * n + (index.get(mine[q]) as number)] += product(slopes[p], slopes[q]);
      }
    });
  };

  for (let iteration = 0; iteration < ITERATIONS && n > 0; iteration++) {
    const gradient = new Float64Array(n);
    gather(gradient);
    const step = solvePositive(normal, gradient);
    if (!step) break;
    let largest = 0;
    all.forEach((name, i) => {
      const move = Math.min(0.5, Math.max(-0.5, step[i]));
      largest = Math.max(largest, Math.abs(move));
      values.set(name, (values.get(name) as number) + move);
    });
    if (largest < 1e-3) break;
  }

  const covariance = n > 0 ? positiveDecomposition(normal, n)?.solve(Matrix.eye(n)) : undefined;
  const deviations = new Map(
    all.map((name, i) => [name, covariance ? Math.sqrt(Math.max(0, covariance.get(i, i))) : priorOf(name, materials)]),
  );
  return { values, deviations };
}

/** Whether a span is of the job in hand. */
const inHand = (span: Span) => span.evidence.weight >= 1;

/**
 * What the fitted parameters still miss, as a log factor on K/S, averaged over boards with doubt. It belongs to a recipe
 * more than to a wood, so only the job in hand teaches it.
 */
function residualsOf(spans: readonly Span[], fit: Fit, materials: Materials): Knowledge['residuals'] {
  const sums = new Map<string, { species: string; kind: LayerKind; total: Float64Array; count: number }>();
  for (const span of spans) {
    if (!inHand(span)) continue;
    const { wood, stack } = span.evidence;
    const kind = stack[span.to - 1].kind;
    const key = `${wood.id}/${kind}`;
    const sum = sums.get(key) ?? { species: wood.id, kind, total: new Float64Array(BANDS), count: 0 };
    const missing = missingFactor(span, materials, tuningFrom(fit.values, wood.id, stack, materials, {}));
    for (let i = 0; i < BANDS; i++) sum.total[i] += Math.min(MOST_RESIDUAL, Math.max(-MOST_RESIDUAL, missing[i]));
    sum.count++;
    sums.set(key, sum);
  }
  const out: Knowledge['residuals'] = {};
  for (const { species, kind, total, count } of sums.values()) {
    out[species] = { ...out[species], [kind]: Array.from(total, (v) => v / (count + RESIDUAL_DOUBT)) };
  }
  return out;
}

/**
 * How far stages strayed from the fitted model with its residual, by layer kind; mixed with the usual spread. Of a board
 * that was not read between two layers it cannot be told which of them strayed: it tells nothing here.
 */
function spreadsOf(
  spans: readonly Span[],
  fit: Fit,
  residuals: Knowledge['residuals'],
  materials: Materials,
): Knowledge['spread'] {
  const squares = new Map<LayerKind, { sum: number; count: number }>();
  for (const span of spans) {
    if (span.to - span.from > 1) continue;
    const { wood, stack } = span.evidence;
    const { kind } = stack[span.to - 1];
    const tuning = tuningFrom(fit.values, wood.id, stack, materials, inHand(span) ? residuals[wood.id] : {});
    const miss = deltaE00(labOf(expectedReading(span, materials, tuning)), labOf(span.reading));
    const known = squares.get(kind) ?? { sum: 0, count: 0 };
    squares.set(kind, { sum: known.sum + (miss * miss) / 3, count: known.count + 1 });
  }
  return Object.fromEntries(
    [...squares].map(([kind, { sum, count }]) => [
      kind,
      Math.sqrt((sum + USUAL_SPREAD_BOARDS * USUAL_SPREAD ** 2) / (count + USUAL_SPREAD_BOARDS)),
    ]),
  );
}

/** What stops a learning that newer evidence has overtaken. */
export class LearningStopped extends Error {
  constructor() {
    super('The learning was stopped.');
    this.name = 'LearningStopped';
  }
}

/** The spans of a board, or why it can teach nothing: a board that cannot be used never stops another. */
function usableSpans(board: BoardEvidence, materials: Materials): Span[] | string {
  try {
    const spans = spansOf(board);
    for (const span of spans)
      if (!expectedReading(span, materials, UNTUNED).every(Number.isFinite))
        return 'The model finds no colour for its layers.';
    return spans;
  } catch (error) {
    if (error instanceof FieldError) return error.message;
    throw error;
  }
}

/**
 * Learns from boards: maximum a posteriori log factors on uptake (per colourant, per colourant and species, per
 * species), film thickness and clear, then a residual per band. Deterministic: the same boards in the same order give
 * the same knowledge, so it can always be replayed from the record.
 * @param proceed asked now and then; false stops
 * @throws LearningStopped when `proceed` says so
 */
export function learn(
  boards: readonly BoardEvidence[],
  materials: Materials,
  proceed: () => boolean = () => true,
): Knowledge {
  const leftOut: Knowledge['leftOut'] = [];
  const taught: string[] = [];
  const spans = boards.flatMap((board) => {
    if (!proceed()) throw new LearningStopped();
    const usable = usableSpans(board, materials);
    if (typeof usable === 'string') {
      leftOut.push({ board: board.id, why: usable });
      return [];
    }
    taught.push(board.id);
    return usable;
  });
  if (spans.length === 0) return { ...NOTHING_LEARNED, leftOut };
  const fit = fitParameters(spans, materials, proceed);
  const residuals = residualsOf(spans, fit, materials);
  return {
    parameters: Object.fromEntries(
      [...fit.values].map(([name, value]) => [name, { value, deviation: fit.deviations.get(name) as number }]),
    ),
    residuals,
    spread: spreadsOf(spans, fit, residuals, materials),
    boards: taught,
    leftOut,
  };
}

import { type PredictOptions, predict, predictFinal, type StageLook } from '../../core/board/predict.ts';
import type { Preparation } from '../../core/board/preparation.ts';
import type { Tuning } from '../../core/board/state.ts';
import type { Spectrum } from '../../core/colour/grid.ts';
import { labOf } from '../../core/colour/lab.ts';
import { FieldError } from '../../core/field-error.ts';
import { firstUnknown } from '../../core/layers/check.ts';
import type { Layer, Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { doubtOf, type Knowledge, spreadOf, tuningOf } from '../../core/learn/knowledge.ts';
import { makeEvaluator } from '../../core/match/evaluator.ts';
import { type MatchProblem, ONLY_DAYLIGHT, type TargetTones, weightedLights } from '../../core/match/problem.ts';
import { allowedStray, outlookOf, promiseActsOf } from '../../core/match/risk.ts';
import { type Board, STANDARD_CUT } from '../../shared/board.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { Shelf, SpeciesRecord } from '../../shared/shelf.ts';
import { boardCode, seedOf } from '../board/codes.ts';
import { measuredOf, stackAsMade } from '../board/stages.ts';
import { type BoardWood, nameOfWood, preparationOf, woodOfBoard } from '../board/wood.ts';
import { materialsOf, offeredOf, onHandOf } from '../shelf/materials.ts';
import { asSeen, beliefOf, strengthDoubts } from './belief.ts';
import { aimOn, targetBySight } from './by-sight.ts';
import { ownColours } from './openings.ts';
import { type SeenTarget, targetOf, targetOn } from './target.ts';
import { tonesToAimAt } from './tones-learned.ts';

/** A job with all that it means to the model. */
export interface Bench {
  job: Job;
  shelf: Shelf;
  /** All that the model knows of. */
  materials: Materials;
  /** What can be put in a layer: nothing that was put away. */
  onHand: Materials;
  /** What a search can choose of that. */
  offered: Materials;
  knowledge: Knowledge;
  target: SeenTarget | null;
}

/** Opens a job: colours that were only looked at are as its looks have them. */
export function openBench(job: Job, shelf: Shelf, knowledge: Knowledge): Bench {
  const known = { job, shelf, knowledge };
  return {
    ...known,
    target: targetOf(job) ?? targetBySight(known),
    materials: asSeen(known, materialsOf(shelf)),
    onHand: asSeen(known, onHandOf(shelf)),
    offered: asSeen(known, offeredOf(shelf)),
  };
}

/** How far the effect of each colour is in doubt on a species, from what was learned and seen. */
const doubtsOn = (bench: Bench, { species }: Pick<BoardModel, 'species'>): Record<string, number> => ({
  ...doubtOf(bench.knowledge, species.id, bench.materials),
  ...strengthDoubts(bench),
});

/** A board of the job with what the model needs to predict it. */
export interface BoardModel extends BoardWood {
  wood: JobWood;
  species: SpeciesRecord;
  /** What its wood is called in the job: the species, and what tells it from another of the same. */
  name: string;
  /** The target as it is wanted on this wood. */
  target: SeenTarget | null;
  board: Board;
  /** Its code within the job, as on its label. */
  code: string;
  /** What its picture grows from: the same board looks the same everywhere. */
  seed: number;
  preparation: Preparation;
  tuning: Tuning;
}

function modelOn(bench: Bench, species: SpeciesRecord, wood: JobWood, board: Board): BoardModel {
  const code = boardCode(wood.code, board.number);
  return {
    ...woodOfBoard(species, wood, board),
    wood,
    species,
    name: nameOfWood(species, wood),
    target: targetOn(bench.target, species),
    board,
    code,
    seed: seedOf(`${bench.job.number}-${code}`),
    preparation: preparationOf(wood, board),
    tuning: tuningOf(bench.knowledge, species.id, bench.materials),
  };
}

/** Null when the shelf has no such wood. */
export function boardModel(bench: Bench, wood: JobWood, board: Board): BoardModel | null {
  const species = bench.shelf.species.find((s) => s.id === wood.speciesId);
  return species ? modelOn(bench, species, wood, board) : null;
}

/** The next board of a wood, not taken yet: what is planned for it is promised on the wood that it can be expected to have. */
export function nextBoardModel(bench: Bench, { wood, species }: Pick<BoardModel, 'wood' | 'species'>): BoardModel {
  const number = 1 + Math.max(0, ...wood.boards.map((b) => b.number));
  const board: Board = {
    id: '',
    plank: null,
    strip: null,
    branched: 0,
    number,
    version: 1,
    preparation: null,
    apart: null,
    finish: {},
    judged: null,
    cut: STANDARD_CUT,
    archived: false,
    pieces: null,
    recipe: null,
    coats: [],
    readings: [],
    aside: [],
    looks: [],
    checks: [],
    createdAt: '',
  };
  return modelOn(bench, species, wood, board);
}

/** The colour without a ladder that ends what can be foreseen of a stack on a board; null where all of it can. */
export function unforeseen(
  { materials }: Pick<Bench, 'materials'>,
  { board }: Pick<BoardModel, 'board'>,
  stack: Stack,
) {
  const layer = stack[firstUnknown(stack, materials, lastMeasured(board))];
  const id = layer && Object.keys(layer.colours).find((c) => materials.colourants[c]?.unknown);
  return (id && materials.colourants[id]) || null;
}
const lastMeasured = (board: Pick<Board, 'readings'>) => measuredOf(board).at(-1)?.layers ?? 0;

/**
 * What a stack promises on a board: the look after every layer, from where the board stands, as far as it is foreseen.
 * The page shows it and the server keeps it with the recipe.
 * @throws FieldError when the stack is refused
 */
export const promisedLooks = (
  { materials }: Pick<Bench, 'materials'>,
  model: BoardModel,
  stack: Stack,
  options: Pick<PredictOptions, 'lights' | 'years' | 'zone' | 'falls'> = {},
): StageLook[] =>
  predict(stack.slice(0, firstUnknown(stack, materials, lastMeasured(model.board))), model.scaled, materials, {
    preparation: model.preparation,
    tuning: model.tuning,
    measured: measuredOf(model.board),
    ...options,
  });

/**
 * The finished reading of those looks alone, for what is asked many times while a hand drags; null where it is not foreseen.
 * @throws FieldError when the stack is refused
 */
export const promisedFinal = (
  { materials }: Pick<Bench, 'materials'>,
  model: BoardModel,
  stack: Stack,
  options: Pick<PredictOptions, 'zone'> = {},
): Spectrum | null =>
  unforeseen({ materials }, model, stack)
    ? null
    : predictFinal(stack, model.scaled, materials, {
        preparation: model.preparation,
        tuning: model.tuning,
        measured: measuredOf(model.board),
        ...options,
      });

/** The tones to aim at on a wood: with what its boards of these layers showed. */
function aimedTones(bench: Bench, { wood, species }: BoardModel, stack: Stack, wanted: TargetTones): TargetTones {
  const read = wood.boards.filter((b) => b.aside.length > 0).map((b) => modelOn(bench, species, wood, b));
  return read.length > 0 ? tonesToAimAt(bench.materials, read, stack, wanted) : wanted;
}

/**
 * The matching problem of a board for a stack, its open layers and what is already on; null before the target is
 * read, and where a colour without a ladder hides what comes of it. */
export function problemOf(
  bench: Bench,
  model: BoardModel,
  stack: Stack,
  open: MatchProblem['open'],
  measured?: MatchProblem['measured'],
): MatchProblem | null {
  const { target: wanted } = model;
  const known = firstUnknown(stack, bench.materials, measured?.at(-1)?.layers ?? 0);
  if (!wanted || known < stack.length) return null;
  // What is on was read: how the coats above it turn out is foreseen from there.
  const seen = measured?.length || wanted.tones ? null : aimOn(beliefOf(bench), model.wood, stack, wanted.reflectance);
  const target = seen ? { ...wanted, reflectance: seen.reflectance } : wanted;
  return {
    target: target.tones ? { ...target, tones: aimedTones(bench, model, stack, target.tones) } : target,
    lights: target.singleLight ? ONLY_DAYLIGHT : weightedLights(bench.job.lights),
    wood: model.scaled,
    materials: bench.materials,
    preparation: model.preparation,
    tuning: model.tuning,
    doubt: doubtsOn(bench, model),
    spread: spreadOf(bench.knowledge, 'clear'),
    stack,
    open,
    ...(seen ? { unsure: seen.unsure } : {}),
    ...(measured ? { measured } : {}),
  };
}

/** Eight in ten of a normal are within so many standard deviations. */
const EIGHT_IN_TEN = 1.28;
/**
 * How light each stage of a stack may turn out, eight boards in ten, the raw wood first: where it carries a colour that nobody
 * has laddered, and null where its figure stands as it is.
 */
export function lightnessRanges(bench: Bench, model: BoardModel, stack: Stack): ([number, number] | null)[] {
  const usual = stack.findIndex(
    (l) => !l.off && Object.keys(l.colours).some((id) => bench.materials.colourants[id]?.usual),
  );
  return [null, ...stack].map((_, stage) => {
    if (usual < 0 || stage <= usual || unforeseen(bench, model, stack.slice(0, stage))) return null;
    const upTo = stack.slice(0, stage);
    const problem: MatchProblem = {
      target: { reflectance: promisedFinal(bench, model, upTo) as Spectrum, singleLight: true },
      lights: ONLY_DAYLIGHT,
      wood: model.scaled,
      materials: bench.materials,
      preparation: model.preparation,
      tuning: model.tuning,
      doubt: doubtsOn(bench, model),
      stack: upTo,
      open: ownColours(upTo),
      measured: measuredOf(model.board).filter((m) => m.layers <= stage),
    };
    const [lightness] = labOf(problem.target.reflectance);
    const evaluator = makeEvaluator(problem);
    const { strays } = outlookOf(problem, evaluator, evaluator.amountsOf(upTo), promiseActsOf(problem));
    // The first part of CIEDE2000 is a step of L* over its weight.
    const weight = 1 + (0.015 * (lightness - 50) ** 2) / Math.sqrt(20 + (lightness - 50) ** 2);
    const far = EIGHT_IN_TEN * weight * Math.hypot(...strays.map((s) => s[0] ?? 0));
    return [Math.max(0, lightness - far), Math.min(100, lightness + far)];
  });
}

/**
 * How far a stage of a board may read from its promise before it is a surprise, CIEDE2000, from the stage measured last
 * before it; null where there is no promise or the stack is refused today.
 */
export function strayAllowed(bench: Bench, model: BoardModel, stage: number): number | null {
  const { board } = model;
  const promised = board.recipe?.expected[stage];
  if (!promised || stage < 1) return null;
  const stack = stackAsMade(board).slice(0, stage);
  const before = measuredOf({ readings: board.readings.filter((r) => (r.stage ?? 0) < stage) });
  const done = before.at(-1)?.layers ?? 0;
  const problem = problemOf(
    bench,
    model,
    stack,
    ownColours(stack.map((l, i) => (i < done ? { ...l, colours: {} } : l))),
    before,
  );
  if (!problem) return null;
  const last = stack[stage - 1] as Layer;
  try {
    return allowedStray({
      ...problem,
      lights: ONLY_DAYLIGHT,
      target: { reflectance: Float64Array.from(promised), singleLight: true },
      unsure: [],
      spread: spreadOf(bench.knowledge, last.kind),
    });
  } catch (refused) {
    if (refused instanceof FieldError) return null;
    throw refused;
  }
}

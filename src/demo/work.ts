import type { Stack } from '../core/layers/layer.ts';
import { ladderBoards, refine, roundToScale, search } from '../core/match/index.ts';
import { boardModel, nextBoardModel, openBench, problemOf } from '../record/bench.ts';
import { materialsOf } from '../record/materials.ts';
import { ANYTHING, openingsOf, ownColours, simpleStack } from '../record/openings.ts';
import { usualWait } from '../record/rules.ts';
import { standingOf } from '../record/standing.ts';
import { newId } from '../shared/id.ts';
import type { Job, JobWood } from '../shared/job.ts';
import type { KeptKnowledge } from '../shared/knowledge.ts';
import type { Shelf } from '../shared/shelf.ts';
import type { Ask } from './ask.ts';

/** How far the demo's work on a wood has come when it opens. */
export type Progress = 'passed' | 'missed' | 'ladder' | 'untouched';

const LITRES = 0.5;
const MOST_BOARDS = 6;
const RUNGS = 3;

/** The bench of a job as a page would have it now, with the wood in hand. */
async function benchOf(ask: Ask, job: string, species: string) {
  const known = (await ask('POST', `/jobs/${job}/knowledge`)) as KeptKnowledge;
  const bench = openBench(
    (await ask('GET', `/jobs/${job}`)) as Job,
    (await ask('GET', '/shelf')) as Shelf,
    known.content as never,
  );
  const wood = bench.job.woods.find((w) => w.speciesId === species) as JobWood;
  return { bench, wood, knowledge: known.id };
}

const read = (ask: Ask, board: string, stage: number) =>
  ask('POST', `/boards/${board}/readings`, { stage, reading: { takingId: newId(), source: 'instrument', count: 5 } });

async function plan(ask: Ask, board: string, stack: Stack, origin: string, knowledge: string | null): Promise<void> {
  await ask('POST', `/boards/${board}/recipe`, { id: newId(), stack, litres: LITRES, origin, knowledge });
}

const HOUR = 3_600_000;
/** Hours that the demo's shop leaves every layer at least: it works on a board once a day. */
const A_DAY = 24;
/** The air of the demo's shop. */
const CONDITIONS = { temperature: 19, humidity: 52 };

/** Puts every layer on in its time, a day or longer after the one below it and the last one yesterday, and reads it. */
async function make(ask: Ask, board: string, stack: Stack): Promise<void> {
  const shelf = (await ask('GET', '/shelf')) as Shelf;
  const materials = materialsOf(shelf);
  const waits = stack.map((layer) => Math.max(A_DAY, usualWait({ shelf, materials }, layer)));
  const now = Date.now();
  for (let stage = 1; stage <= stack.length; stage++) {
    const ago = waits.slice(stage - 1).reduce((sum, hours) => sum + hours, 0);
    const putOnAt = new Date(now - ago * HOUR).toISOString();
    await ask('POST', `/boards/${board}/coats`, { id: newId(), stage, putOnAt, conditions: CONDITIONS });
    await read(ask, board, stage);
  }
}

async function anotherBoard(ask: Ask, wood: JobWood): Promise<string> {
  const id = newId();
  await ask('POST', `/woods/${wood.id}/boards`, { id });
  await read(ask, id, 0);
  return id;
}

/** The first board of a wood: the closest recipe that the shelf holds, planned and made. */
async function firstBoard(ask: Ask, job: string, species: string): Promise<void> {
  const { bench, wood, knowledge } = await benchOf(ask, job, species);
  const board = wood.boards[0];
  const model = board && boardModel(bench, wood, board);
  const stack = simpleStack(bench.offered);
  const problem = model && problemOf(bench, model, stack, openingsOf(stack, bench.offered, ANYTHING, 0));
  const [road] = problem ? search(problem, { mostPerLayer: ANYTHING.most }) : [];
  if (!board || !problem || !road) throw new Error(`The demo finds no recipe on ${species}.`);
  const { stack: poured } = roundToScale(problem, road.stack, LITRES);
  await plan(ask, board.id, poured, 'search', knowledge);
  await make(ask, board.id, poured);
}

/** The next board, with what the last one taught; only planned unless it is to be made. */
async function nextBoard(ask: Ask, job: string, species: string, made: boolean): Promise<void> {
  const before = await benchOf(ask, job, species);
  const last = before.wood.boards.findLast((b) => b.recipe);
  if (!last?.recipe) return;
  const id = await anotherBoard(ask, before.wood);
  const { bench, wood, knowledge } = await benchOf(ask, job, species);
  const board = wood.boards.find((b) => b.id === id);
  const model = board && boardModel(bench, wood, board);
  const problem = model && problemOf(bench, model, last.recipe.stack, ownColours(last.recipe.stack));
  if (!problem) return;
  const { stack } = roundToScale(problem, refine(problem, last.recipe.stack).stack, LITRES);
  await plan(ask, id, stack, 'corrected', knowledge);
  if (made) await make(ask, id, stack);
}

async function passes(ask: Ask, job: string, species: string): Promise<boolean> {
  const { bench, wood } = await benchOf(ask, job, species);
  const standing = standingOf(bench, wood);
  return standing.kind === 'measured' && standing.deltaE <= bench.job.tolerance;
}

/** Three boards of the first dye of the shelf at even steps, made and read. */
async function ladder(ask: Ask, job: string, species: string): Promise<void> {
  const { bench, wood, knowledge } = await benchOf(ask, job, species);
  const first = wood.boards[0];
  const model = first && boardModel(bench, wood, first);
  const stack = simpleStack(bench.offered);
  const dye = Object.values(bench.offered.colourants).find((c) => c.kind === 'dye');
  const problem =
    model && dye && problemOf(bench, nextBoardModel(bench, model), stack, [{ layer: 0, colourants: [dye.id] }]);
  if (!first || !problem || !dye) return;
  for (const [i, rung] of ladderBoards(problem, stack, 0, dye.id, RUNGS).entries()) {
    const board = i === 0 ? first.id : await anotherBoard(ask, wood);
    await plan(ask, board, rung.stack, 'hand', knowledge);
    await make(ask, board, rung.stack);
  }
}

/** Brings a wood of a job as far as the demo shows it. */
export async function bringTo(progress: Progress, ask: Ask, job: string, species: string): Promise<void> {
  if (progress === 'ladder') await ladder(ask, job, species);
  if (progress === 'missed' || progress === 'passed') await firstBoard(ask, job, species);
  if (progress === 'missed') await nextBoard(ask, job, species, false);
  if (progress === 'passed')
    for (let n = 1; n < MOST_BOARDS && !(await passes(ask, job, species)); n++)
      await nextBoard(ask, job, species, true);
}

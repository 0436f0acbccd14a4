import { passes } from '../core/colour/difference.ts';
import { newLayer, type Stack } from '../core/layers/layer.ts';
import { ladderBoards, refine, roundToScale, search } from '../core/match/index.ts';
import { HOUR } from '../core/time/air.ts';
import { workOfPieces } from '../record/board/coats.ts';
import { boardModel, nextBoardModel, openBench, problemOf } from '../record/job/bench.ts';
import { ANYTHING, openingsOf, ownColours, simpleStack } from '../record/job/openings.ts';
import { usualWait } from '../record/job/rules.ts';
import { standingOf } from '../record/job/standing.ts';
import { materialsOf } from '../record/shelf/materials.ts';
import { piecesTyped } from '../record/work/pile.ts';
import { piecesRead } from '../record/work/run.ts';
import type { NewCheck } from '../shared/check.ts';
import { newId } from '../shared/id.ts';
import type { Job, JobWood } from '../shared/job.ts';
import type { KeptKnowledge } from '../shared/knowledge.ts';
import type { Shelf } from '../shared/shelf.ts';
import type { Ask } from './ask.ts';
import { at, atWork } from './days.ts';

/** How far the demo's work on a wood has come when it opens. */
export type Progress = 'passed' | 'missed' | 'ladder' | 'untouched' | 'waiting' | 'by-eyes';

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

/** Work that tells before each of its steps when that is done: whoever follows several turns the clock to the next. */
export type DemoWork = AsyncGenerator<number, void>;

const putOn = (ask: Ask, board: string, stage: number) => ask('POST', `/boards/${board}/coats`, { id: newId(), stage });

/** A little longer than usual: the demo's shop is cool. */
const AMPLE = 1.3;

/** Puts every layer on in its time and, unless eyes judge it, reads it before the next. @returns when the last was dry */
async function* make(
  ask: Ask,
  board: string,
  stack: Stack,
  from: number,
  byEyes = false,
): AsyncGenerator<number, number> {
  const shelf = (await ask('GET', '/shelf')) as Shelf;
  const materials = materialsOf(shelf);
  let moment = from;
  for (const i of stack.keys()) {
    moment = atWork(moment);
    yield moment;
    await putOn(ask, board, i + 1);
    moment = atWork(moment + AMPLE * usualWait(stack, i, { materials }) * HOUR);
    yield moment;
    if (!byEyes) await read(ask, board, i + 1);
  }
  return moment;
}

async function anotherBoard(ask: Ask, wood: JobWood, byEyes = false): Promise<string> {
  const id = newId();
  await ask('POST', `/woods/${wood.id}/boards`, { id });
  if (!byEyes) await read(ask, id, 0);
  return id;
}

/** The first board of a wood: the closest recipe that the shelf holds, planned and made. */
async function* firstBoard(
  ask: Ask,
  job: string,
  species: string,
  from: number,
  byEyes = false,
): AsyncGenerator<number, number> {
  yield from;
  const { bench, wood, knowledge } = await benchOf(ask, job, species);
  const board = wood.boards[0];
  const model = board && boardModel(bench, wood, board);
  const stack = simpleStack(bench.offered);
  const problem = model && problemOf(bench, model, stack, openingsOf(stack, bench.offered, ANYTHING, 0));
  const [road] = problem ? search(problem, { mostPerLayer: ANYTHING.most }) : [];
  if (!board || !problem || !road) throw new Error(`The demo finds no recipe on ${species}.`);
  const { stack: poured } = roundToScale(problem, road.stack, LITRES);
  await plan(ask, board.id, poured, 'search', knowledge);
  return yield* make(ask, board.id, poured, from, byEyes);
}

/** The next board, with what the last one taught; only planned unless it is to be made. */
async function* nextBoard(
  ask: Ask,
  job: string,
  species: string,
  from: number,
  made: boolean,
  byEyes = false,
): AsyncGenerator<number, number> {
  yield from;
  const before = await benchOf(ask, job, species);
  const last = before.wood.boards.findLast((b) => b.recipe);
  if (!last?.recipe) return from;
  const id = await anotherBoard(ask, before.wood, byEyes);
  const { bench, wood, knowledge } = await benchOf(ask, job, species);
  const board = wood.boards.find((b) => b.id === id);
  const model = board && boardModel(bench, wood, board);
  const problem = model && problemOf(bench, model, last.recipe.stack, ownColours(last.recipe.stack));
  if (!problem) return from;
  const { stack } = roundToScale(problem, refine(problem, last.recipe.stack).stack, LITRES);
  await plan(ask, id, stack, 'corrected', knowledge);
  return made ? yield* make(ask, id, stack, from, byEyes) : from;
}

async function hasPassed(ask: Ask, job: string, species: string): Promise<boolean> {
  const { bench, wood } = await benchOf(ask, job, species);
  const standing = standingOf(bench, wood);
  return standing.kind === 'measured' && passes(standing.deltaE, bench.job.tolerance);
}

/** Three boards of the first dye of the shelf at even steps, made side by side and read. */
async function* ladder(ask: Ask, job: string, species: string, from: number): DemoWork {
  yield from;
  const { bench, wood, knowledge } = await benchOf(ask, job, species);
  const first = wood.boards[0];
  const model = first && boardModel(bench, wood, first);
  const stack = simpleStack(bench.offered);
  const dye = Object.values(bench.offered.colourants).find((c) => c.kind === 'dye');
  const problem =
    model && dye && problemOf(bench, nextBoardModel(bench, model), stack, [{ layer: 0, colourants: [dye.id] }]);
  if (!first || !problem || !dye) return;
  const rungs: DemoWork[] = [];
  for (const [i, rung] of ladderBoards(problem, stack, 0, dye.id, RUNGS).entries()) {
    const board = i === 0 ? first.id : await anotherBoard(ask, wood);
    await plan(ask, board, rung.stack, 'hand', knowledge);
    rungs.push(make(ask, board, rung.stack, from) as unknown as DemoWork);
  }
  yield* together(rungs);
}

/** Several pieces of work side by side, each step at its time. */
export async function* together(works: readonly DemoWork[]): DemoWork {
  const next: { work: DemoWork; at: number }[] = [];
  const ask = async (work: DemoWork) => {
    const { value, done } = await work.next();
    if (!done) next.push({ work, at: value });
  };
  for (const work of works) await ask(work);
  for (let first = earliest(next); first; first = earliest(next)) {
    yield first.at;
    next.splice(next.indexOf(first), 1);
    await ask(first.work);
  }
}
const earliest = <T extends { at: number }>(list: readonly T[]): T | undefined =>
  list.reduce<T | undefined>((best, one) => (!best || one.at < best.at ? one : best), undefined);

/** A stack planned as it is given, and its coats put on at their moments; those without one are still to come. */
async function* boardAt(
  ask: Ask,
  job: string,
  species: string,
  board: number,
  stack: Stack,
  at: readonly number[],
): DemoWork {
  yield (at[0] as number) - HOUR;
  const { wood, knowledge } = await benchOf(ask, job, species);
  const id = wood.boards[board]?.id ?? (await anotherBoard(ask, wood));
  await plan(ask, id, stack, 'hand', knowledge);
  for (const [i, moment] of at.entries()) {
    yield moment;
    await putOn(ask, id, i + 1);
  }
}

/** Boards that dry when the demo opens, a window that shuts, a coat that was found wet, and a wait that was not kept. */
export async function* underWay(ask: Ask, job: string): DemoWork {
  const { shelf } = (await benchOf(ask, job, 'maple')).bench;
  const has = (id: string) => [...shelf.colourants, ...shelf.mediums].some((x) => x.id === id);
  if (!['bog', 'tawny', 'kelp-gel', 'oil-varnish', 'water-satin'].every(has)) return;
  const stain = (kind: 'wiping-stain' | 'gel-stain', id: string) => newLayer(kind, { colours: { [id]: 1 } });
  const varnish = newLayer('clear', { medium: 'oil-varnish', settings: { coats: 2 } });
  const satin = newLayer('clear', { medium: 'water-satin' });
  const maple = boardAt(
    ask,
    job,
    'maple',
    0,
    [newLayer('conditioner'), stain('wiping-stain', 'tawny'), satin],
    [at(11, 9, 0)],
  );
  const oak = boardAt(ask, job, 'oak', 0, [stain('wiping-stain', 'bog'), varnish], [at(10, 14, 30)]);
  const pine = boardAt(ask, job, 'pine', 0, [stain('gel-stain', 'kelp-gel'), satin], [at(10, 16, 30)]);
  const hurried = boardAt(
    ask,
    job,
    'pine',
    1,
    [stain('wiping-stain', 'tawny'), varnish],
    [at(5, 14, 0), at(5, 16, 30)],
  );
  yield* together([maple, oak, pine, hurried, foundWet(ask, job), pulledUp(ask, job)]);
}

/** What two people say of the boards of a job that nobody reads, as each is dry. */
const SEEN: readonly (readonly { by: 0 | 1; words: string }[])[] = [
  [
    { by: 0, words: 'plainly too light, a touch too yellow' },
    { by: 1, words: 'plainly too pale' },
  ],
  [{ by: 0, words: 'a touch too light' }],
];

/** A job done by eyes alone: a board, what two people see of it, the next one turned to that, and one look at it. */
export async function* byEyes(asks: readonly Ask[], job: string, species: string): DemoWork {
  const [ask] = asks as [Ask];
  let moment = at(5, 9);
  for (const [n, seen] of SEEN.entries()) {
    moment = yield* n === 0
      ? firstBoard(ask, job, species, moment, true)
      : nextBoard(ask, job, species, moment, true, true);
    const { wood } = await benchOf(ask, job, species);
    const board = wood.boards[n];
    if (!board?.recipe) return;
    for (const { by, words } of seen) {
      await asks[by]?.('POST', `/boards/${board.id}/looks`, {
        id: newId(),
        stage: board.recipe.stack.length,
        words,
        dry: true,
      });
    }
  }
}

/** The key of a board's coat, as its work is known by. */
async function coatKey(ask: Ask, job: string, species: string, board: number, stage: number): Promise<string> {
  const { wood } = await benchOf(ask, job, species);
  const { id, recipe } = wood.boards[board] ?? {};
  return `board/${id}/${recipe?.number}/${stage}/1/coat`;
}

/** The dark stain still marks a glove the next morning. */
async function* foundWet(ask: Ask, job: string): DemoWork {
  yield at(11, 9, 30);
  await ask('POST', '/clock/tests', { id: newId(), coat: await coatKey(ask, job, 'oak', 0, 1), dry: false });
}

/** The varnish went on two and a half hours after the stain: it pulled the colour up, and that is written down. */
async function* pulledUp(ask: Ask, job: string): DemoWork {
  yield at(6, 8, 30);
  const { wood } = await benchOf(ask, job, 'pine');
  await ask('POST', '/faults', {
    id: newId(),
    boardId: wood.boards[1]?.id,
    stage: 2,
    fault: 'pulled-up',
    cause: 'too-soon',
    hours: 2.5,
    note: 'varnished the same afternoon',
  });
}

/** The drawer fronts as they lay in the pile: two more than are wanted, one of them plainly paler. */
const PILE =
  '1-9 same\n10-12 a touch darker\n13 a touch darker, lively\n14-18 same\n19-21 a touch paler\n22 pair A\n23 pair A\n24 plainly paler\n25-26 a touch redder';
/** Pieces of each portion of the demo's work, and how many of the first are read. */
const [PORTION, CHECKED] = [12, 5];
/** What the last piece that was read is off by, L*a*b*: the pad had dried. */
const FAINT = [2.4, -0.9, 0.8];

/** The pieces of a wood that is approved: the first half has all coats on and is checked, one of it is too pale; the second is dyed. */
export async function* piecesUnderWay(ask: Ask, job: string, species: string): DemoWork {
  yield at(9, 8, 30);
  const { wood: before } = await benchOf(ask, job, species);
  const [board] = before.boards;
  const { parts } = (await ask('GET', `/jobs/${job}`)) as Job;
  const part = parts.find((p) => p.woodId === before.id);
  if (!board?.recipe || !part) return;
  await ask('POST', `/boards/${board.id}/approvals`, { id: newId(), customer: 'T. H.' });
  const terms = { hour: 52, margin: 0.2, rework: 0.1, trials: 3, pace: 1, handLimit: 12 };
  await ask('POST', `/jobs/${job}/quotes`, { id: newId(), terms });
  const worked = (hours: number, what: string) => ask('POST', `/jobs/${job}/hours`, { id: newId(), hours, what });
  const [first, second] = [newId(), newId()];
  const portions = [first, second].map((id, n) => ({ id, part: part.id, portion: n + 1, count: PORTION }));
  await ask('PATCH', `/parts/${part.id}`, { version: part.version, place: 'front of the catalogue' });
  await ask('POST', `/woods/${before.id}/raw-pieces`, {
    pieces: piecesTyped(PILE).map((piece) => ({ id: newId(), ...piece })),
  });
  await ask('POST', `/woods/${before.id}/work`, { board: board.id, portions });
  const checked = async (portion: string, stage: number, ...found: readonly NewCheck['what'][]) => {
    for (const what of found) await ask('POST', `/boards/${portion}/checks`, { id: newId(), stage, what, fine: true });
  };
  const sand = async (portion: number) =>
    ask('POST', '/clock/done', { id: newId(), work: `${workOfPieces({ part: part.id, portion })}/0/1/prepare` });
  yield at(9, 10, 15);
  await sand(1);
  await checked(first, 0, 'scribble', 'raking');
  yield at(9, 11, 30);
  // The dye was tried on an offcut, and could not be told from the board.
  await ask('POST', `/boards/${first}/draw-downs`, { id: newId(), stage: 1, said: [], lab: null });
  yield at(9, 13, 0);
  await putOn(ask, first, 1);
  await worked(1.5, 'twelve drawer fronts sanded and dyed');
  yield at(10, 8, 30);
  await checked(first, 1, 'rag', 'raking');
  await putOn(ask, first, 2);
  await worked(0.75, 'their clear');
  yield at(10, 10, 30);
  await sand(2);
  for (let piece = 0; piece < CHECKED; piece++) {
    yield at(10, 14, 5 * piece);
    await read(ask, first, 2);
  }
  yield at(10, 14, 30);
  const { wood } = await benchOf(ask, job, species);
  const [before6] = piecesRead(wood);
  const lab = before6?.lab.map((v, k) => v + (FAINT[k] as number));
  await ask('POST', `/boards/${first}/readings`, { stage: 2, reading: { takingId: newId(), source: 'typed', lab } });
  await ask('POST', '/faults', {
    id: newId(),
    boardId: first,
    stage: 1,
    fault: 'paler',
    cause: 'hand',
    hours: 0.5,
    note: 'the pad had dried out on the sixth; a new one, and the piece dyed once more',
  });
  await checked(first, 2, 'pad');
  yield at(11, 9, 0);
  await checked(second, 0, 'scribble', 'raking');
  await putOn(ask, second, 1);
  const { version } = (await ask('GET', `/jobs/${job}`)) as Job;
  await ask('PATCH', `/jobs/${job}`, { version, retainPlace: 'board cupboard, drawer 2' });
}

/** When the work on a wood begins, by how far it is to come: one after the other, as a shop has hands. */
export const BEGINS: Readonly<Record<Progress, number>> = {
  passed: at(2, 9),
  ladder: at(4, 9),
  missed: at(6, 9),
  untouched: at(2, 9),
  waiting: at(2, 9),
  'by-eyes': at(5, 9),
};

/** Brings a wood of a job as far as the demo shows it. */
export async function* bringTo(progress: Progress, ask: Ask, job: string, species: string, from: number): DemoWork {
  if (progress === 'ladder') yield* ladder(ask, job, species, from);
  if (progress !== 'missed' && progress !== 'passed') return;
  let read = yield* firstBoard(ask, job, species, from);
  if (progress === 'missed') yield* nextBoard(ask, job, species, read, false);
  else
    for (let n = 1; n < MOST_BOARDS && !(await hasPassed(ask, job, species)); n++)
      read = yield* nextBoard(ask, job, species, read, true);
}

import { checkStack } from '../../core/layers/check.ts';
import type { Layer } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { layerLine } from '../../core/said/sentence.ts';
import {
  asPoured,
  boardModel,
  isDone,
  layersOn,
  materialsOf,
  openBench,
  planFor,
  preparationOf,
} from '../../record/index.ts';
import type { Board, BoardChange, CoatChange, NewCoat, NewRecipe, PastEntry, StageRead } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';
import type { BoardReadingInput, ReadingInput, Spot } from '../../shared/reading.ts';
import type { Queries } from '../db/db.ts';
import {
  type BoardAtWork,
  boardAtWork,
  boardById,
  coatById,
  insertBoard,
  insertCoat,
  insertRecipe,
  keepPreparation,
  recipeExists,
  setCoatDeleted,
  stampEvidence,
  updateBoard,
  updateCoat,
} from '../repositories/boards.ts';
import { airNow, clockNow } from '../repositories/clock.ts';
import { insertEvent } from '../repositories/events.ts';
import { nameOfPerson } from '../repositories/house.ts';
import { setRepeated, woodById } from '../repositories/jobs.ts';
import { knowledgeById } from '../repositories/knowledge.ts';
import { countReadings, insertReadings, readingsOfTaking, rememberStage } from '../repositories/readings.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { fileOf, measurementsFrom, mustBeRawWood, takingOf } from './intake.ts';
import { wholeJob } from './jobs.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import { type Actor, mustBeAtWork, type Shop } from './shop.ts';
import { benchBoardOf, stockOfShelf, type UnderInstrument } from './simulated.ts';

/** A board of a job that is at work. */
export async function workOn(db: Queries, id: string): Promise<BoardAtWork> {
  const work = await boardAtWork(db, id);
  if (!work) throw notFound('board');
  mustBeAtWork(work);
  return work;
}

export async function wholeBoard(db: Queries, id: string): Promise<Board> {
  const board = await boardById(db, id);
  if (!board) throw notFound('board');
  return board;
}

export async function takeBoard({ db }: Shop, by: Actor, wood: string, id: string): Promise<Board> {
  await db.transaction(async (tx) => {
    const of = await woodById(tx, wood);
    if (!of) throw notFound('wood');
    mustBeAtWork(of);
    if (await insertBoard(tx, id, wood)) await insertEvent(tx, { kind: 'board taken', by, job: of.jobId, board: id });
  });
  return wholeBoard(db, id);
}

/** Plans a recipe for a board: the promise is made here, from what the page knew when it showed it, and kept with it. */
export async function planRecipe({ db }: Shop, by: Actor, id: string, input: NewRecipe): Promise<Board> {
  const work = await workOn(db, id);
  if (await recipeExists(db, input.id)) return wholeBoard(db, id);
  const job = await wholeJob(db, work.jobId);
  const wood = job.woods.find((w) => w.id === work.woodId);
  const board = wood?.boards.find((b) => b.id === id);
  if (!wood || !board) throw notFound('board');
  const shelf = await wholeShelf(db);
  const known = input.knowledge ? await knowledgeById(db, job.id, input.knowledge) : null;
  if (input.knowledge && !known)
    throw new Refusal(
      409,
      'More was learned since this page was opened. Look at the figures again, then plan.',
      'knowledge',
    );
  const knowledge = known?.content ?? NOTHING_LEARNED;
  const bench = openBench(job, shelf, knowledge);
  const model = boardModel(bench, wood, board);
  if (!model) throw notFound('wood on the shelf');
  if (model.trouble) throw new Refusal(409, model.trouble, 'raw');
  const plan = planFor(bench, model, input.stack, input.litres);
  await db.transaction(async (tx) => {
    const number = await insertRecipe(tx, wood.id, id, {
      id: input.id,
      litres: input.litres,
      origin: input.origin,
      preparation: preparationOf(wood, board),
      learnedFrom: knowledge.boards,
      knowledge: input.knowledge ?? null,
      after: wood.repeated,
      chance: input.chance ?? null,
      ...plan,
    });
    if (wood.repeated) await setRepeated(tx, wood.id, null);
    if (layersOn(board) > 0) await stampEvidence(tx, id);
    const said = plan.stack.map((layer) => layerLine(layer, bench.materials)).join(' ');
    const detail = { recipe: input.id, number, origin: input.origin, after: wood.repeated?.code, said };
    await insertEvent(tx, { kind: 'recipe planned', by, job: job.id, board: id, detail });
  });
  return wholeBoard(db, id);
}

/** Clocks of two machines differ by a little. */
const CLOCKS_DIFFER = 10 * 60_000;
/** Nothing was put on in a time to come. */
async function mustBePast(tx: Queries, at: string | null | undefined, field: string): Promise<void> {
  if (at && Date.parse(at) > Date.parse((await clockNow(tx)).now) + CLOCKS_DIFFER)
    throw new Refusal(422, 'This is a time to come: a coat is entered when it is on.', field);
}

/** The layer of a board's plan that a stage is after. */
function plannedLayer(board: Pick<BoardAtWork, 'recipe'>, stage: number): Layer {
  const layers = board.recipe?.stack.length ?? 0;
  const layer = board.recipe?.stack[stage - 1];
  if (!layer)
    throw new Refusal(
      422,
      `This board has ${layers} ${layers === 1 ? 'layer' : 'layers'} planned; there is no stage ${stage}.`,
      'stage',
    );
  return layer;
}

const NOTHING_NOTED = { minutes: null, conditions: {}, used: '', note: '' };

/** Layers up to a stage that nobody noted: a later coat or a reading says that they are on; when, nobody knows. */
export async function putOnUnnoted(tx: Queries, board: BoardAtWork, stage: number): Promise<void> {
  for (let under = 1; under <= stage; under++)
    if (!board.coats.some((c) => c.stage === under))
      await insertCoat(tx, board.boardId, {
        id: newId(),
        stage: under,
        layer: plannedLayer(board, under),
        putOnAt: null,
        by: null,
        ...NOTHING_NOTED,
      });
}

/** What changes when colour goes on or comes to be known otherwise: the board keeps its preparation, and teaches anew. */
async function colourIsOn(tx: Queries, board: string): Promise<void> {
  await keepPreparation(tx, board);
  await stampEvidence(tx, board);
}

export async function putOnCoat({ db, learning }: Shop, by: Actor, id: string, input: NewCoat): Promise<Board> {
  const materials = materialsOf(await wholeShelf(db));
  const job = await db.transaction(async (tx) => {
    const board = await workOn(tx, id);
    const { jobId: job } = board;
    if (board.coats.some((c) => c.id === input.id)) return job;
    const planned = plannedLayer(board, input.stage);
    if (board.coats.some((c) => c.stage === input.stage))
      throw new Refusal(409, 'This layer is on already. Put its record right, or take it back first.', 'stage');
    const { recipe } = await wholeBoard(tx, id);
    // What was weighed out is what goes on.
    const layer = input.layer ?? (recipe ? asPoured(recipe, input.stage, materials) : planned);
    checkStack([layer], materials);
    await putOnUnnoted(tx, board, input.stage - 1);
    const { stage, putOnAt, ...noted } = input;
    await mustBePast(tx, putOnAt, 'putOnAt');
    const at = putOnAt === undefined ? (await clockNow(tx)).now : putOnAt;
    // The air is as it was noted in the shop, where it goes on now and nothing else is said.
    const air = putOnAt === undefined ? await airNow(tx) : null;
    const conditions = air ? { temperature: air.temperature, humidity: air.humidity } : {};
    await insertCoat(tx, id, { ...NOTHING_NOTED, conditions, ...noted, stage, layer, putOnAt: at, by });
    await colourIsOn(tx, id);
    await insertEvent(tx, {
      kind: 'coat put on',
      by,
      job,
      board: id,
      // As it was called then, whatever becomes of the shelf.
      detail: { stage, layer: layer.kind, said: layerLine(layer, materials), at: putOnAt },
    });
    return job;
  });
  learning.changed(job);
  return wholeBoard(db, id);
}

async function coatAtWork(db: Queries, id: string) {
  const coat = await coatById(db, id);
  if (!coat) throw notFound('coat');
  return { coat, work: await workOn(db, coat.boardId) };
}

/** A coat put right: the fact is corrected, what it was stays in the story, and what was learned from it is made again. */
export async function changeCoat({ db, learning }: Shop, by: Actor, id: string, change: CoatChange): Promise<Board> {
  const { coat, work } = await coatAtWork(db, id);
  if (change.layer) {
    if (change.layer.kind !== coat.layer.kind)
      throw new Refusal(422, 'A coat that was put on keeps its kind. Take it back and enter another.', 'layer');
    checkStack([change.layer], materialsOf(await wholeShelf(db)));
  }
  await db.transaction(async (tx) => {
    const { coat: was } = await coatAtWork(tx, id);
    await mustBePast(tx, change.putOnAt, 'putOnAt');
    if (!(await updateCoat(tx, id, change))) throw new Conflict('This coat', { version: was.version, value: was });
    await stampEvidence(tx, work.boardId);
    const { version: _, ...now } = change;
    const { layer, putOnAt, minutes, conditions, used, note } = was;
    const detail = {
      stage: was.stage,
      layer: layer.kind,
      was: { layer, putOnAt, minutes, conditions, used, note },
      now,
    };
    await insertEvent(tx, { kind: 'coat changed', by, job: work.jobId, board: work.boardId, detail });
  });
  learning.changed(work.jobId);
  return wholeBoard(db, work.boardId);
}

/** A mis-tap: the coat was not put on after all. Refused while a reading or a coat above says that it was. */
async function markCoat({ db, learning }: Shop, by: Actor, id: string, archived: boolean): Promise<Board> {
  const { coat, work } = await coatAtWork(db, id);
  const board = work.boardId;
  await db.transaction(async (tx) => {
    if (coat.deleted === archived) return;
    const now = await workOn(tx, board);
    if (archived && now.coats.some((c) => c.stage > coat.stage))
      throw new Refusal(409, 'A later layer is on. Take that one back first.', 'stage');
    if (archived && now.readings.some((r) => r.stage >= coat.stage))
      throw new Refusal(
        409,
        'The board was read with this layer on. Take those readings out, or file them elsewhere.',
        'stage',
      );
    if (!(await setCoatDeleted(tx, id, archived))) throw new Refusal(409, 'Another coat stands in its place.', 'stage');
    await stampEvidence(tx, board);
    const detail = { stage: coat.stage, layer: coat.layer.kind };
    await insertEvent(tx, { kind: archived ? 'coat taken back' : 'coat put back', by, job: work.jobId, board, detail });
  });
  learning.changed(work.jobId);
  return wholeBoard(db, board);
}
export const takeCoatBack = (shop: Shop, by: Actor, id: string) => markCoat(shop, by, id, true);
export const restoreCoat = (shop: Shop, by: Actor, id: string) => markCoat(shop, by, id, false);

/** What stands against reading a stage of a board: without a raw reading it teaches less, and may be read all the same. */
export function mustBeReadable(board: BoardAtWork, stage: number): void {
  if (stage > 0) plannedLayer(board, stage);
}

/** A board as it lies under the simulated instrument. */
export async function underBoard(db: Queries, id: string, stage: number, zone: Spot): Promise<UnderInstrument> {
  const board = await workOn(db, id);
  mustBeReadable(board, stage);
  const taken = await countReadings(db, { board: id, stage, zone });
  const bench = benchBoardOf(
    { ...board, piece: board.ofPieces ? taken : null },
    {
      job: board.jobNumber,
      wood: board.woodCode,
      species: board.speciesId,
      preparation: board.preparation ?? board.woodPreparation,
    },
    stage,
  );
  return { stock: stockOfShelf(await wholeShelf(db)), board: bench, zone };
}

/** A stage of a board read; what a reading shows to be on is on. */
export async function readStage(
  { db, learning }: Shop,
  by: Actor,
  id: string,
  { stage, zone, reading: input }: BoardReadingInput,
  gone?: AbortSignal,
): Promise<StageRead> {
  if (input.source === 'rack') throw new Refusal(422, 'Only a target can be taken off the rack.', 'source');
  if (input.source === 'words' && (stage > 0 || zone !== 'face'))
    throw new Refusal(422, 'Words are for raw wood. With colour on, hold the board up and say what you see.', 'source');
  const file = await fileOf(input);
  const { job, ...taken } = await db.transaction(async (tx) => {
    const board = await workOn(tx, id);
    const { jobId: job } = board;
    const again = await readingsOfTaking(tx, input.takingId);
    if (again.length > 0) return { job, readings: again, notes: [] };
    mustBeReadable(board, stage);
    const subject = { board: id, stage, zone };
    const under = () => underBoard(tx, id, stage, zone);
    const intake = await measurementsFrom(tx, input, file, under, await countReadings(tx, subject));
    if (stage === 0) mustBeRawWood(intake);
    const readings = await insertReadings(tx, subject, takingOf(input, by), intake.readings);
    // Whoever stopped a long file here keeps nothing of it.
    gone?.throwIfAborted();
    if (zone !== 'face') return { job, readings, notes: intake.notes };
    await rememberStage(tx, id, stage);
    if (stage > 0) {
      await putOnUnnoted(tx, board, stage);
      await colourIsOn(tx, id);
    } else await stampEvidence(tx, id);
    const layer = board.recipe?.stack[stage - 1]?.kind;
    const detail = { stage, layer, source: input.source, count: readings.length };
    await insertEvent(tx, { kind: 'stage read', by, job, board: id, detail });
    return { job, readings, notes: intake.notes };
  });
  learning.changed(job);
  return { ...taken, board: await wholeBoard(db, id) };
}

/** Yesterday entered whole: coats with their times and what was read after them, all of it or nothing. */
export async function enterPast({ db, learning }: Shop, by: Actor, id: string, { entries }: PastEntry): Promise<Board> {
  const job = await db.transaction(async (tx) => {
    const { jobId: job } = await workOn(tx, id);
    let coats = 0;
    let readings = 0;
    for (const { coatId, takingId, stage, at, lab } of [...entries].sort((p, q) => p.stage - q.stage)) {
      await mustBePast(tx, at, 'entries');
      const board = await workOn(tx, id);
      if (stage > 0 && !board.coats.some((c) => c.stage === stage)) {
        const layer = plannedLayer(board, stage);
        await putOnUnnoted(tx, board, stage - 1);
        if (await insertCoat(tx, id, { id: coatId, stage, layer, putOnAt: at, by, ...NOTHING_NOTED })) coats++;
      }
      if (!lab || (await readingsOfTaking(tx, takingId)).length > 0) continue;
      mustBeReadable(board, stage);
      const input: ReadingInput = { takingId, source: 'typed', lab, ...(at ? { takenAt: at } : {}) };
      const nothing = () => {
        throw notFound('board');
      };
      const intake = await measurementsFrom(tx, input, null, nothing, 0);
      if (stage === 0) mustBeRawWood(intake);
      await insertReadings(tx, { board: id, stage }, takingOf(input, by), intake.readings);
      await rememberStage(tx, id, stage);
      readings++;
    }
    if (coats + readings === 0) return job;
    if (layersOn(await workOn(tx, id)) > 0) await colourIsOn(tx, id);
    else await stampEvidence(tx, id);
    await insertEvent(tx, { kind: 'past entered', by, job, board: id, detail: { coats, readings } });
    return job;
  });
  learning.changed(job);
  return wholeBoard(db, id);
}

/** A board that was prepared or cut otherwise than its wood's, is set apart, was looked at for more than colour, or is put away. */
export async function changeBoard({ db, learning }: Shop, by: Actor, id: string, change: BoardChange): Promise<Board> {
  const { version: _, judged: said, ...given } = change;
  const job = await db.transaction(async (tx) => {
    const board = await workOn(tx, id);
    if (said && !isDone(board))
      throw new Refusal(409, 'Its coats are not all on: put them on first, then judge it.', 'judged');
    const judged = said && { ...said, at: (await clockNow(tx)).now, person: by ? await nameOfPerson(tx, by) : null };
    if (given.preparation === null && layersOn(board) > 0)
      throw new Refusal(409, 'Colour is on: this board keeps a preparation of its own.', 'preparation');
    const { preparation: own, woodPreparation, jobId: job } = board;
    const archivedAt = given.archived === undefined ? undefined : given.archived ? (await clockNow(tx)).now : null;
    if (!(await updateBoard(tx, id, change, { judged, archivedAt })))
      throw new Conflict('This board', { version: board.version, value: board.preparation });
    const about = { by, job, board: id };
    if (given.preparation !== undefined) {
      await stampEvidence(tx, id);
      const detail = { was: own ?? woodPreparation, now: given.preparation ?? woodPreparation };
      await insertEvent(tx, { kind: 'board changed', ...about, detail });
    }
    if (given.apart !== undefined)
      await insertEvent(tx, {
        kind: given.apart === null ? 'board put back' : 'board set apart',
        ...about,
        detail: { why: given.apart },
      });
    if (given.finish !== undefined)
      await insertEvent(tx, { kind: 'finish judged', ...about, detail: { now: given.finish } });
    if (given.cut !== undefined) await insertEvent(tx, { kind: 'board cut', ...about, detail: { cut: given.cut } });
    if (given.archived !== undefined)
      await insertEvent(tx, { kind: given.archived ? 'board put away' : 'board brought back', ...about });
    if (said !== undefined) await insertEvent(tx, { kind: 'board judged', ...about, detail: { said } });
    return job;
  });
  learning.changed(job);
  return wholeBoard(db, id);
}

import type { Queries } from '../db/db.ts';
import { keepPreparation, stampEvidence } from '../repositories/boards.ts';
import { insertEvent } from '../repositories/events.ts';
import {
  moveReading,
  readingsOfTaking,
  rememberStage,
  rememberTarget,
  setReadingDeleted,
  setTakingDeleted,
  whereaboutsOf,
} from '../repositories/readings.ts';
import { mustBeReadable, putOnUnnoted, workOn } from './boards.ts';
import { wholeJob } from './jobs.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import { type Actor, mustBeAtWork, type Shop } from './shop.ts';

/** Where a reading belongs, at work: the job of the target or of the board it is of. */
async function readingAtWork(db: Queries, id: string) {
  const where = await whereaboutsOf(db, id);
  if (!where) throw notFound('reading');
  if (where.boardId) return { ...where, job: (await workOn(db, where.boardId)).jobId };
  const job = await wholeJob(db, where.jobId as string).catch(() => null);
  mustBeAtWork({ putAway: job === null });
  return { ...where, job: where.jobId as string };
}

type ReadingAtWork = Awaited<ReturnType<typeof readingAtWork>>;

/** After a reading came, went or moved: the mean is made again, and what the board teaches. */
async function readingMoved(tx: Queries, { boardId, job }: ReadingAtWork, stages: readonly number[]): Promise<void> {
  if (!boardId) return rememberTarget(tx, job);
  for (const stage of stages) await rememberStage(tx, boardId, stage);
  await stampEvidence(tx, boardId);
}

async function markReading({ db, learning }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  const at = await readingAtWork(db, id);
  if (at.deleted === archived) return;
  await db.transaction(async (tx) => {
    await setReadingDeleted(tx, id, archived);
    await readingMoved(tx, at, at.stage === null ? [] : [at.stage]);
    const kind = archived ? 'reading taken out' : 'reading put back';
    await insertEvent(tx, { kind, by, job: at.job, board: at.boardId, detail: { stage: at.stage } });
  });
  if (at.boardId) learning.changed(at.job);
}
export const archiveReading = (shop: Shop, by: Actor, id: string) => markReading(shop, by, id, true);
export const restoreReading = (shop: Shop, by: Actor, id: string) => markReading(shop, by, id, false);

async function markTaking({ db, learning }: Shop, by: Actor, taking: string, archived: boolean): Promise<void> {
  const readings = await readingsOfTaking(db, taking);
  const [first] = readings;
  if (!first) throw notFound('taking');
  const at = await readingAtWork(db, first.id);
  await db.transaction(async (tx) => {
    if (!(await setTakingDeleted(tx, taking, archived))) return;
    await readingMoved(tx, at, [...new Set(readings.flatMap((r) => r.stage ?? []))]);
    const kind = archived ? 'reading taken out' : 'reading put back';
    await insertEvent(tx, { kind, by, job: at.job, board: at.boardId, detail: { stage: at.stage } });
  });
  if (at.boardId) learning.changed(at.job);
}
export const archiveTaking = (shop: Shop, by: Actor, taking: string) => markTaking(shop, by, taking, true);
export const restoreTaking = (shop: Shop, by: Actor, taking: string) => markTaking(shop, by, taking, false);

/** A reading filed under the wrong stage or time, put right. */
export async function changeReading(
  { db, learning }: Shop,
  by: Actor,
  id: string,
  { version, ...change }: { version: number; stage?: number; takenAt?: string },
): Promise<void> {
  const at = await readingAtWork(db, id);
  if (change.stage !== undefined && !at.boardId)
    throw new Refusal(422, 'A reading of the target has no stage.', 'stage');
  await db.transaction(async (tx) => {
    if (at.boardId && change.stage !== undefined) {
      const board = await workOn(tx, at.boardId);
      mustBeReadable(board, change.stage);
      if (change.stage > 0) await putOnUnnoted(tx, board, change.stage);
      if (change.stage > 0) await keepPreparation(tx, at.boardId);
    }
    if (!(await moveReading(tx, id, { version, ...change })))
      throw new Conflict('This reading', { version: at.version, value: { stage: at.stage, takenAt: at.takenAt } });
    await readingMoved(
      tx,
      at,
      [at.stage, change.stage].filter((s) => s !== null && s !== undefined),
    );
    const detail = { was: { stage: at.stage, takenAt: at.takenAt }, now: change };
    await insertEvent(tx, { kind: 'reading changed', by, job: at.job, board: at.boardId, detail });
  });
  if (at.boardId) learning.changed(at.job);
}

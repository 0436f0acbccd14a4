import type { Job } from '../../shared/job.ts';
import type { NewRawPieces, RawPieceChange } from '../../shared/raw-piece.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../repositories/events.ts';
import { woodById } from '../repositories/jobs.ts';
import { insertRawPiece, rawPieceById, setRawPieceDeleted, updateRawPiece } from '../repositories/raw-pieces.ts';
import { wholeJob } from './jobs.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import { type Actor, mustBeAtWork, type Shop } from './shop.ts';

/** A wood whose job is at work. */
async function woodAtWork(db: Queries, id: string) {
  const wood = await woodById(db, id);
  if (!wood) throw notFound('wood');
  mustBeAtWork(wood);
  return wood;
}

/** Pieces are for parts that are made of their wood. */
async function mustBeForParts(db: Queries, job: string, wood: string, parts: readonly (string | null | undefined)[]) {
  const own = (await wholeJob(db, job)).parts.filter((p) => p.woodId === wood).map((p) => p.id);
  if (parts.some((p) => p && !own.includes(p))) throw new Refusal(409, 'This part is not made of this wood.', 'partId');
}

export async function addRawPieces({ db }: Shop, by: Actor, id: string, { pieces }: NewRawPieces): Promise<Job> {
  const { jobId: job, code: wood } = await woodAtWork(db, id);
  await db.transaction(async (tx) => {
    await mustBeForParts(
      tx,
      job,
      id,
      pieces.map((p) => p.partId),
    );
    const names: string[] = [];
    for (const piece of pieces) if (await insertRawPiece(tx, id, piece)) names.push(piece.name);
    if (names.length > 0) await insertEvent(tx, { kind: 'pieces piled', by, job, detail: { wood, names } });
  });
  return wholeJob(db, job);
}

async function pieceAtWork(db: Queries, id: string) {
  const piece = await rawPieceById(db, id);
  if (!piece) throw notFound('piece');
  const { jobId: job } = await woodAtWork(db, piece.woodId);
  return { ...piece, job };
}

export async function changeRawPiece({ db }: Shop, by: Actor, id: string, change: RawPieceChange): Promise<Job> {
  const { job, ...was } = await pieceAtWork(db, id);
  await db.transaction(async (tx) => {
    await mustBeForParts(tx, job, was.woodId, [change.partId]);
    if (!(await updateRawPiece(tx, id, change)))
      throw new Conflict(`Piece ${was.name}`, { version: was.version, value: was });
    const { version: _, ...now } = change;
    await insertEvent(tx, { kind: 'piece changed', by, job, detail: { name: was.name, was, now } });
  });
  return wholeJob(db, job);
}

async function markPiece({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<Job> {
  const { job, deleted, name } = await pieceAtWork(db, id);
  if (deleted !== archived)
    await db.transaction(async (tx) => {
      await setRawPieceDeleted(tx, id, archived);
      await insertEvent(tx, { kind: archived ? 'piece taken out' : 'piece put back', by, job, detail: { name } });
    });
  return wholeJob(db, job);
}
export const archiveRawPiece = (shop: Shop, by: Actor, id: string) => markPiece(shop, by, id, true);
export const restoreRawPiece = (shop: Shop, by: Actor, id: string) => markPiece(shop, by, id, false);

import type { BroughtFile, RecordRow } from '../../shared/jobs-file.ts';
import type { Queries } from '../db/db.ts';
import { broughtById, jobNumbers } from '../repositories/jobs-file.ts';
import { notFound } from './refusal.ts';

export const idsOf = (rows: readonly RecordRow[] = []): string[] =>
  rows.map(({ id }) => (typeof id === 'string' ? id : ''));

/** How far files have come that are being brought in, by their ids. */
const underWay = new Map<string, { done: number; of: number }>();
export function progressOfBringing(id: string): { done: number; of: number } {
  const progress = underWay.get(id);
  if (!progress) throw notFound('file that is being brought in');
  return progress;
}

export async function broughtOf(db: Queries, id: string): Promise<BroughtFile> {
  const found = await broughtById(db, id);
  if (!found) throw notFound('file that was brought in');
  const { rows, ...brought } = found;
  return { ...brought, jobs: (await jobNumbers(db, idsOf(rows.job))).map((job) => job.number) };
}

/**
 * Work on a file that tells how far it has come, and ends when whoever sent it leaves.
 * @param of how much there is to do
 */
export async function underWayAs<T>(
  id: string,
  of: number,
  gone: AbortSignal,
  work: (went: (by: number) => void) => Promise<T>,
): Promise<T> {
  const progress = { done: 0, of };
  underWay.set(id, progress);
  try {
    return await work((by) => {
      gone.throwIfAborted();
      progress.done += by;
    });
  } finally {
    underWay.delete(id);
  }
}

import type { BroughtFile, RecordRow } from '../../shared/jobs-file.ts';
import type { Queries } from '../db/db.ts';
import { broughtById, jobNumbers } from '../repositories/jobs-file.ts';
import { notFound } from './refusal.ts';

export const idsOf = (rows: readonly RecordRow[] = []): string[] =>
  rows.map(({ id }) => (typeof id === 'string' ? id : ''));

/** How far files have come that are being brought in, by their ids. */
const underWay = new Map<string, { done: number; of: number }>();
/** One that has come in has come all the way. */
export async function progressOfBringing(db: Queries, id: string): Promise<{ done: number; of: number }> {
  const progress = underWay.get(id);
  if (progress) return progress;
  if (!(await broughtById(db, id))) throw notFound('file that is being brought in');
  return { done: 1, of: 1 };
}

export async function broughtOf(db: Queries, id: string): Promise<BroughtFile> {
  const found = await broughtById(db, id);
  if (!found) throw notFound('file that was brought in');
  const { rows, ...brought } = found;
  return { ...brought, jobs: (await jobNumbers(db, idsOf(rows.job))).map((job) => job.number) };
}

/** How work on a file tells how far it has come; each of it throws once whoever sent the file has left. */
export interface UnderWay {
  /** There is so much to do. */
  expect(of: number): void;
  went(by: number): void;
}

/** Work on a file that tells how far it has come, and ends when whoever sent it leaves. */
export async function underWayAs<T>(id: string, gone: AbortSignal, work: (under: UnderWay) => Promise<T>): Promise<T> {
  const progress = { done: 0, of: 0 };
  underWay.set(id, progress);
  const told = (change: () => void) => {
    gone.throwIfAborted();
    change();
  };
  try {
    return await work({
      expect: (of) =>
        told(() => {
          progress.of = of;
        }),
      went: (by) =>
        told(() => {
          progress.done += by;
        }),
    });
  } finally {
    underWay.delete(id);
  }
}

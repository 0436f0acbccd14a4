import type { Job, Revision } from '../../shared/job.ts';
import type { ReadingInput, ReadingsTaken, TargetZone } from '../../shared/reading.ts';
import type { Queries } from '../db/db.ts';
import type { Intake } from '../intake/file-reader.worker.ts';
import { insertEvent } from '../repositories/events.ts';
import { countReadings, insertReadings, readingsOfTaking, rememberTarget } from '../repositories/readings.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { beginNextTarget } from '../repositories/targets.ts';
import { fileOf, measurementsFrom, takingOf } from './intake.ts';
import { openJob, wholeJob } from './jobs.ts';
import { Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';
import { samplePiece, stockOfShelf } from './simulated.ts';

/** A reading of a target, and of which part of it. */
interface OfTarget {
  zone: TargetZone;
  reading: ReadingInput;
}

/** Keeps a reading of a job's target as it is now, and its means. */
async function keepReading(
  tx: Queries,
  by: Actor,
  job: string,
  { zone, reading: input, file }: OfTarget & { file: Intake | null },
): Promise<ReadingsTaken> {
  const again = await readingsOfTaking(tx, input.takingId);
  if (again.length > 0) return { readings: again, notes: [] };
  const subject = { job, zone };
  const { readings, notes } = await measurementsFrom(
    tx,
    input,
    file,
    async () => ({
      stock: stockOfShelf(await wholeShelf(tx)),
      board: samplePiece(input.source === 'instrument' ? input.piece : undefined),
      zone,
    }),
    await countReadings(tx, subject),
  );
  const stored = await insertReadings(tx, subject, takingOf(input, by), readings);
  await rememberTarget(tx, job);
  const detail = { source: input.source, count: stored.length, ...(zone === 'face' ? {} : { zone }) };
  await insertEvent(tx, { kind: 'target read', by, job, detail });
  return { readings: stored, notes };
}

export async function readTarget(
  { db }: Shop,
  by: Actor,
  code: string,
  { zone, reading }: OfTarget,
  gone?: AbortSignal,
): Promise<ReadingsTaken> {
  const job = await openJob(db, code);
  const file = await fileOf(reading);
  return db.transaction(async (tx) => {
    const taken = await keepReading(tx, by, job, { zone, reading, file });
    // Whoever stopped a long file here keeps nothing of it.
    gone?.throwIfAborted();
    return taken;
  });
}

/** The customer changed their mind: the target as it was is kept, and what is wanted now is read. */
export async function reviseTarget({ db }: Shop, by: Actor, code: string, input: Revision): Promise<Job> {
  const job = await openJob(db, code);
  const { revision, why, zone, reading } = input;
  const file = await fileOf(reading);
  await db.transaction(async (tx) => {
    if ((await readingsOfTaking(tx, reading.takingId)).length > 0) return;
    if (!(await beginNextTarget(tx, job, { revision, why, by })))
      throw new Refusal(409, 'The target was revised meanwhile, or never read. Look at it again.', 'revision');
    await insertEvent(tx, { kind: 'target revised', by, job, detail: { revision, why } });
    await keepReading(tx, by, job, { zone, reading, file });
  });
  return wholeJob(db, job);
}

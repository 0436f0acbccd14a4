import { type SeenElsewhere, seenTogether } from '../../core/belief/elsewhere.ts';
import { unlessRefused } from '../../core/field-error.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { seenIn } from '../../record/job/belief.ts';
import { type Bench, openBench } from '../../record/job/bench.ts';
import { eyesOf } from '../../record/job/eyes.ts';
import type { Queries } from '../db/db.ts';
import { jobsLookedAt } from '../repositories/jobs.ts';
import { wholeShelf } from '../repositories/shelf.ts';

/** Jobs that are gone through for what their looks told: the newest of those that somebody looked at. */
const MOST_JOBS = 20;

/** The newest jobs that somebody looked at, but one; one whose stack is refused today tells nothing. */
export async function benchesLookedAt(db: Queries, but?: string): Promise<Bench[]> {
  const jobs = (await jobsLookedAt(db, MOST_JOBS)).filter((job) => job.id !== but);
  if (jobs.length === 0) return [];
  const shelf = await wholeShelf(db);
  return jobs.flatMap((job) => unlessRefused(() => openBench(job, shelf, NOTHING_LEARNED)) ?? []);
}

/** What the looks of all jobs but one told: how people see, how colours that were only looked at are turned. */
export async function seenOutside(db: Queries, job: string): Promise<SeenElsewhere> {
  const benches = await benchesLookedAt(db, job);
  return seenTogether(
    benches.flatMap((bench) => seenIn(bench) ?? []),
    eyesOf(benches),
  );
}

import { FieldError } from '../../core/field-error.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { teachingBoards, usualUses } from '../../core/learn/teaching.ts';
import { openBench } from '../../record/job/bench.ts';
import { laddersOf, usesOf } from '../../record/job/teaching.ts';
import { JobQuery } from '../../shared/job.ts';
import type { NextBoards } from '../../shared/shelf.ts';
import { listJobs } from '../repositories/job-list.ts';
import { jobById } from '../repositories/jobs.ts';
import { newestKnowledge } from '../repositories/knowledge.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import type { Shop } from './shop.ts';

/** Jobs that are asked what they need, the newest first; and boards that are named. */
const MOST_JOBS = 8;
const MOST_BOARDS = 3;

/** The ladder boards that would teach most about what the open jobs are to be mixed with; about usual mixes where there are none. */
export async function nextLadderBoards({ db }: Shop): Promise<NextBoards> {
  const shelf = await wholeShelf(db);
  const ladders = laddersOf(shelf);
  const { jobs } = await listJobs(db, JobQuery.parse({}));
  const uses = [];
  for (const { id } of jobs.slice(0, MOST_JOBS)) {
    const job = await jobById(db, id);
    if (!job) continue;
    const knowledge = (await newestKnowledge(db, id))?.content ?? NOTHING_LEARNED;
    try {
      uses.push(...usesOf(openBench(job, shelf, knowledge)));
    } catch (refused) {
      // A stack that is refused today needs no ladder.
      if (!(refused instanceof FieldError)) throw refused;
    }
  }
  const boards = teachingBoards(ladders, uses.length > 0 ? uses : usualUses(ladders), {
    most: MOST_BOARDS,
    pairs: false,
    finer: true,
  });
  return {
    forJobs: uses.length > 0,
    boards: boards
      .filter((b) => b.gain > 0)
      .map(({ colours, dark, gain }) => {
        const [[colourantId, strength]] = Object.entries(colours) as [[string, number]];
        return { colourantId, strength, dark, gain };
      }),
  };
}

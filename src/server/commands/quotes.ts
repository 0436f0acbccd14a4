import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { openBench } from '../../record/job/bench.ts';
import { plainHours, quoteLines, totalOf } from '../../record/work/quote.ts';
import type { Job } from '../../shared/job.ts';
import type { NewHours, NewQuote, QuotesTaught } from '../../shared/quote.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../repositories/events.ts';
import { house } from '../repositories/house.ts';
import {
  hoursById,
  insertHours,
  insertQuote,
  newestTerms,
  quotedAndWorked,
  reworkNoted,
  setHoursDeleted,
} from '../repositories/quotes.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { openJob, wholeJob } from './jobs.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** Keeps what a job is quoted at: worked out here, as the record stands now, by the terms that are said. */
export async function keepQuote({ db }: Shop, by: Actor, code: string, input: NewQuote): Promise<Job> {
  const job = await wholeJob(db, await openJob(db, code));
  const bench = openBench(job, await wholeShelf(db), NOTHING_LEARNED);
  const { bench: tools } = await house(db);
  const { lines } = quoteLines(bench, input.terms, tools.spare, { materials: bench.materials });
  if (lines.length === 0)
    throw new Refusal(
      409,
      'There is nothing to quote yet: say which parts there are, and plan layers for a wood.',
      'terms',
    );
  await db.transaction(async (tx) => {
    if (!(await insertQuote(tx, job.id, input, lines))) return;
    const { hours, all } = totalOf(lines, input.terms);
    const detail = { hours: Number(hours.toFixed(1)), all: Number(all.toFixed(2)) };
    await insertEvent(tx, { kind: 'quoted', by, job: job.id, detail });
  });
  return wholeJob(db, job.id);
}

export async function noteHours({ db }: Shop, by: Actor, code: string, input: NewHours): Promise<Job> {
  const job = await openJob(db, code);
  await db.transaction(async (tx) => {
    const { hours, what } = input;
    if (await insertHours(tx, job, input, by))
      await insertEvent(tx, { kind: 'hours worked', by, job, detail: { hours, what } });
  });
  return wholeJob(db, job);
}

async function markHours({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<Job> {
  const found = await hoursById(db, id);
  if (!found) throw notFound('hours');
  const { jobId: job, hours, what } = found;
  await db.transaction(async (tx) => {
    await setHoursDeleted(tx, id, archived);
    await insertEvent(tx, { kind: archived ? 'hours taken back' : 'hours worked', by, job, detail: { hours, what } });
  });
  return wholeJob(db, job);
}
export const archiveHours = (shop: Shop, by: Actor, id: string) => markHours(shop, by, id, true);
export const restoreHours = (shop: Shop, by: Actor, id: string) => markHours(shop, by, id, false);

/** What jobs before teach the next quote. */
export async function quotesTaught(db: Queries): Promise<QuotesTaught> {
  const jobs = (await quotedAndWorked(db)).map(({ job, worked, ...quote }) => ({
    job,
    worked,
    quoted: plainHours(quote),
  }));
  return { terms: await newestTerms(db), rework: await reworkNoted(db), jobs };
}

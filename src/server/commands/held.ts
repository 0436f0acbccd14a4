import { rackAtHand } from '../../record/job/rack.ts';
import type { Job } from '../../shared/job.ts';
import type { NewHeld, OnRack } from '../../shared/look.ts';
import type { Queries } from '../db/db.ts';
import { clockNow } from '../repositories/clock.ts';
import { insertEvent } from '../repositories/events.ts';
import { heldById, insertHeld, setHeldDeleted } from '../repositories/held.ts';
import { newestJobs } from '../repositories/jobs.ts';
import { oldBoards } from '../repositories/rack.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { openJob, wholeJob } from './jobs.ts';
import { mustHaveLight, saidIn } from './looks.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** Boards of so many other jobs, the newest, are still at hand. */
const JOBS_AT_HAND = 30;

/** What a job's target can be held against beside the job's own boards. */
export async function atHand(db: Queries, job: string): Promise<OnRack[]> {
  const others = (await newestJobs(db, JOBS_AT_HAND + 1)).filter(({ id }) => id !== job).slice(0, JOBS_AT_HAND);
  return rackAtHand(await wholeShelf(db), await oldBoards(db), others);
}

/** What somebody saw of a target, held against what stands on the rack. */
export async function holdTarget({ db, learning }: Shop, by: Actor, code: string, input: NewHeld): Promise<Job> {
  const job = await openJob(db, code);
  const { light, words, swapped } = input;
  const several = input.things.length > 1;
  const said = several && input.said === undefined ? null : saidIn(input, false);
  // Many jobs are read for it: before anything is held up by that.
  const rack = await atHand(db, job);
  await db.transaction(async (tx) => {
    if (await heldById(tx, input.id)) return;
    mustHaveLight(await wholeJob(tx, job), light);
    const things = input.things.map(({ kind, id }) => {
      const thing = rack.find((t) => t.kind === kind && t.id === id);
      if (!thing) throw new Refusal(422, 'That is not on the rack, or nothing is known of its colour.', 'things');
      return thing;
    });
    if (new Set(things).size < things.length)
      throw new Refusal(422, 'Each board is held up once: take another one beside it.', 'things');
    const { now } = await clockNow(tx);
    await insertHeld(tx, job, { id: input.id, things, light, said, words, swapped, seenAt: now }, by);
    await insertEvent(tx, { kind: 'target held', by, job, detail: detailOf({ said, words, things }) });
  });
  learning.changed(job);
  return wholeJob(db, job);
}
const detailOf = ({ said, words, things }: { said: unknown; words: string; things: readonly OnRack[] }) => ({
  said,
  words,
  beside: things[0]?.label,
  nearest: things.length - 1,
});

async function markHeld({ db, learning }: Shop, by: Actor, id: string, archived: boolean): Promise<Job> {
  const held = await heldById(db, id);
  if (!held) throw notFound('look');
  const { jobId: job } = held;
  await openJob(db, job);
  await db.transaction(async (tx) => {
    if (!(await setHeldDeleted(tx, id, archived))) return;
    const kind = archived ? 'target look taken out' : 'target look put back';
    await insertEvent(tx, { kind, by, job, detail: detailOf(held) });
  });
  learning.changed(job);
  return wholeJob(db, job);
}
export const archiveHeld = (shop: Shop, by: Actor, id: string) => markHeld(shop, by, id, true);
export const restoreHeld = (shop: Shop, by: Actor, id: string) => markHeld(shop, by, id, false);

import { Mutex } from 'async-mutex';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { newId } from '../../shared/id.ts';
import type { KeptKnowledge } from '../../shared/knowledge.ts';
import type { Db } from '../db/db.ts';
import { evidenceStamp } from '../repositories/counters.ts';
import { findJob } from '../repositories/jobs.ts';
import { evidenceSince, insertKnowledge, newestKnowledge, ownStamp } from '../repositories/knowledge.ts';
import { oldBoards } from '../repositories/rack.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { startThread, type Thread } from '../threads/start-thread.ts';
import type { Learner } from './learning.worker.ts';
import { seenOutside } from './looked-at.ts';

/** A tap is rarely alone: learning waits this long for the next. */
const SETTLE_MS = 500;

export interface Learning {
  /** What was learned last, and whether there is more to learn; learns nothing. */
  known(job: string): Promise<KeptKnowledge>;
  /** What there is to learn now, learned; newer evidence of the job begins it again. */
  learn(job: string): Promise<KeptKnowledge>;
  /** A job's evidence changed: what is being learned for it is overtaken, and begun again soon. */
  changed(job: string): void;
  /** The record is replaced by another: nothing is learned meanwhile, and what is remembered of it is let go. */
  forgetDuring<T>(work: () => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/**
 * Learning beside the server, in a thread of its own, so that the server always answers. Knowledge is kept by the stamp of
 * the evidence it was learned from: a counter that every change of a board, the rack or the shelf moves on.
 */
export function startLearning(db: Db, onFault: (error: unknown) => void): Learning {
  const ticket = new Int32Array(new SharedArrayBuffer(4));
  const turn = new Mutex();
  const waiting = new Map<string, ReturnType<typeof setTimeout>>();
  let thread: Thread<Learner> | null = null;
  let told = -1;
  let learningFor: string | null = null;
  let closed = false;

  const start = async (): Promise<Thread<Learner>> => {
    const started = startThread<Learner>(new URL('./learning.worker.ts', import.meta.url));
    await started.remote.begin(ticket.buffer as SharedArrayBuffer);
    told = -1;
    return started;
  };

  /** Learns once for a job from all that is recorded now; nothing when it was stopped. */
  async function learnOnce(job: string): Promise<void> {
    await turn.runExclusive(async () => {
      if (closed) return;
      const stamp = await evidenceStamp(db);
      const kept = await newestKnowledge(db, job);
      if (kept && kept.evidence >= stamp) return;
      thread ??= await start();
      const { remote, answered } = thread;
      const changed = await evidenceSince(db, told);
      await answered(remote.remember(changed, await oldBoards(db)));
      told = stamp;
      learningFor = job;
      try {
        const learned = await answered(remote.learn(job, await wholeShelf(db), Atomics.load(ticket, 0)));
        if (learned && !closed) {
          const content = { ...learned, seen: await seenOutside(db, job) };
          await db.transaction((tx) => insertKnowledge(tx, { id: newId(), job, evidence: stamp, content }));
        }
      } catch (error) {
        // A thread that broke is not asked again.
        await thread.end();
        thread = null;
        throw error;
      } finally {
        learningFor = null;
      }
    });
  }

  async function known(job: string): Promise<KeptKnowledge> {
    const kept = await newestKnowledge(db, job);
    const behind = !kept || kept.evidence < (await ownStamp(db, job));
    return {
      id: kept?.id ?? null,
      stale: behind ? 'job' : kept.evidence < (await evidenceStamp(db)) ? 'shop' : 'no',
      content: kept?.content ?? NOTHING_LEARNED,
    };
  }

  async function learn(job: string): Promise<KeptKnowledge> {
    const wanted = await evidenceStamp(db);
    for (;;) {
      const kept = await newestKnowledge(db, job);
      // A job that was taken out again has nothing to learn for.
      if (closed || (kept && kept.evidence >= wanted) || !(await findJob(db, job))) return known(job);
      await learnOnce(job);
    }
  }

  return {
    known,
    learn,
    changed(job) {
      if (learningFor === job) Atomics.add(ticket, 0, 1);
      clearTimeout(waiting.get(job));
      const timer = setTimeout(() => {
        waiting.delete(job);
        learn(job).catch((error) => !closed && onFault(error));
      }, SETTLE_MS);
      waiting.set(job, timer);
    },
    forgetDuring: (work) =>
      turn.runExclusive(async () => {
        await thread?.end();
        thread = null;
        told = -1;
        return work();
      }),
    async close() {
      closed = true;
      for (const timer of waiting.values()) clearTimeout(timer);
      Atomics.add(ticket, 0, 1);
      await turn.waitForUnlock();
      await thread?.end();
    },
  };
}

import type { z } from 'zod';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { hashOfBytes } from '../../core/seal/seal.ts';
import { everyBoard } from '../../record/board/plank.ts';
import { isDone } from '../../record/board/stages.ts';
import { approvalOf, BARELY_KNOWN, differsFrom, verifiedApproval, verifiedText } from '../../record/job/approval.ts';
import { hasAim, targetKnownTo } from '../../record/job/belief.ts';
import { boardModel, openBench } from '../../record/job/bench.ts';
import {
  ApprovalFile,
  type ApprovalsFromElsewhere,
  type ForeignApproval,
  type NewApproval,
} from '../../shared/approval.ts';
import type { Job } from '../../shared/job.ts';
import type { Queries } from '../db/db.ts';
import { seenOutside } from '../learning/looked-at.ts';
import { fileOfApproval, foreignApprovals, insertApproval, lastApproval } from '../repositories/approvals.ts';
import { clockNow } from '../repositories/clock.ts';
import { insertEvent } from '../repositories/events.ts';
import { house, nameOfPerson } from '../repositories/house.ts';
import { fileOfPicture } from '../repositories/pictures.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { workOn } from './boards.ts';
import { wholeJob } from './jobs.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** SHA-256 of the files of a job's pictures. */
async function hashesOf(db: Queries, { pictures }: Job): Promise<Record<string, string>> {
  const hashes: Record<string, string> = {};
  for (const { id } of pictures) {
    const file = await fileOfPicture(db, id);
    if (file) hashes[id] = hashOfBytes(file);
  }
  return hashes;
}

/** Approves a finished board: freezes all that belongs to it under a version and its hash. */
export async function approveBoard({ db }: Shop, by: Actor, id: string, input: NewApproval): Promise<Job> {
  const { words, customer } = input;
  const work = await workOn(db, id);
  const { jobId } = work;
  const job = await wholeJob(db, jobId);
  if (job.approvals.some((a) => a.id === input.id)) return job;
  if (!isDone(work)) throw new Refusal(409, 'Its coats are not all on: put them on first, then approve it.', 'board');
  const knowledge = { ...NOTHING_LEARNED, seen: await seenOutside(db, jobId) };
  const bench = openBench(job, await wholeShelf(db), knowledge);
  const wood = job.woods.find((w) => everyBoard(w).some((b) => b.id === id));
  const board = wood && everyBoard(wood).find((b) => b.id === id);
  const model = wood && board && boardModel(bench, wood, board);
  if (!model) throw notFound('board');
  const known = targetKnownTo(bench);
  if (!customer && hasAim(job) && known !== null && known >= BARELY_KNOWN)
    throw new Refusal(
      409,
      `Its target is known to ± ${known.toFixed(0)} only: hold it against boards, or let the customer say yes.`,
      'customer',
    );
  await db.transaction(async (tx) => {
    const before = await lastApproval(tx, id);
    const { now } = await clockNow(tx);
    const version = (before?.version ?? 0) + 1;
    const file = approvalOf(bench, model, await house(tx), {
      version,
      at: now,
      by: by ? await nameOfPerson(tx, by) : null,
      words,
      customer,
      pictures: await hashesOf(tx, job),
    });
    const differs = before ? differsFrom(ApprovalFile.parse(JSON.parse(before.file)), file) : [];
    const row = {
      id: input.id,
      board: id,
      version,
      hash: file.seal.hash,
      file: JSON.stringify(file),
      words,
      customer,
      differs,
      at: now,
    };
    if (!(await insertApproval(tx, row, by))) return;
    await insertEvent(tx, {
      kind: 'approved',
      by,
      job: jobId,
      board: id,
      detail: { version, words, customer, hash: file.seal.hash },
    });
  });
  return wholeJob(db, jobId);
}

/** The file of an approval, and what it is called. */
export async function approvalFile(db: Queries, id: string): Promise<{ text: string; name: string }> {
  const text = await fileOfApproval(db, id);
  if (!text) throw notFound('approval');
  const { seal } = ApprovalFile.parse(JSON.parse(text));
  return { text, name: `approval-${seal.hash.slice(0, 8)}.json` };
}

const text = (value: unknown): string => (typeof value === 'string' ? value : '');
const named = (group: unknown, name: string): string =>
  text(typeof group === 'object' && group !== null ? (group as Record<string, unknown>)[name] : undefined);

/** The approvals of other shops. */
export async function approvalsFromElsewhere(db: Queries): Promise<z.infer<typeof ApprovalsFromElsewhere>> {
  return {
    approvals: (await foreignApprovals(db)).map(({ id, hash, file, keptAt }) => {
      const { content } = ApprovalFile.parse(JSON.parse(file));
      return {
        id,
        hash,
        customer: named(content.job, 'customer'),
        piece: named(content.job, 'piece'),
        board: named(content.board, 'code'),
        keptAt,
      };
    }),
  };
}

/** Keeps an approval of another shop as it is, where it is whole. */
export async function keepApproval(
  { db }: Shop,
  by: Actor,
  { id, file }: z.infer<typeof ForeignApproval>,
): Promise<z.infer<typeof ApprovalsFromElsewhere>> {
  const found = verifiedApproval(file);
  if (found.state !== 'whole') throw new Refusal(422, verifiedText(found), 'file');
  await db.transaction(async (tx) => {
    const { now } = await clockNow(tx);
    const row = {
      id,
      board: null,
      version: 1,
      hash: found.hash,
      file,
      words: '',
      customer: null,
      differs: [],
      at: now,
    };
    if (!(await insertApproval(tx, row, by))) return;
    await insertEvent(tx, {
      kind: 'added',
      by,
      item: `approval/${id}`,
      detail: { name: `Approval ${found.hash.slice(0, 8)}` },
    });
  });
  return approvalsFromElsewhere(db);
}

import { layersOn } from '../../record/board/stages.ts';
import type { SplitInput } from '../../shared/board.ts';
import type { Job } from '../../shared/job.ts';
import { insertStrip, nameStrip, stampEvidence } from '../repositories/boards.ts';
import { insertEvent } from '../repositories/events.ts';
import { workOn } from './boards.ts';
import { wholeJob } from './jobs.ts';
import type { Actor, Shop } from './shop.ts';

/** A board divided into parts: halves, faces, strips. What is on it is shared; from here on each part has its own layers. */
export async function splitBoard({ db, learning }: Shop, by: Actor, id: string, input: SplitInput): Promise<Job> {
  const job = await db.transaction(async (tx) => {
    const board = await workOn(tx, id);
    const branched = layersOn(board);
    const plank = board.plank ?? id;
    await nameStrip(tx, id, plank, input.own);
    let parts = 0;
    for (const strip of input.strips)
      if (await insertStrip(tx, id, { ...strip, plank, branched })) {
        await stampEvidence(tx, strip.id);
        parts++;
      }
    if (parts > 0)
      await insertEvent(tx, { kind: 'board split', by, job: board.jobId, board: id, detail: { parts, branched } });
    return board.jobId;
  });
  learning.changed(job);
  return wholeJob(db, job);
}

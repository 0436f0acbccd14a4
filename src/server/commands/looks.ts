import { understood } from '../../core/belief/words.ts';
import { everyBoard } from '../../record/board/plank.ts';
import { settledAt } from '../../record/clock/clock.ts';
import { layersOn, materialsOf } from '../../record/index.ts';
import type { Board } from '../../shared/board.ts';
import type { Job } from '../../shared/job.ts';
import type { KeptLook, NewLook } from '../../shared/look.ts';
import type { Queries } from '../db/db.ts';
import { stampEvidence } from '../repositories/boards.ts';
import { clockNow } from '../repositories/clock.ts';
import { insertEvent } from '../repositories/events.ts';
import { jobById } from '../repositories/jobs.ts';
import { insertLook, lookById, setLookDeleted } from '../repositories/looks.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { wholeBoard, workOn } from './boards.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** A board can be held up after a stage once that is on it and dry: wet looks darker. */
export async function mustBeInTheHand(
  tx: Queries,
  board: Board,
  stage: number,
  { dry, field }: { dry: boolean; field: string },
): Promise<void> {
  if (stage > layersOn(board))
    throw new Refusal(409, 'That layer is not on this board yet: there is nothing to look at.', field);
  if (stage < layersOn(board)) throw new Refusal(409, 'Another layer is on it by now: it no longer looks so.', field);
  const coat = board.coats.find((c) => c.stage === stage);
  const settled = coat && settledAt({ materials: materialsOf(await wholeShelf(tx)) }, coat);
  if (!dry && settled && settled > Date.parse((await clockNow(tx)).now))
    throw new Refusal(409, 'It is still wet, and wet looks darker than it dries. Look again when it is dry.', 'dry');
}

/** What is said in a look, in words that are given or are to be understood; it may say nothing where it tells otherwise. */
export function saidIn({ said, words }: Pick<NewLook, 'said' | 'words'>, otherwise: boolean): KeptLook['said'] {
  const told = said === undefined ? understood(words) : said;
  if (said === undefined && told === null && !otherwise)
    throw new Refusal(422, 'Nothing of this was understood: say lighter, darker, redder, greyer …, or same.', 'words');
  return told;
}

/** A look is in daylight, or in a light that the job's place has. */
export function mustHaveLight({ lights }: Pick<Job, 'lights'>, light: NewLook['light']): void {
  if (light !== 'D65' && lights[light] === 0)
    throw new Refusal(422, 'This job’s place has no such light. Say on the job which lights it has.', 'light');
}

/** What somebody saw of a board, held against its target or another board. */
export async function sayLook({ db, learning }: Shop, by: Actor, id: string, input: NewLook): Promise<Board> {
  const { stage, against, farther, between, swapped, light, words, wet } = input;
  // How it looks wet is kept in whatever words.
  const said = saidIn(input, farther.length > 0 || input.wet);
  const job = await db.transaction(async (tx) => {
    const { jobId } = await workOn(tx, id);
    if (await lookById(tx, input.id)) return jobId;
    const whole = await jobById(tx, jobId);
    if (!whole) throw notFound('job');
    mustHaveLight(whole, light);
    const boards = whole.woods.flatMap(everyBoard);
    const board = boards.find((b) => b.id === id);
    if (!board) throw notFound('board');
    await mustBeInTheHand(tx, board, stage, { dry: input.dry || input.wet, field: 'stage' });
    if (against && farther.length > 0)
      throw new Refusal(422, 'The nearest is said of the target: hold one board against another by itself.', 'farther');
    if (between && farther.length !== 1)
      throw new Refusal(422, 'Between is said of two boards: the nearer one and one other.', 'between');
    for (const [field, others] of [
      ['against', against ? [against] : []],
      ['farther', farther],
    ] as const)
      for (const beside of others) {
        const other = boards.find((b) => b.id === beside.board);
        if (!other) throw new Refusal(422, 'There is no such board in this job.', field);
        if (other.id === id) throw new Refusal(422, 'A board is held against another, not against itself.', field);
        await mustBeInTheHand(tx, other, beside.stage, { dry: true, field });
      }
    await insertLook(
      tx,
      id,
      {
        id: input.id,
        stage,
        against,
        farther,
        between,
        swapped,
        light,
        said,
        words,
        wet,
        seenAt: (await clockNow(tx)).now,
      },
      by,
    );
    await stampEvidence(tx, id);
    await insertEvent(tx, {
      kind: 'looked at',
      by,
      job: jobId,
      board: id,
      detail: { stage, said, words, nearest: farther.length, between, wet },
    });
    return jobId;
  });
  learning.changed(job);
  return wholeBoard(db, id);
}

async function markLook({ db, learning }: Shop, by: Actor, id: string, archived: boolean): Promise<Board> {
  const look = await lookById(db, id);
  if (!look) throw notFound('look');
  const { jobId: job } = await workOn(db, look.boardId);
  await db.transaction(async (tx) => {
    if (!(await setLookDeleted(tx, id, archived))) return;
    await stampEvidence(tx, look.boardId);
    const { stage, said, words, wet, farther, between } = look;
    const detail = { stage, said, words, wet, nearest: farther.length, between };
    const kind = archived ? 'look taken out' : 'look put back';
    await insertEvent(tx, { kind, by, job, board: look.boardId, detail });
  });
  learning.changed(job);
  return wholeBoard(db, look.boardId);
}
export const archiveLook = (shop: Shop, by: Actor, id: string) => markLook(shop, by, id, true);
export const restoreLook = (shop: Shop, by: Actor, id: string) => markLook(shop, by, id, false);

import { FieldError } from '../../core/field-error.ts';
import { layersOn } from '../../record/board/stages.ts';
import type { Board } from '../../shared/board.ts';
import type { NewCheck } from '../../shared/check.ts';
import type { NewDrawDown } from '../../shared/draw-down.ts';
import { boardById } from '../repositories/boards.ts';
import {
  checkById,
  drawDownById,
  insertCheck,
  insertDrawDown,
  setCheckDeleted,
  setDrawDownDeleted,
} from '../repositories/checks.ts';
import { insertEvent } from '../repositories/events.ts';
import { wholeBoard, workOn } from './boards.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** What was found of a surface before the next layer goes on, or what was changed in a run. */
export async function noteCheck({ db }: Shop, by: Actor, board: string, input: NewCheck): Promise<Board> {
  await db.transaction(async (tx) => {
    const work = await workOn(tx, board);
    const { stage, what, fine } = input;
    if (stage > layersOn(work))
      throw new Refusal(409, 'That layer is not on yet: there is nothing to look over.', 'stage');
    if (await insertCheck(tx, board, input, by))
      await insertEvent(tx, { kind: 'surface checked', by, job: work.jobId, board, detail: { stage, what, fine } });
  });
  return wholeBoard(db, board);
}

async function markCheck({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<Board> {
  const board = await db.transaction(async (tx) => {
    const check = await checkById(tx, id);
    if (!check) throw notFound('check');
    const { jobId: job } = await workOn(tx, check.boardId);
    const { boardId, stage, what, fine } = check;
    if (await setCheckDeleted(tx, id, archived)) {
      const kind = archived ? 'check taken out' : 'surface checked';
      await insertEvent(tx, { kind, by, job, board: boardId, detail: { stage, what, fine } });
    }
    return boardId;
  });
  return wholeBoard(db, board);
}
export const archiveCheck = (shop: Shop, by: Actor, id: string) => markCheck(shop, by, id, true);
export const restoreCheck = (shop: Shop, by: Actor, id: string) => markCheck(shop, by, id, false);

/** Drops of a pot were held beside the sample, or read. */
export async function noteDrawDown({ db }: Shop, by: Actor, board: string, input: NewDrawDown): Promise<Board> {
  await db.transaction(async (tx) => {
    const { jobId: job } = await workOn(tx, board);
    const recipe = (await boardById(tx, board))?.recipe;
    const { stage, said } = input;
    if (!recipe) throw new Refusal(409, 'This board has no recipe yet: there is no pot to try.', 'stage');
    if (stage > recipe.stack.length)
      throw new FieldError('stage', `This recipe has ${recipe.stack.length} layers; there is no stage ${stage}.`);
    if (await insertDrawDown(tx, recipe.id, input, by))
      await insertEvent(tx, { kind: 'draw-down', by, job, board, detail: { stage, said } });
  });
  return wholeBoard(db, board);
}

async function markDrawDown({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<Board> {
  const board = await db.transaction(async (tx) => {
    const drawn = await drawDownById(tx, id);
    if (!drawn) throw notFound('draw-down');
    const { boardId, stage } = drawn;
    const { jobId: job } = await workOn(tx, boardId);
    if (await setDrawDownDeleted(tx, id, archived)) {
      const kind = archived ? 'draw-down taken out' : 'draw-down put back';
      await insertEvent(tx, { kind, by, job, board: boardId, detail: { stage } });
    }
    return boardId;
  });
  return wholeBoard(db, board);
}
export const archiveDrawDown = (shop: Shop, by: Actor, id: string) => markDrawDown(shop, by, id, true);
export const restoreDrawDown = (shop: Shop, by: Actor, id: string) => markDrawDown(shop, by, id, false);

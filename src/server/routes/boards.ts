import { exportGrids, writeAll, writeCgats, writeCxf } from '../../core/formats/index.ts';
import { boardCode } from '../../record/board/codes.ts';
import { stackFileOf } from '../../record/board/stack-file.ts';
import type { CONTRACT } from '../../shared/contract/index.ts';
import {
  changeBoard,
  changeCoat,
  enterPast,
  planRecipe,
  putOnCoat,
  readStage,
  restoreCoat,
  takeBoard,
  takeCoatBack,
} from '../commands/boards.ts';
import { archiveLook, restoreLook, sayLook } from '../commands/looks.ts';
import { splitBoard } from '../commands/planks.ts';
import { archiveReading, archiveTaking, changeReading, restoreReading, restoreTaking } from '../commands/readings.ts';
import { notFound, Refusal } from '../commands/refusal.ts';
import type { Shop } from '../commands/shop.ts';
import { doStep, restoreStep, setPots, takeStepBack } from '../commands/steps.ts';
import { boardAtWork, boardById } from '../repositories/boards.ts';
import { storyOf } from '../repositories/events.ts';
import { measuredOfBoard } from '../repositories/readings.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import type { Handlers } from './serve.ts';

export function boardHandlers(shop: Shop): Handlers<typeof CONTRACT.boards> {
  const { db } = shop;
  const boardOf = async (id: string) => {
    const [work, board] = [await boardAtWork(db, id), await boardById(db, id)];
    if (!work || !board) throw notFound('board');
    return { work, board, name: `${work.jobNumber}-${boardCode(work.woodCode, board.number)}` };
  };
  const measured = async (id: string) => {
    const { board, name } = await boardOf(id);
    const all = await measuredOfBoard(db, board.id);
    if (all.length === 0) throw new Refusal(409, 'This board has no readings yet.');
    return { name, readings: all.map((r) => ({ ...r, name: `stage ${r.stage} ${r.name}` })) };
  };
  return {
    takeBoard: ({ by, at, body }) => takeBoard(shop, by, at.wood, body.id),
    changeBoard: ({ by, at, body }) => changeBoard(shop, by, at.board, body),
    planRecipe: ({ by, at, body }) => planRecipe(shop, by, at.board, body),
    storyOfBoard: async ({ at }) => storyOf(db, 'board', (await boardOf(at.board)).board.id),

    putOnCoat: ({ by, at, body }) => putOnCoat(shop, by, at.board, body),
    enterPast: ({ by, at, body }) => enterPast(shop, by, at.board, body),
    changeCoat: ({ by, at, body }) => changeCoat(shop, by, at.coat, body),
    takeCoatBack: ({ by, at }) => takeCoatBack(shop, by, at.coat),
    restoreCoat: ({ by, at }) => restoreCoat(shop, by, at.coat),

    doStep: ({ by, at, body }) => doStep(shop, by, at.board, body),
    takeStepBack: ({ by, at }) => takeStepBack(shop, by, at.step),
    restoreStep: ({ by, at }) => restoreStep(shop, by, at.step),
    setPots: ({ by, at, body }) => setPots(shop, by, at.board, body),

    splitBoard: ({ by, at, body }) => splitBoard(shop, by, at.board, body),

    readStage: ({ by, at, body, gone }) => readStage(shop, by, at.board, body, gone),
    changeReading: ({ by, at, body }) => changeReading(shop, by, at.reading, body),
    archiveReading: ({ by, at }) => archiveReading(shop, by, at.reading),
    archiveTaking: ({ by, at }) => archiveTaking(shop, by, at.taking),
    restoreTaking: ({ by, at }) => restoreTaking(shop, by, at.taking),
    restoreReading: ({ by, at }) => restoreReading(shop, by, at.reading),

    sayLook: ({ by, at, body }) => sayLook(shop, by, at.board, body),
    archiveLook: ({ by, at }) => archiveLook(shop, by, at.look),
    restoreLook: ({ by, at }) => restoreLook(shop, by, at.look),

    stackFile: async ({ at }) => {
      const { work, board, name } = await boardOf(at.board);
      if (!board.recipe) throw new Refusal(409, 'This board has no layers planned yet.');
      const preparation = work.preparation ?? work.woodPreparation;
      const file = stackFileOf(board, preparation, await wholeShelf(db), work.speciesId);
      return { text: JSON.stringify(file), name: `${name}.stack.json` };
    },
    gridsOfBoard: async ({ at }) => {
      const { readings } = await measured(at.board);
      return exportGrids(readings).map((g) => ({ name: g.name, count: g.readings.length }));
    },
    readingsFile: async ({ at, query: { grid } }) => {
      const { name, readings } = await measured(at.board);
      const one = grid === undefined ? null : exportGrids(readings)[Number(grid) - 1];
      if (one === undefined) throw notFound('grid');
      const title = `Urushi, board ${name}`;
      return {
        text: one ? writeCgats(one.readings, title) : writeAll(readings, title),
        name: `${name}${one ? `-${grid}` : ''}.txt`,
      };
    },
    readingsCxf: async ({ at }) => {
      const { name, readings } = await measured(at.board);
      return { text: writeCxf(readings, `Urushi, board ${name}`), name: `${name}.cxf` };
    },
  };
}

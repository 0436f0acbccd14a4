import { Router } from 'express';
import { exportGrids, writeAll, writeCgats } from '../../core/formats/index.ts';
import { boardCode } from '../../record/codes.ts';
import { stackFileOf } from '../../record/stack-file.ts';
import { BoardChange, CoatChange, NewBoard, NewCoat, NewRecipe, PastEntry, SplitInput } from '../../shared/board.ts';
import { BoardReadingInput, ReadingChange } from '../../shared/reading.ts';
import { PotsInput, StepInput } from '../../shared/steps.ts';
import {
  changeBoard,
  changeCoat,
  enterPast,
  planRecipe,
  putOnCoat,
  readStage,
  takeBoard,
  takeCoatBack,
} from '../acts/boards.ts';
import { splitBoard } from '../acts/planks.ts';
import { changeReading, takeReadingOut } from '../acts/readings.ts';
import { notFound, Refusal } from '../acts/refusal.ts';
import type { Shop } from '../acts/shop.ts';
import { doStep, setPots, takeStepBack } from '../acts/steps.ts';
import { boardAtWork, boardById } from '../store/boards.ts';
import { storyOf } from '../store/events.ts';
import { measuredOfBoard } from '../store/readings.ts';
import { wholeShelf } from '../store/shelf.ts';
import { bodyOf, byOf, idOf, isNumber } from './asked.ts';

export function boardRoutes(shop: Shop): Router {
  const router = Router();
  const { db } = shop;
  const boardOf = async (text: unknown) => {
    const id = idOf(text, 'board');
    const [work, board] = [await boardAtWork(db, id), await boardById(db, id)];
    if (!work || !board) throw notFound('board');
    return { work, board };
  };

  router.post('/woods/:wood/boards', async (request, response) => {
    const { id } = bodyOf(request, NewBoard);
    response.status(201).json(await takeBoard(shop, byOf(request), idOf(request.params.wood, 'wood'), id));
  });
  router.patch('/boards/:board', async (request, response) => {
    const change = bodyOf(request, BoardChange);
    response.json(await changeBoard(shop, byOf(request), idOf(request.params.board, 'board'), change));
  });
  router.post('/boards/:board/recipe', async (request, response) => {
    const input = bodyOf(request, NewRecipe);
    response.status(201).json(await planRecipe(shop, byOf(request), idOf(request.params.board, 'board'), input));
  });
  router.get('/boards/:board/story', async ({ params }, response) => {
    const { board } = await boardOf(params.board);
    response.json(await storyOf(db, 'board', board.id));
  });

  router.post('/boards/:board/coats', async (request, response) => {
    const input = bodyOf(request, NewCoat);
    response.status(201).json(await putOnCoat(shop, byOf(request), idOf(request.params.board, 'board'), input));
  });
  router.post('/boards/:board/past', async (request, response) => {
    const input = bodyOf(request, PastEntry);
    response.status(201).json(await enterPast(shop, byOf(request), idOf(request.params.board, 'board'), input));
  });
  router.patch('/coats/:coat', async (request, response) => {
    const change = bodyOf(request, CoatChange);
    response.json(await changeCoat(shop, byOf(request), idOf(request.params.coat, 'coat'), change));
  });
  router.delete('/coats/:coat', async (request, response) => {
    response.json(await takeCoatBack(shop, byOf(request), idOf(request.params.coat, 'coat'), true));
  });
  router.post('/coats/:coat/restore', async (request, response) => {
    response.json(await takeCoatBack(shop, byOf(request), idOf(request.params.coat, 'coat'), false));
  });

  router.post('/boards/:board/steps', async (request, response) => {
    const input = bodyOf(request, StepInput);
    response.status(201).json(await doStep(shop, byOf(request), idOf(request.params.board, 'board'), input));
  });
  router.delete('/steps/:step', async (request, response) => {
    response.json(await takeStepBack(shop, byOf(request), idOf(request.params.step, 'step'), true));
  });
  router.post('/steps/:step/restore', async (request, response) => {
    response.json(await takeStepBack(shop, byOf(request), idOf(request.params.step, 'step'), false));
  });
  router.post('/boards/:board/pots', async (request, response) => {
    const input = bodyOf(request, PotsInput);
    response.status(201).json(await setPots(shop, byOf(request), idOf(request.params.board, 'board'), input));
  });

  router.post('/boards/:board/strips', async (request, response) => {
    const split = bodyOf(request, SplitInput);
    const board = idOf(request.params.board, 'board');
    response.status(201).json(await splitBoard(shop, byOf(request), board, split));
  });

  router.post('/boards/:board/readings', async (request, response) => {
    const reading = bodyOf(request, BoardReadingInput);
    const board = idOf(request.params.board, 'board');
    response.status(201).json(await readStage(shop, byOf(request), board, reading));
  });
  router.patch('/readings/:reading', async (request, response) => {
    const change = bodyOf(request, ReadingChange);
    await changeReading(shop, byOf(request), idOf(request.params.reading, 'reading'), change);
    response.status(204).end();
  });
  router.delete('/readings/:reading', async (request, response) => {
    await takeReadingOut(shop, byOf(request), idOf(request.params.reading, 'reading'), true);
    response.status(204).end();
  });
  router.post('/readings/:reading/restore', async (request, response) => {
    await takeReadingOut(shop, byOf(request), idOf(request.params.reading, 'reading'), false);
    response.status(204).end();
  });

  router.get('/boards/:board/stack.json', async ({ params }, response) => {
    const { work, board } = await boardOf(params.board);
    if (!board.recipe) throw new Refusal(409, 'This board has no layers planned yet.');
    const preparation = work.preparation ?? work.woodPreparation;
    const file = stackFileOf(board, preparation, await wholeShelf(db), work.speciesId);
    const name = `${work.jobNumber}-${boardCode(work.woodCode, board.number)}`;
    response.attachment(`${name}.stack.json`).json(file);
  });
  const measured = async (text: unknown) => {
    const { work, board } = await boardOf(text);
    const all = await measuredOfBoard(db, board.id);
    if (all.length === 0) throw new Refusal(409, 'This board has no readings yet.');
    const name = `${work.jobNumber}-${boardCode(work.woodCode, board.number)}`;
    return { name, readings: all.map((r) => ({ ...r, name: `stage ${r.stage} ${r.name}` })) };
  };
  router.get('/boards/:board/grids', async ({ params }, response) => {
    const { readings } = await measured(params.board);
    response.json(exportGrids(readings).map((g) => ({ name: g.name, count: g.readings.length })));
  });
  router.get('/boards/:board/readings.txt', async ({ params, query: { grid } }, response) => {
    const { name, readings } = await measured(params.board);
    if (grid !== undefined && !isNumber(grid)) throw new Refusal(422, 'A grid is asked for by its number.', 'grid');
    const one = grid === undefined ? null : exportGrids(readings)[Number(grid) - 1];
    if (one === undefined) throw notFound('grid');
    const text = one ? writeCgats(one.readings, `Urushi, board ${name}`) : writeAll(readings, `Urushi, board ${name}`);
    response
      .type('text/plain')
      .attachment(`${name}${one ? `-${grid}` : ''}.txt`)
      .send(text);
  });
  return router;
}

import { Router } from 'express';
import { writeCgats } from '../../core/formats/index.ts';
import { tuningOf } from '../../core/learn/learn.ts';
import { pourings } from '../../core/mix/batch.ts';
import { predict } from '../../core/optics/predict.ts';
import { rawMean, scaleToBoard } from '../../core/optics/wood.ts';
import { lastStage, stageMean } from '../../shared/evidence.ts';
import { NewRecipe } from '../../shared/job.ts';
import { materialsOf } from '../../shared/materials.ts';
import { BoardReadingInput } from '../../shared/reading.ts';
import type { Db } from '../db/db.ts';
import { knowledgeForJob } from '../knowledge.ts';
import { benchBoardOf, readingsFrom } from '../readings.ts';
import { notFound, Refusal } from '../refusal.ts';
import { boardById, insertBoard, insertRecipe, setBoardRecipe } from '../store/boards.ts';
import { jobById, woodById } from '../store/jobs.ts';
import { countReadings, insertReading, measuredOfBoard } from '../store/readings.ts';
import { insertEvent } from '../store/record.ts';
import { wholeShelf } from '../store/shelf.ts';
import { idOf } from './jobs.ts';

export function boardRoutes(db: Db): Router {
  const router = Router();
  const boardOf = async (text: unknown) => {
    const board = await boardById(db, idOf(text, 'board'));
    if (!board) throw notFound('board');
    const wood = await woodById(db, board.woodId);
    if (!wood) throw notFound('wood');
    return { board, wood };
  };

  router.post('/woods/:id/boards', async (request, response) => {
    const wood = await woodById(db, idOf(request.params.id, 'wood'));
    if (!wood) throw notFound('wood');
    const board = await db.transaction(async (tx) => {
      const id = await insertBoard(tx, wood.id);
      await insertEvent(tx, { kind: 'board taken', job: wood.jobId, board: id });
      return id;
    });
    response.status(201).json(await boardById(db, board));
  });

  /** Plans a recipe for a board: the prediction is made here, from what the shop knows today, and kept with it. */
  router.post('/boards/:id/recipe', async (request, response) => {
    const { board, wood } = await boardOf(request.params.id);
    const { stack, litres, origin } = NewRecipe.parse(request.body);
    for (const layer of stack) if (Object.keys(layer.colours).length > 0) pourings(layer.colours, litres);
    const done = Math.max(0, lastStage(board));
    if (done > 0) {
      const kept = JSON.stringify(board.recipe?.stack.slice(0, done)) === JSON.stringify(stack.slice(0, done));
      if (!kept || stack.length < done)
        throw new Refusal(409, 'Layers that are on the board and read cannot be changed. Take a new board.', 'stack');
    }
    const shelf = await wholeShelf(db);
    const species = shelf.species.find((s) => s.id === wood.speciesId);
    if (!species) throw notFound('wood');
    const knowledge = await knowledgeForJob(db, wood.jobId);
    const materials = materialsOf(shelf);
    const raw = stageMean(board, 0) ?? rawMean(species);
    const reading = stageMean(board, done);
    const looks = predict(stack, scaleToBoard(species, raw), materials, {
      preparation: wood.preparation,
      tuning: tuningOf(knowledge, species.id, materials),
      from: reading && done > 0 ? { layers: done, reading } : undefined,
    });
    await db.transaction(async (tx) => {
      const recipe = await insertRecipe(tx, wood.id, {
        stack,
        litres,
        origin,
        // What was expected of the stages already read stays as it was promised.
        expected: looks.map((l, i) => (i > 0 && i <= done && board.recipe?.expected[i]) || Array.from(l.reading)),
        learnedFrom: knowledge.boards,
      });
      await setBoardRecipe(tx, board.id, recipe);
      await insertEvent(tx, { kind: 'recipe planned', job: wood.jobId, board: board.id, detail: { recipe, origin } });
    });
    response.status(201).json(await boardById(db, board.id));
  });

  router.post('/boards/:id/readings', async (request, response) => {
    const { board, wood } = await boardOf(request.params.id);
    const { stage, reading: input } = BoardReadingInput.parse(request.body);
    const layers = board.recipe?.stack.length ?? 0;
    if (stage > layers)
      throw new Refusal(422, `This board has ${layers} layers planned; there is no stage ${stage}.`, 'stage');
    if (stage > 0 && !stageMean(board, 0))
      throw new Refusal(409, 'Read the raw board first: it is half the result.', 'stage');
    const subject = { board: board.id, stage };
    const taken = await countReadings(db, subject);
    const { readings, notes } = readingsFrom(input, () => benchBoardOf(board, wood.speciesId, stage), taken);
    const stored = await db.transaction(async (tx) => {
      const rows = [];
      for (const reading of readings) rows.push(await insertReading(tx, subject, input.source, reading));
      await insertEvent(tx, {
        kind: 'stage read',
        job: wood.jobId,
        board: board.id,
        detail: { stage, source: input.source, count: rows.length },
      });
      return rows;
    });
    response.status(201).json({ readings: stored, notes });
  });

  router.get('/boards/:id/readings.txt', async (request, response) => {
    const { board, wood } = await boardOf(request.params.id);
    const job = await jobById(db, wood.jobId);
    const all = await measuredOfBoard(db, board.id);
    const spectral = all.filter((r) => r.kind === 'spectral');
    const chosen = spectral.length > 0 ? spectral : all;
    if (chosen.length === 0) throw new Refusal(409, 'This board has no readings yet.');
    const grid = JSON.stringify(chosen[0].kind === 'spectral' && chosen[0].wavelengths);
    const same = chosen.filter((r) => JSON.stringify(r.kind === 'spectral' && r.wavelengths) === grid);
    response
      .type('text/plain')
      .attachment(`board-${board.id}.txt`)
      .send(
        writeCgats(
          same.map((r) => ({ ...r, name: `stage ${r.stage} ${r.name}` })),
          `Urushi, ${job?.customer ?? ''}, board ${wood.speciesId} ${board.number}`,
        ),
      );
  });
  return router;
}

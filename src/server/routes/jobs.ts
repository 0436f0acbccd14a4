import { Router } from 'express';
import { z } from 'zod';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { judge } from '../../core/judge/verdict.ts';
import { PLAIN } from '../../core/optics/preparation.ts';
import { isFinished, stageMean } from '../../shared/evidence.ts';
import { DraftInput, type Job, JobChange, type JobSummary, NewJob, NewWood } from '../../shared/job.ts';
import { ReadingInput } from '../../shared/reading.ts';
import { PreparationSchema } from '../../shared/stack.ts';
import type { Db } from '../db/db.ts';
import { knowledgeForJob } from '../knowledge.ts';
import { readingsFrom, samplePiece } from '../readings.ts';
import { notFound, Refusal } from '../refusal.ts';
import { insertBoard } from '../store/boards.ts';
import {
  insertJob,
  insertWood,
  jobById,
  jobIds,
  setDraft,
  setJobDeleted,
  setPreparation,
  updateJob,
} from '../store/jobs.ts';
import { countReadings, insertReading, setReadingDeleted } from '../store/readings.ts';
import { insertEvent } from '../store/record.ts';
import { allSpecies } from '../store/shelf.ts';

const Id = z.coerce.number().int().positive();
/** A record's number from the path; anything else is an unknown record. */
export const idOf = (text: unknown, what: string): number => {
  const id = Id.safeParse(text);
  if (!id.success) throw notFound(what);
  return id.data;
};

function summaryOf(job: Job, names: ReadonlyMap<string, string>): JobSummary {
  const target = job.target.length > 0 ? meanSpectrum(job.target.map((r) => r.grid)) : null;
  let best: { deltaE: number; grid: number[] } | null = null;
  const woods = job.woods.map((wood) => {
    let closest: number | null = null;
    for (const board of wood.boards) {
      const mean = board.recipe && isFinished(board) ? stageMean(board, board.recipe.stack.length) : null;
      if (!mean || !target) continue;
      const { deltaE } = judge(target, [mean], job.tolerance);
      if (closest === null || deltaE < closest) closest = deltaE;
      if (!best || deltaE < best.deltaE) best = { deltaE, grid: Array.from(mean) };
    }
    return {
      speciesId: wood.speciesId,
      name: names.get(wood.speciesId) ?? wood.speciesId,
      boards: wood.boards.filter((b) => b.recipe).length,
      deltaE: closest,
    };
  });
  const { id, customer, piece, tolerance, createdAt } = job;
  return {
    id,
    customer,
    piece,
    tolerance,
    createdAt,
    target: target && Array.from(target),
    best: (best as { grid: number[] } | null)?.grid ?? null,
    woods,
  };
}

export function jobRoutes(db: Db): Router {
  const router = Router();
  const jobOf = async (text: unknown) => {
    const job = await jobById(db, idOf(text, 'job'));
    if (!job) throw notFound('job');
    return job;
  };

  router.get('/jobs', async (_, response) => {
    const jobs = await Promise.all((await jobIds(db)).map((id) => jobById(db, id)));
    const names = new Map((await allSpecies(db)).map((s) => [s.id, s.name]));
    response.json(jobs.flatMap((job) => (job ? [summaryOf(job, names)] : [])));
  });

  router.post('/jobs', async (request, response) => {
    const id = await insertJob(db, NewJob.parse(request.body));
    await insertEvent(db, { kind: 'job started', job: id });
    response.status(201).json(await jobById(db, id));
  });

  router.get('/jobs/:id', async (request, response) => {
    response.json(await jobOf(request.params.id));
  });

  router.patch('/jobs/:id', async (request, response) => {
    const job = await jobOf(request.params.id);
    await updateJob(db, job.id, JobChange.parse(request.body));
    response.json(await jobById(db, job.id));
  });

  router.delete('/jobs/:id', async (request, response) => {
    if (!(await setJobDeleted(db, idOf(request.params.id, 'job'), true))) throw notFound('job');
    response.status(204).end();
  });

  router.post('/jobs/:id/restore', async (request, response) => {
    if (!(await setJobDeleted(db, idOf(request.params.id, 'job'), false))) throw notFound('job');
    response.status(204).end();
  });

  router.post('/jobs/:id/readings', async (request, response) => {
    const job = await jobOf(request.params.id);
    const input = ReadingInput.parse(request.body);
    const subject = { job: job.id };
    const taken = await countReadings(db, subject);
    const { readings, notes } = readingsFrom(
      input,
      () => samplePiece(input.source === 'instrument' ? input.piece : ''),
      taken,
    );
    const stored = await db.transaction(async (tx) => {
      const rows = [];
      for (const reading of readings) rows.push(await insertReading(tx, subject, input.source, reading));
      await insertEvent(tx, { kind: 'target read', job: job.id, detail: { source: input.source, count: rows.length } });
      return rows;
    });
    response.status(201).json({ readings: stored, notes });
  });

  router.delete('/readings/:id', async (request, response) => {
    if (!(await setReadingDeleted(db, idOf(request.params.id, 'reading'), true))) throw notFound('reading');
    response.status(204).end();
  });

  router.post('/readings/:id/restore', async (request, response) => {
    if (!(await setReadingDeleted(db, idOf(request.params.id, 'reading'), false))) throw notFound('reading');
    response.status(204).end();
  });

  router.post('/jobs/:id/woods', async (request, response) => {
    const job = await jobOf(request.params.id);
    const { speciesId } = NewWood.parse(request.body);
    if (!(await allSpecies(db)).some((s) => s.id === speciesId))
      throw new Refusal(422, `There is no wood “${speciesId}” on the shelf.`, 'speciesId');
    await db.transaction(async (tx) => {
      const wood = await insertWood(tx, job.id, speciesId, PLAIN);
      if (wood === null) throw new Refusal(409, 'This wood is already part of the job.', 'speciesId');
      const board = await insertBoard(tx, wood);
      await insertEvent(tx, { kind: 'wood added', job: job.id, board, detail: { speciesId } });
    });
    response.status(201).json(await jobById(db, job.id));
  });

  router.put('/woods/:id/draft', async (request, response) => {
    const { stack } = DraftInput.parse(request.body);
    if (!(await setDraft(db, idOf(request.params.id, 'wood'), stack))) throw notFound('wood');
    response.status(204).end();
  });

  router.put('/woods/:id/preparation', async (request, response) => {
    const preparation = PreparationSchema.parse(request.body);
    if (!(await setPreparation(db, idOf(request.params.id, 'wood'), preparation))) throw notFound('wood');
    response.status(204).end();
  });

  router.get('/jobs/:id/knowledge', async (request, response) => {
    const job = await jobOf(request.params.id);
    response.json(await knowledgeForJob(db, job.id));
  });
  return router;
}

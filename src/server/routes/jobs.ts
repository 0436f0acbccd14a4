import { Router } from 'express';
import {
  DraftInput,
  JobChange,
  JobQuery,
  NewJob,
  NewVersions,
  NewWood,
  OffcutsInput,
  PreparationInput,
  Revision,
} from '../../shared/job.ts';
import { NewParts, PartChange } from '../../shared/part.ts';
import { TargetReadingInput } from '../../shared/reading.ts';
import {
  addParts,
  addWood,
  changeJob,
  changePart,
  keepVersions,
  openJob,
  putJobAway,
  putVersionAway,
  setOnWood,
  startJob,
  takePartOut,
  wholeJob,
} from '../acts/jobs.ts';
import type { Shop } from '../acts/shop.ts';
import { readTarget, reviseTarget } from '../acts/targets.ts';
import { storyOf } from '../store/events.ts';
import { listJobs } from '../store/job-list.ts';
import { bodyOf, byOf, idOf, jobCodeOf } from './asked.ts';

export function jobRoutes(shop: Shop): Router {
  const router = Router();
  const { db, learning } = shop;

  router.get('/jobs', async ({ query }, response) => {
    response.json(await listJobs(db, JobQuery.parse(query)));
  });
  router.post('/jobs', async (request, response) => {
    response.status(201).json(await startJob(shop, byOf(request), bodyOf(request, NewJob)));
  });
  router.get('/jobs/:job', async ({ params }, response) => {
    response.json(await wholeJob(db, jobCodeOf(params.job)));
  });
  router.patch('/jobs/:job', async (request, response) => {
    const change = bodyOf(request, JobChange);
    response.json(await changeJob(shop, byOf(request), jobCodeOf(request.params.job), change));
  });
  router.delete('/jobs/:job', async (request, response) => {
    await putJobAway(shop, byOf(request), jobCodeOf(request.params.job), true);
    response.status(204).end();
  });
  router.post('/jobs/:job/restore', async (request, response) => {
    await putJobAway(shop, byOf(request), jobCodeOf(request.params.job), false);
    response.status(204).end();
  });
  router.get('/jobs/:job/story', async ({ params }, response) => {
    response.json(await storyOf(db, 'job', (await wholeJob(db, jobCodeOf(params.job))).id));
  });

  router.post('/jobs/:job/readings', async (request, response) => {
    const { zone, ...reading } = bodyOf(request, TargetReadingInput);
    response.status(201).json(await readTarget(shop, byOf(request), jobCodeOf(request.params.job), zone, reading));
  });
  router.post('/jobs/:job/targets', async (request, response) => {
    const input = bodyOf(request, Revision);
    response.status(201).json(await reviseTarget(shop, byOf(request), jobCodeOf(request.params.job), input));
  });
  router.post('/jobs/:job/woods', async (request, response) => {
    const input = bodyOf(request, NewWood);
    response.status(201).json(await addWood(shop, byOf(request), jobCodeOf(request.params.job), input));
  });
  router.put('/woods/:wood/draft', async (request, response) => {
    const { version, stack } = bodyOf(request, DraftInput);
    const wood = idOf(request.params.wood, 'wood');
    response.json(await setOnWood(shop, byOf(request), wood, 'draft', version, stack));
  });
  router.put('/woods/:wood/preparation', async (request, response) => {
    const { version, preparation } = bodyOf(request, PreparationInput);
    const wood = idOf(request.params.wood, 'wood');
    response.json(await setOnWood(shop, byOf(request), wood, 'preparation', version, preparation));
  });
  router.put('/woods/:wood/offcuts', async (request, response) => {
    const { version, offcuts } = bodyOf(request, OffcutsInput);
    const wood = idOf(request.params.wood, 'wood');
    response.json(await setOnWood(shop, byOf(request), wood, 'offcuts', version, offcuts));
  });

  router.post('/woods/:wood/versions', async (request, response) => {
    const input = bodyOf(request, NewVersions);
    response.status(201).json(await keepVersions(shop, byOf(request), idOf(request.params.wood, 'wood'), input));
  });
  router.delete('/versions/:version', async (request, response) => {
    await putVersionAway(shop, byOf(request), idOf(request.params.version, 'version'), true);
    response.status(204).end();
  });
  router.post('/versions/:version/restore', async (request, response) => {
    await putVersionAway(shop, byOf(request), idOf(request.params.version, 'version'), false);
    response.status(204).end();
  });

  router.post('/jobs/:job/parts', async (request, response) => {
    const { parts } = bodyOf(request, NewParts);
    response.status(201).json(await addParts(shop, byOf(request), jobCodeOf(request.params.job), parts));
  });
  router.patch('/parts/:part', async (request, response) => {
    const change = bodyOf(request, PartChange);
    response.json(await changePart(shop, byOf(request), idOf(request.params.part, 'part'), change));
  });
  router.delete('/parts/:part', async (request, response) => {
    await takePartOut(shop, byOf(request), idOf(request.params.part, 'part'), true);
    response.status(204).end();
  });
  router.post('/parts/:part/restore', async (request, response) => {
    await takePartOut(shop, byOf(request), idOf(request.params.part, 'part'), false);
    response.status(204).end();
  });

  /** What was learned last; asking for it learns nothing. */
  router.get('/jobs/:job/knowledge', async ({ params }, response) => {
    response.json(await learning.known(await openJob(db, jobCodeOf(params.job))));
  });
  /** Learns what there is to learn, and answers when it is learned. */
  router.post('/jobs/:job/knowledge', async ({ params }, response) => {
    response.json(await learning.learn(await openJob(db, jobCodeOf(params.job))));
  });
  return router;
}

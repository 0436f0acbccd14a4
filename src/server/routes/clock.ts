import { Router } from 'express';
import { ClockTurned, NewAir, NewDryTest, NewWeekPlan, NewWorkDone } from '../../shared/clock.ts';
import { calendarOf } from '../acts/calendar.ts';
import {
  clockKnown,
  clockRail,
  doWork,
  keepPlan,
  noteAir,
  noteTest,
  takeAirOut,
  takeTestBack,
  takeWorkBack,
  turnClock,
} from '../acts/clock.ts';
import type { Shop } from '../acts/shop.ts';
import { jobsWithOpenWork, weekPlan } from '../store/clock.ts';
import { bodyOf, byOf, idOf } from './asked.ts';

export function clockRoutes(shop: Shop): Router {
  const router = Router();
  router.get('/clock', async (_, response) => {
    response.json(await clockKnown(shop));
  });
  router.get('/clock/rail', async (_, response) => {
    response.json(await clockRail(shop));
  });
  router.get('/clock/jobs', async (_, response) => {
    response.json(await jobsWithOpenWork(shop.db));
  });
  router.put('/clock', async (request, response) => {
    response.json(await turnClock(shop, bodyOf(request, ClockTurned)));
  });
  router.get('/clock/week.ics', async (_, response) => {
    response.type('text/calendar').send(calendarOf(await weekPlan(shop.db)));
  });
  router.put('/clock/plan', async (request, response) => {
    response.json(await keepPlan(shop, byOf(request), bodyOf(request, NewWeekPlan)));
  });
  router.post('/clock/air', async (request, response) => {
    response.status(201).json(await noteAir(shop, byOf(request), bodyOf(request, NewAir)));
  });
  router.post('/clock/tests', async (request, response) => {
    await noteTest(shop, byOf(request), bodyOf(request, NewDryTest));
    response.status(201).json(await clockKnown(shop));
  });
  router.post('/clock/done', async (request, response) => {
    await doWork(shop, byOf(request), bodyOf(request, NewWorkDone));
    response.status(201).json(await clockKnown(shop));
  });
  for (const [place, kind, take] of [
    ['air', 'note of the air', takeAirOut],
    ['tests', 'test', takeTestBack],
    ['done', 'work', takeWorkBack],
  ] as const) {
    router.delete(`/clock/${place}/:id`, async (request, response) => {
      await take(shop, idOf(request.params.id, kind), true);
      response.status(204).end();
    });
    router.post(`/clock/${place}/:id/restore`, async (request, response) => {
      await take(shop, idOf(request.params.id, kind), false);
      response.status(204).end();
    });
  }
  return router;
}

import { Router } from 'express';
import {
  HouseAsked,
  HouseChange,
  InstrumentChange,
  NewInstrument,
  NewPerson,
  PersonChange,
} from '../../shared/house.ts';
import { NewOldBoard, OldBoardChange } from '../../shared/old-board.ts';
import {
  addInstrument,
  addOldBoard,
  addPerson,
  changeHouse,
  changeInstrument,
  changeOldBoard,
  changePerson,
  effectsOfHouse,
  putOldBoardAway,
  putPersonOrInstrumentAway,
} from '../acts/house.ts';
import type { Shop } from '../acts/shop.ts';
import { lookAtSnapshot, restoreSnapshot, snapshotsOf, takeSnapshot } from '../acts/snapshots.ts';
import { house } from '../store/house.ts';
import { oldBoards } from '../store/rack.ts';
import { bodyOf, byOf, idOf } from './asked.ts';

export function houseRoutes(shop: Shop): Router {
  const router = Router();
  router.get('/house', async (_, response) => {
    response.json(await house(shop.db));
  });
  router.patch('/house', async (request, response) => {
    response.json(await changeHouse(shop, byOf(request), bodyOf(request, HouseChange)));
  });
  router.post('/house/effects', async (request, response) => {
    response.json(await effectsOfHouse(shop, bodyOf(request, HouseAsked)));
  });
  router.post('/people', async (request, response) => {
    response.status(201).json(await addPerson(shop, byOf(request), bodyOf(request, NewPerson)));
  });
  router.patch('/people/:id', async (request, response) => {
    const change = bodyOf(request, PersonChange);
    response.json(await changePerson(shop, byOf(request), idOf(request.params.id, 'person'), change));
  });
  router.post('/instruments', async (request, response) => {
    response.status(201).json(await addInstrument(shop, byOf(request), bodyOf(request, NewInstrument)));
  });
  router.patch('/instruments/:id', async (request, response) => {
    const change = bodyOf(request, InstrumentChange);
    response.json(await changeInstrument(shop, byOf(request), idOf(request.params.id, 'instrument'), change));
  });
  for (const [place, kind] of [
    ['people', 'person'],
    ['instruments', 'instrument'],
  ] as const) {
    router.delete(`/${place}/:id`, async (request, response) => {
      const id = idOf(request.params.id, kind);
      response.json(await putPersonOrInstrumentAway(shop, byOf(request), kind, id, true));
    });
    router.post(`/${place}/:id/restore`, async (request, response) => {
      const id = idOf(request.params.id, kind);
      response.json(await putPersonOrInstrumentAway(shop, byOf(request), kind, id, false));
    });
  }

  router.get('/house/snapshots', async (_, response) => {
    response.json({ snapshots: await snapshotsOf(shop) });
  });
  router.post('/house/snapshots', async (_, response) => {
    response.status(201).json(await takeSnapshot(shop));
  });
  router.get('/house/snapshots/:name', async ({ params }, response) => {
    response.json(await lookAtSnapshot(shop, params.name));
  });
  router.post('/house/snapshots/:name/restore', async ({ params }, response) => {
    await restoreSnapshot(shop, params.name);
    response.status(204).end();
  });

  router.get('/rack', async (_, response) => {
    response.json(await oldBoards(shop.db));
  });
  router.post('/rack', async (request, response) => {
    response.status(201).json(await addOldBoard(shop, byOf(request), bodyOf(request, NewOldBoard)));
  });
  router.patch('/rack/:id', async (request, response) => {
    const change = bodyOf(request, OldBoardChange);
    response.json(await changeOldBoard(shop, byOf(request), idOf(request.params.id, 'board on the rack'), change));
  });
  router.delete('/rack/:id', async (request, response) => {
    await putOldBoardAway(shop, byOf(request), idOf(request.params.id, 'board on the rack'), true);
    response.status(204).end();
  });
  router.post('/rack/:id/restore', async (request, response) => {
    await putOldBoardAway(shop, byOf(request), idOf(request.params.id, 'board on the rack'), false);
    response.status(204).end();
  });
  return router;
}

import { Router } from 'express';
import { NewSystem } from '../../shared/system.ts';
import type { Shop } from '../acts/shop.ts';
import { keepSystem, putSystemAway } from '../acts/systems.ts';
import { systems } from '../store/systems.ts';
import { bodyOf, byOf, idOf } from './asked.ts';

export function systemRoutes(shop: Shop): Router {
  const router = Router();
  router.get('/systems', async (_, response) => {
    response.json(await systems(shop.db));
  });
  router.post('/systems', async (request, response) => {
    response.status(201).json(await keepSystem(shop, byOf(request), bodyOf(request, NewSystem)));
  });
  router.delete('/systems/:system', async (request, response) => {
    await putSystemAway(shop, byOf(request), idOf(request.params.system, 'system'), true);
    response.status(204).end();
  });
  router.post('/systems/:system/restore', async (request, response) => {
    await putSystemAway(shop, byOf(request), idOf(request.params.system, 'system'), false);
    response.status(204).end();
  });
  return router;
}

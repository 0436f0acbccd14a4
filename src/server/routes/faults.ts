import { Router } from 'express';
import { NewFaultFound } from '../../shared/fault.ts';
import { noteFault, takeFaultBack } from '../acts/faults.ts';
import type { Shop } from '../acts/shop.ts';
import { faultsFound } from '../store/faults.ts';
import { bodyOf, byOf, idOf } from './asked.ts';

export function faultRoutes(shop: Shop): Router {
  const router = Router();
  router.get('/faults', async (_, response) => {
    response.json(await faultsFound(shop.db));
  });
  router.post('/faults', async (request, response) => {
    const input = bodyOf(request, NewFaultFound);
    response.status(201).json(await noteFault(shop, byOf(request), input));
  });
  router.delete('/faults/:fault', async (request, response) => {
    await takeFaultBack(shop, byOf(request), idOf(request.params.fault, 'fault'), true);
    response.status(204).end();
  });
  router.post('/faults/:fault/restore', async (request, response) => {
    await takeFaultBack(shop, byOf(request), idOf(request.params.fault, 'fault'), false);
    response.status(204).end();
  });
  return router;
}

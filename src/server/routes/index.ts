import { Router } from 'express';
import { CONTRACT } from '../../shared/contract/index.ts';
import type { Shop } from '../commands/shop.ts';
import { approvalHandlers } from './approvals.ts';
import { boardHandlers } from './boards.ts';
import { bracketHandlers } from './brackets.ts';
import { broughtHandlers } from './brought.ts';
import { clockHandlers } from './clock.ts';
import { faultHandlers } from './faults.ts';
import { houseHandlers } from './house.ts';
import { instrumentHandlers } from './instrument.ts';
import { jobHandlers } from './jobs.ts';
import { notebookHandlers } from './notebook.ts';
import { openApiDocument } from './open-api.ts';
import { pictureHandlers } from './pictures.ts';
import { serve } from './serve.ts';
import { shelfHandlers } from './shelf.ts';
import { systemHandlers } from './systems.ts';
import { watchedHandlers } from './watched.ts';
import { workHandlers } from './work.ts';

/** Every route of the contract, answered from an open shop. */
export function routesOf(shop: Shop): Router {
  const router = Router();
  serve(router, CONTRACT.jobs, jobHandlers(shop));
  serve(router, CONTRACT.approvals, approvalHandlers(shop));
  serve(router, CONTRACT.brackets, bracketHandlers(shop));
  serve(router, CONTRACT.brought, broughtHandlers(shop));
  serve(router, CONTRACT.notebook, notebookHandlers(shop));
  serve(router, CONTRACT.pictures, pictureHandlers(shop));
  serve(router, CONTRACT.boards, boardHandlers(shop));
  serve(router, CONTRACT.work, workHandlers(shop));
  serve(router, CONTRACT.watched, watchedHandlers(shop));
  serve(router, CONTRACT.shelf, shelfHandlers(shop));
  serve(router, CONTRACT.house, houseHandlers(shop));
  serve(router, CONTRACT.clock, clockHandlers(shop));
  serve(router, CONTRACT.systems, systemHandlers(shop));
  serve(router, CONTRACT.faults, faultHandlers(shop));
  serve(router, CONTRACT.instrument, instrumentHandlers(shop));
  serve(router, CONTRACT.server, { health: () => ({ ok: true as const }), openApi: openApiDocument });
  return router;
}

import { Router } from 'express';
import { TISSUE_NAMES } from '../../core/board/tissues.ts';
import { CoatRequest, RungRequest, TissueRequest } from '../../shared/reading.ts';
import { makeCoat, makeRung, readTissue, SAMPLE_PIECES } from '../../workshop/workshop-bench.ts';
import { Refusal } from '../acts/refusal.ts';
import type { Shop } from '../acts/shop.ts';
import { mustBeSimulated, stockOfShelf } from '../acts/simulated.ts';
import { wholeShelf } from '../store/shelf.ts';
import { bodyOf } from './asked.ts';

/** What the bench made or read, or a refusal that says what it has not. */
function inTheWorkshop<T>(made: T | null, what: string, field: string): T {
  if (made === null) throw new Refusal(409, `The simulated workshop has no ${what}. Drop a file instead.`, field);
  return made;
}

/** The simulated instrument and bench, where what lies under it is no board of a job. */
export function instrumentRoutes({ db }: Shop): Router {
  const router = Router();
  const stock = async () => {
    await mustBeSimulated(db);
    return stockOfShelf(await wholeShelf(db));
  };
  router.get('/instrument/pieces', (_, response) => {
    response.json(SAMPLE_PIECES.map(({ id, name }) => ({ id, name })));
  });

  router.post('/instrument/rung', async (request, response) => {
    const { colourantId, speciesId, strength, beside } = bodyOf(request, RungRequest);
    const rung = makeRung(await stock(), colourantId, speciesId, strength, beside);
    response.json(inTheWorkshop(rung, `${colourantId} or no ${speciesId}`, 'colourantId'));
  });

  router.post('/instrument/coat', async (request, response) => {
    const { mediumId, speciesId, coats } = bodyOf(request, CoatRequest);
    const coat = makeCoat(await stock(), mediumId, speciesId, coats);
    response.json(inTheWorkshop(coat, `${mediumId} or no ${speciesId}`, 'mediumId'));
  });

  router.post('/instrument/tissue', async (request, response) => {
    const { speciesId, tissue } = bodyOf(request, TissueRequest);
    const reflectance = readTissue(await stock(), speciesId, TISSUE_NAMES.indexOf(tissue));
    response.json({ reflectance: inTheWorkshop(reflectance, `${tissue} of ${speciesId}`, 'tissue') });
  });
  return router;
}

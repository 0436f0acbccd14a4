import { Router } from 'express';
import { TISSUE_NAMES } from '../../core/optics/wood.ts';
import { CoatRequest, RungRequest, TissueRequest } from '../../shared/reading.ts';
import { makeCoat, makeRung, readTissue, SAMPLE_PIECES } from '../../workshop/bench-top.ts';
import { Refusal } from '../refusal.ts';

/** The simulated instrument and bench, where what lies under it is no board of a job. */
export function instrumentRoutes(): Router {
  const router = Router();
  router.get('/instrument/pieces', (_, response) => {
    response.json(SAMPLE_PIECES.map(({ id, name }) => ({ id, name })));
  });

  router.post('/instrument/rung', (request, response) => {
    const { colourantId, speciesId, strength } = RungRequest.parse(request.body);
    const rung = makeRung(colourantId, speciesId, strength);
    if (!rung)
      throw new Refusal(
        409,
        `The simulated bench has no ${colourantId} or no ${speciesId}. Drop a file instead.`,
        'colourantId',
      );
    response.json(rung);
  });

  router.post('/instrument/coat', (request, response) => {
    const { mediumId, speciesId } = CoatRequest.parse(request.body);
    const coat = makeCoat(mediumId, speciesId);
    if (!coat)
      throw new Refusal(
        409,
        `The simulated bench has no ${mediumId} or no ${speciesId}. Drop a file instead.`,
        'mediumId',
      );
    response.json(coat);
  });

  router.post('/instrument/tissue', (request, response) => {
    const { speciesId, tissue } = TissueRequest.parse(request.body);
    const reflectance = readTissue(speciesId, TISSUE_NAMES.indexOf(tissue));
    if (!reflectance)
      throw new Refusal(409, `The simulated bench has no ${tissue} of ${speciesId}. Drop a file instead.`, 'tissue');
    response.json({ reflectance });
  });
  return router;
}

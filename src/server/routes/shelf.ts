import { Router } from 'express';
import { FieldError } from '../../core/field-error.ts';
import { fitLadder } from '../../core/learn/ladder.ts';
import { fitCoat, usualSurface } from '../../core/learn/surfaces.ts';
import { BARE, SEALED } from '../../core/optics/surface.ts';
import { CoatsInput, LadderInput, NewColourant, NewMedium, SpeciesSchema } from '../../shared/shelf.ts';
import type { Db } from '../db/db.ts';
import { notFound, Refusal } from '../refusal.ts';
import {
  allMediums,
  allSpecies,
  colourantById,
  insertCoat,
  insertColourant,
  insertMedium,
  insertRung,
  insertSpecies,
  mediumById,
  rungsOf,
  setCoat,
  setProfile,
  wholeShelf,
} from '../store/shelf.ts';

export function shelfRoutes(db: Db): Router {
  const router = Router();
  router.get('/shelf', async (_, response) => {
    response.json(await wholeShelf(db));
  });

  router.post('/species', async (request, response) => {
    const species = SpeciesSchema.parse(request.body);
    await insertSpecies(db, species);
    response.status(201).json(species);
  });

  router.post('/mediums', async (request, response) => {
    const medium = NewMedium.parse(request.body);
    if (!(await insertMedium(db, medium)))
      throw new Refusal(409, `The code ${medium.id} is taken. Give the new one another.`, 'id');
    response.status(201).json(await mediumById(db, medium.id));
  });

  /** Boards read before and after the coat are kept, and the coat is fitted to all of them again. */
  router.post('/mediums/:id/coats', async (request, response) => {
    const { samples } = CoatsInput.parse(request.body);
    const medium = await mediumById(db, request.params.id);
    if (!medium) throw notFound('sealer or clear');
    if (medium.kind === 'oil')
      throw new Refusal(
        409,
        'An oil goes into the wood and is not fitted as a film: it keeps the usual values.',
        'kind',
      );
    const woods = await allSpecies(db);
    await db.transaction(async (tx) => {
      for (const sample of samples) {
        if (!woods.some((w) => w.id === sample.speciesId))
          throw new Refusal(422, `There is no wood “${sample.speciesId}” on the shelf.`, 'speciesId');
        await insertCoat(tx, medium.id, sample);
      }
      const all = (await mediumById(tx, medium.id))?.samples ?? [];
      const fitted = fitCoat(
        all.map(({ before, after, coats }) => ({
          before: Float64Array.from(before),
          after: Float64Array.from(after),
          coats,
          under: BARE,
        })),
        usualSurface(medium.kind),
      );
      await setCoat(tx, medium.id, fitted);
    });
    response.status(201).json(await mediumById(db, medium.id));
  });

  router.post('/colourants', async (request, response) => {
    const colourant = NewColourant.parse(request.body);
    if (!(await insertColourant(db, colourant)))
      throw new Refusal(409, `The code ${colourant.id} is taken. Give the new colour another.`, 'id');
    response.status(201).json(await colourantById(db, colourant.id));
  });

  router.post('/colourants/:id/ladder', async (request, response) => {
    const { rungs } = LadderInput.parse(request.body);
    const colourant = await colourantById(db, request.params.id);
    if (!colourant) throw notFound('colour');
    const sealer = (await allMediums(db)).find((m) => m.kind === 'sealer');
    await db.transaction(async (tx) => {
      for (const rung of rungs) await insertRung(tx, colourant.id, rung);
      const all = await rungsOf(tx, colourant.id);
      try {
        const { profile, scatter } = fitLadder(
          colourant.kind,
          all.map((r) => ({ ...r, before: Float64Array.from(r.before), after: Float64Array.from(r.after) })),
          colourant.maxStrength,
          // A pigment's board was read sealed before the glaze, a dye's board bare.
          sealer ? { sealed: { k1: sealer.k1 ?? SEALED.k1, k2: sealer.k2 } } : {},
        );
        await setProfile(tx, colourant.id, profile, scatter);
      } catch (error) {
        // One rung is a start: it is kept, and the profile waits for the second.
        if (!(error instanceof FieldError && all.length < 2)) throw error;
      }
    });
    response.status(201).json(await colourantById(db, colourant.id));
  });
  return router;
}

import { Router } from 'express';
import { FieldError } from '../../core/field-error.ts';
import { fitLadder } from '../../core/match/ladder.ts';
import { SEALED } from '../../core/optics/surface.ts';
import { bareSurface } from '../../core/optics/wood.ts';
import { LadderInput, MediumSchema, NewColourant, SpeciesSchema } from '../../shared/shelf.ts';
import type { Db } from '../db/db.ts';
import { notFound, Refusal } from '../refusal.ts';
import {
  allMediums,
  allSpecies,
  colourantById,
  insertColourant,
  insertMedium,
  insertRung,
  insertSpecies,
  rungsOf,
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
    const medium = MediumSchema.parse(request.body);
    await insertMedium(db, medium);
    response.status(201).json(medium);
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
      const wood = (await allSpecies(tx)).find((s) => s.id === all[0].speciesId);
      try {
        const { profile, scatter } = fitLadder(
          colourant.kind,
          all.map((r) => ({ ...r, before: Float64Array.from(r.before), after: Float64Array.from(r.after) })),
          colourant.maxStrength,
          {
            // A pigment's board was read sealed before the glaze, a dye's board bare.
            ...(wood && colourant.kind !== 'pigment' ? { bare: bareSurface(wood) } : {}),
            ...(sealer ? { sealed: { k1: sealer.k1 ?? SEALED.k1, k2: sealer.k2 } } : {}),
          },
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

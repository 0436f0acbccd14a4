import { Router } from 'express';
import { z } from 'zod';
import { LotChange, NewLot } from '../../shared/lot.ts';
import { MixChange, NewMix } from '../../shared/mix.ts';
import {
  CoatsInput,
  ColourantChange,
  LadderInput,
  MediumChange,
  NewColourant,
  NewMedium,
  NewSupply,
  RungChange,
  SpeciesChange,
  SpeciesSchema,
  SupplyChange,
} from '../../shared/shelf.ts';
import { addRungs, changeRung, takeRungOut } from '../acts/ladders.ts';
import { changeMix, keepMix, putMixAway } from '../acts/mixes.ts';
import { notFound } from '../acts/refusal.ts';
import {
  addCoatSamples,
  addColourant,
  addMedium,
  addSpecies,
  changeColourant,
  changeMedium,
  changeSpecies,
  putShelfAway,
  takeSampleOut,
} from '../acts/shelf.ts';
import type { Shop } from '../acts/shop.ts';
import { addLot, addSupply, changeLot, changeSupply, takeLotOut } from '../acts/supplies.ts';
import { nextLadderBoards } from '../acts/teaching.ts';
import { storyOf } from '../store/events.ts';
import { experience } from '../store/experience.ts';
import { type ShelfKind, versionOf, wholeShelf } from '../store/shelf.ts';
import { bodyOf, byOf, idOf } from './asked.ts';

/** Where each kind of thing on the shelf has its address. */
const PLACES: Record<ShelfKind, string> = {
  species: 'species',
  colourant: 'colourants',
  medium: 'mediums',
  supply: 'supplies',
};
const VersionNumber = z
  .string()
  .regex(/^[1-9]\d{0,6}$/)
  .transform(Number);

export function shelfRoutes(shop: Shop): Router {
  const router = Router();
  const { db } = shop;
  router.get('/shelf', async (_, response) => {
    response.json(await wholeShelf(db));
  });

  router.get('/shelf/experience', async (_, response) => {
    response.json(await experience(db));
  });

  router.get('/shelf/next-boards', async (_, response) => {
    response.json(await nextLadderBoards(shop));
  });

  for (const [kind, place] of Object.entries(PLACES) as [ShelfKind, string][]) {
    router.delete(`/${place}/:id`, async (request, response) => {
      await putShelfAway(shop, byOf(request), kind, request.params.id, true);
      response.status(204).end();
    });
    router.post(`/${place}/:id/restore`, async (request, response) => {
      await putShelfAway(shop, byOf(request), kind, request.params.id, false);
      response.status(204).end();
    });
    router.get(`/${place}/:id/story`, async ({ params }, response) => {
      response.json(await storyOf(db, 'item', `${kind}/${params.id}`));
    });
    router.get(`/${place}/:id/versions/:version`, async ({ params }, response) => {
      const version = VersionNumber.safeParse(params.version);
      const kept = version.success && (await versionOf(db, kind, params.id, version.data));
      if (!kept) throw notFound('version');
      response.json(kept);
    });
  }

  router.post('/species', async (request, response) => {
    response.status(201).json(await addSpecies(shop, byOf(request), bodyOf(request, SpeciesSchema)));
  });
  router.patch('/species/:id', async (request, response) => {
    response.json(await changeSpecies(shop, byOf(request), request.params.id, bodyOf(request, SpeciesChange)));
  });

  router.post('/colourants', async (request, response) => {
    response.status(201).json(await addColourant(shop, byOf(request), bodyOf(request, NewColourant)));
  });
  router.patch('/colourants/:id', async (request, response) => {
    response.json(await changeColourant(shop, byOf(request), request.params.id, bodyOf(request, ColourantChange)));
  });
  router.post('/colourants/:id/ladder', async (request, response) => {
    const { rungs } = bodyOf(request, LadderInput);
    response.status(201).json(await addRungs(shop, byOf(request), request.params.id, rungs));
  });
  router.patch('/rungs/:rung', async (request, response) => {
    const { version, strength } = bodyOf(request, RungChange);
    response.json(await changeRung(shop, byOf(request), idOf(request.params.rung, 'rung'), version, strength));
  });
  router.delete('/rungs/:rung', async (request, response) => {
    response.json(await takeRungOut(shop, byOf(request), idOf(request.params.rung, 'rung'), true));
  });
  router.post('/rungs/:rung/restore', async (request, response) => {
    response.json(await takeRungOut(shop, byOf(request), idOf(request.params.rung, 'rung'), false));
  });

  router.post('/mediums', async (request, response) => {
    response.status(201).json(await addMedium(shop, byOf(request), bodyOf(request, NewMedium)));
  });
  router.patch('/mediums/:id', async (request, response) => {
    response.json(await changeMedium(shop, byOf(request), request.params.id, bodyOf(request, MediumChange)));
  });
  router.post('/mediums/:id/coats', async (request, response) => {
    const { samples } = bodyOf(request, CoatsInput);
    response.status(201).json(await addCoatSamples(shop, byOf(request), request.params.id, samples));
  });
  router.delete('/coat-samples/:sample', async (request, response) => {
    response.json(await takeSampleOut(shop, byOf(request), idOf(request.params.sample, 'board'), true));
  });
  router.post('/coat-samples/:sample/restore', async (request, response) => {
    response.json(await takeSampleOut(shop, byOf(request), idOf(request.params.sample, 'board'), false));
  });

  router.post('/supplies', async (request, response) => {
    response.status(201).json(await addSupply(shop, byOf(request), bodyOf(request, NewSupply)));
  });
  router.patch('/supplies/:id', async (request, response) => {
    response.json(await changeSupply(shop, byOf(request), request.params.id, bodyOf(request, SupplyChange)));
  });
  router.post('/mixes', async (request, response) => {
    response.status(201).json(await keepMix(shop, byOf(request), bodyOf(request, NewMix)));
  });
  router.patch('/mixes/:mix', async (request, response) => {
    const change = bodyOf(request, MixChange);
    response.json(await changeMix(shop, byOf(request), idOf(request.params.mix, 'mix'), change));
  });
  router.delete('/mixes/:mix', async (request, response) => {
    await putMixAway(shop, byOf(request), idOf(request.params.mix, 'mix'), true);
    response.status(204).end();
  });
  router.post('/mixes/:mix/restore', async (request, response) => {
    await putMixAway(shop, byOf(request), idOf(request.params.mix, 'mix'), false);
    response.status(204).end();
  });
  router.get('/mixes/:mix/story', async ({ params }, response) => {
    response.json(await storyOf(db, 'item', `mix/${idOf(params.mix, 'mix')}`));
  });
  router.post('/lots', async (request, response) => {
    response.status(201).json(await addLot(shop, byOf(request), bodyOf(request, NewLot)));
  });
  router.patch('/lots/:lot', async (request, response) => {
    const change = bodyOf(request, LotChange);
    response.json(await changeLot(shop, byOf(request), idOf(request.params.lot, 'lot'), change));
  });
  router.delete('/lots/:lot', async (request, response) => {
    response.json(await takeLotOut(shop, byOf(request), idOf(request.params.lot, 'lot'), true));
  });
  router.post('/lots/:lot/restore', async (request, response) => {
    response.json(await takeLotOut(shop, byOf(request), idOf(request.params.lot, 'lot'), false));
  });
  return router;
}

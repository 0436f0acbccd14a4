import { checkRung } from '../../record/job/ladders.ts';
import type { ColourantRecord, NewRung, Rung, RungChange } from '../../shared/shelf.ts';
import type { Queries } from '../db/db.ts';
import {
  allColourants,
  insertRung,
  rungById,
  setRungDeleted,
  setRungStrength,
  speciesById,
} from '../repositories/shelf.ts';
import { fitProfiles } from './profiles.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import { colourOf, shelfChanged } from './shelf.ts';
import type { Actor, Shop } from './shop.ts';

export async function addRungs(
  { db }: Shop,
  by: Actor,
  id: string,
  rungs: readonly NewRung[],
): Promise<ColourantRecord> {
  return db.transaction(async (tx) => {
    const colour = await colourOf(tx, id);
    const { name } = colour;
    const colourants = rungs.some((r) => Object.keys(r.beside).length > 0) ? await allColourants(tx) : [colour];
    let added = 0;
    for (const rung of rungs) {
      checkRung(colourants, colour, rung);
      if (!(await speciesById(tx, rung.speciesId)))
        throw new Refusal(422, `There is no wood “${rung.speciesId}” on the shelf.`, 'speciesId');
      if (await insertRung(tx, id, rung)) added++;
    }
    if (added > 0) {
      await fitProfiles(tx, id);
      await shelfChanged(tx, by, ['colourant', id], { kind: 'boards read', detail: { name, count: added } });
    }
    return colourOf(tx, id);
  });
}

async function onRung(
  { db }: Shop,
  by: Actor,
  id: string,
  {
    kind,
    work,
    detail = {},
  }: {
    kind: 'rung changed' | 'rung taken out' | 'rung put back';
    work: (tx: Queries, rung: Rung) => Promise<unknown>;
    detail?: object;
  },
): Promise<ColourantRecord> {
  return db.transaction(async (tx) => {
    const rung = await rungById(tx, id);
    if (!rung) throw notFound('rung');
    await work(tx, rung);
    const { name } = await colourOf(tx, rung.colourantId);
    await fitProfiles(tx, rung.colourantId);
    const told = { name, strength: rung.strength, was: { strength: rung.strength }, ...detail };
    await shelfChanged(tx, by, ['colourant', rung.colourantId], { kind, detail: told });
    return colourOf(tx, rung.colourantId);
  });
}
export const changeRung = (shop: Shop, by: Actor, id: string, { version, strength }: RungChange) =>
  onRung(shop, by, id, {
    kind: 'rung changed',
    async work(tx, rung) {
      if (!(await setRungStrength(tx, id, version, strength)))
        throw new Conflict('This rung', { version: rung.version, value: { strength: rung.strength } });
    },
    detail: { now: { strength } },
  });
export const archiveRung = (shop: Shop, by: Actor, id: string) =>
  onRung(shop, by, id, { kind: 'rung taken out', work: (tx) => setRungDeleted(tx, id, true) });
export const restoreRung = (shop: Shop, by: Actor, id: string) =>
  onRung(shop, by, id, { kind: 'rung put back', work: (tx) => setRungDeleted(tx, id, false) });

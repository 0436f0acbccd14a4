import type { z } from 'zod';
import type { Lot, LotChange, NewLot } from '../../shared/lot.ts';
import type { Sheet } from '../../shared/sheet.ts';
import type { NewSupply, SupplyChange, SupplyRecord } from '../../shared/shelf.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../repositories/events.ts';
import { insertLot, lotById, lotsOf, setLotDeleted, updateLot } from '../repositories/lots.ts';
import { colourantById, insertSupply, mediumById, supplyById, updateSupply } from '../repositories/shelf.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import { pick, same, shelfChanged, taken, WHAT } from './shelf.ts';
import type { Actor, Shop } from './shop.ts';

export async function addSupply({ db }: Shop, by: Actor, input: NewSupply): Promise<SupplyRecord> {
  return db.transaction(async (tx) => {
    if (await insertSupply(tx, input))
      await shelfChanged(tx, by, ['supply', input.id], { kind: 'added', detail: { name: input.name } });
    const known = await supplyById(tx, input.id);
    if (!known || !same(input, known)) throw taken(input.id);
    return known;
  });
}

export async function changeSupply(
  { db }: Shop,
  by: Actor,
  id: string,
  change: z.infer<typeof SupplyChange>,
): Promise<SupplyRecord> {
  return db.transaction(async (tx) => {
    const was = await supplyById(tx, id);
    if (!was) throw notFound(WHAT.supply);
    if (!(await updateSupply(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    const { version: _, ...now } = change;
    const detail = { name: was.name, was: pick(was, now), now };
    await shelfChanged(tx, by, ['supply', id], { kind: 'changed', detail });
    return (await supplyById(tx, id)) as SupplyRecord;
  });
}

/** What a lot is of. @throws Refusal where it does not stand on the shelf */
export async function itemOf(db: Queries, address: string): Promise<{ name: string; sheet: Sheet }> {
  const [kind, id = ''] = address.split('/');
  const find = { colourant: colourantById, medium: mediumById, supply: supplyById }[kind as 'colourant'];
  const item = await find(db, id);
  if (!item) throw new Refusal(422, `There is no “${id}” on the shelf to keep a lot of.`, 'item');
  return item;
}

/** One code once among the lots of a thing: two would not be told apart. */
async function mustBeOnce(db: Queries, lot: Pick<NewLot, 'id' | 'item' | 'code'>, of: string): Promise<void> {
  if (lot.code === '') return;
  const twin = (await lotsOf(db, lot.item)).find((l) => l.code === lot.code && l.id !== lot.id);
  if (twin) throw new Refusal(409, `${of} has a lot ${lot.code} already.`, 'code');
}

async function lotOf(db: Queries, id: string): Promise<Lot> {
  const lot = await lotById(db, id);
  if (!lot) throw notFound('lot');
  return lot;
}

export async function addLot({ db }: Shop, by: Actor, input: NewLot): Promise<Lot> {
  return db.transaction(async (tx) => {
    const { name } = await itemOf(tx, input.item);
    await mustBeOnce(tx, input, name);
    if (await insertLot(tx, input))
      await insertEvent(tx, { kind: 'lot added', by, item: input.item, detail: { name, lot: input.code } });
    return lotOf(tx, input.id);
  });
}

export async function changeLot({ db }: Shop, by: Actor, id: string, change: LotChange): Promise<Lot> {
  return db.transaction(async (tx) => {
    const was = await lotOf(tx, id);
    const { name } = await itemOf(tx, was.item);
    await mustBeOnce(tx, { ...was, ...change }, name);
    if (!(await updateLot(tx, id, change))) throw new Conflict(`Lot ${was.code}`, { version: was.version, value: was });
    const { version: _, ...now } = change;
    const detail = { name, lot: was.code, was: pick(was, now), now };
    await insertEvent(tx, { kind: 'lot changed', by, item: was.item, detail });
    return lotOf(tx, id);
  });
}

async function markLot({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<Lot> {
  return db.transaction(async (tx) => {
    const lot = await lotOf(tx, id);
    const { name } = await itemOf(tx, lot.item);
    if (!archived) await mustBeOnce(tx, lot, name);
    await setLotDeleted(tx, id, archived);
    const kind = archived ? 'lot taken out' : 'lot put back';
    await insertEvent(tx, { kind, by, item: lot.item, detail: { name, lot: lot.code } });
    return lot;
  });
}
export const archiveLot = (shop: Shop, by: Actor, id: string) => markLot(shop, by, id, true);
export const restoreLot = (shop: Shop, by: Actor, id: string) => markLot(shop, by, id, false);

import type { BroughtFile, NewBroughtShelf, RecordRows, ShelfThing } from '../../shared/jobs-file.ts';
import type { Queries } from '../db/db.ts';
import { broughtById, insertBrought, lotsOfItems } from '../repositories/jobs-file.ts';
import { broughtOf, idsOf, underWayAs } from './brought.ts';
import { addRungs } from './ladders.ts';
import { keepMix } from './mixes.ts';
import { Refusal } from './refusal.ts';
import { addColourant, addMedium, addSpecies } from './shelf.ts';
import type { Actor, Shop } from './shop.ts';
import { addLot, addSupply } from './supplies.ts';

/** The shop inside a transaction: what begins one of its own goes on in this one. */
const within = (shop: Shop, tx: Queries): Shop => ({
  ...shop,
  db: { ...shop.db, query: (sql, parameters) => tx.query(sql, parameters), transaction: (work) => work(tx) },
});

function putOnShelf(shop: Shop, by: Actor, thing: ShelfThing): Promise<unknown> {
  switch (thing.what) {
    case 'species':
      return addSpecies(shop, by, thing.thing);
    case 'colourant':
      return addColourant(shop, by, thing.thing);
    case 'medium':
      return addMedium(shop, by, thing.thing);
    case 'supply':
      return addSupply(shop, by, thing.thing);
    case 'mix':
      return keepMix(shop, by, thing.thing);
    case 'lot':
      return addLot(shop, by, thing.thing);
    case 'ladder':
      return addRungs(shop, by, thing.thing.colourant, thing.thing.rungs);
  }
}

const TABLES = {
  species: 'species',
  colourant: 'colourant',
  medium: 'medium',
  supply: 'supply',
  mix: 'kept_mix',
  lot: 'lot',
} as const;
/** The rows that things became, by their tables. */
function rowsOfThings(things: readonly ShelfThing[]): RecordRows {
  const rows: RecordRows = {};
  const put = (table: string, id: string) => {
    rows[table] = [...(rows[table] ?? []), { id }];
  };
  for (const { what, thing } of things)
    if (what === 'ladder') for (const rung of thing.rungs) put('ladder_rung', rung.id);
    else put(TABLES[what], thing.id);
  return rows;
}
const nameOf = ({ what, thing }: ShelfThing): string =>
  what === 'ladder' ? `the ladder of ${thing.colourant}` : 'name' in thing ? thing.name : `lot ${thing.code}`;

/** Puts what a file holds on the shelf: in one transaction, which ends without a trace when whoever sent it leaves. */
export async function bringShelf(
  shop: Shop,
  by: Actor,
  { id, name, things }: NewBroughtShelf,
  gone: AbortSignal,
): Promise<BroughtFile> {
  const { db } = shop;
  if (await broughtById(db, id)) return broughtOf(db, id);
  return underWayAs(id, gone, async ({ expect, went }) => {
    expect(things.length);
    await db.transaction(async (tx) => {
      const inside = within(shop, tx);
      for (const thing of things) {
        await putOnShelf(inside, by, thing).catch((trouble) => {
          if (!(trouble instanceof Refusal)) throw trouble;
          throw new Refusal(
            trouble.status,
            `${nameOf(thing)}: ${trouble.message} Nothing of the file was kept.`,
            'file',
          );
        });
        went(1);
      }
      const rows = rowsOfThings(things);
      // A colour's first lot comes with it.
      const items = things.flatMap(({ what, thing }) => (what === 'colourant' ? [`colourant/${thing.id}`] : []));
      const lots = new Set([...idsOf(rows.lot), ...(await lotsOfItems(tx, items))]);
      await insertBrought(tx, { id, name, rows: { ...rows, lot: Array.from(lots, (lot) => ({ id: lot })) }, by });
    });
    return broughtOf(db, id);
  });
}

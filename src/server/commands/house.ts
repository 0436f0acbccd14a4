import type { z } from 'zod';
import { eyesOf } from '../../record/job/eyes.ts';
import { camerasOf } from '../../record/job/pictures.ts';
import { effectOfHouse, type HouseEffect } from '../../record/job/rules.ts';
import type {
  CamerasFound,
  House,
  HouseAsked,
  HouseChange,
  InstrumentChange,
  NewInstrument,
  NewPerson,
  PeoplesEyes,
  PersonChange,
} from '../../shared/house.ts';
import type { NewOldBoard, OldBoard, OldBoardChange } from '../../shared/old-board.ts';
import type { Queries } from '../db/db.ts';
import { benchesLookedAt } from '../learning/looked-at.ts';
import { nextNumber } from '../repositories/counters.ts';
import { insertEvent } from '../repositories/events.ts';
import {
  house,
  insertInstrument,
  insertPerson,
  setArchived,
  updateHouse,
  updateInstrument,
  updatePerson,
} from '../repositories/house.ts';
import { newestJobs } from '../repositories/jobs.ts';
import { insertOldBoard, oldBoardById, updateOldBoard } from '../repositories/rack.ts';
import { speciesById, wholeShelf } from '../repositories/shelf.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';
import { followFolder, mustBeFolder } from './watched.ts';

export async function changeHouse(shop: Shop, by: Actor, change: HouseChange): Promise<House> {
  const { db, door } = shop;
  const { folder } = change.watch ?? { folder: null };
  if (folder !== null) await mustBeFolder(folder);
  if (change.customers) await door.open();
  const changed = await db.transaction(async (tx) => {
    const { people: _, instruments: __, version, ...was } = await house(tx);
    if (!(await updateHouse(tx, change))) throw new Conflict('The house', { version, value: was });
    const { version: ___, ...now } = change;
    await insertEvent(tx, { kind: 'house changed', by, item: 'house', detail: { was, now } });
    return house(tx);
  });
  if (!changed.customers) await door.shut();
  if (change.watch) await followFolder(shop, by, folder);
  return changed;
}

/** Jobs that are looked through for what a choice of the house changes: the newest. */
const MOST_JOBS = 40;
/** What another choice of schools or tools would change of the open jobs. */
export const effectsOfHouse = async ({ db }: Shop, { was, now }: z.infer<typeof HouseAsked>): Promise<HouseEffect[]> =>
  effectOfHouse(await newestJobs(db, MOST_JOBS), await wholeShelf(db), was, now);

/** How those who looked at boards are found to see, from the newest jobs. */
export const eyesOfPeople = async ({ db }: Shop): Promise<z.infer<typeof PeoplesEyes>> => ({
  eyes: eyesOf(await benchesLookedAt(db)),
});

/** The cameras that took pictures in the newest jobs. */
export const camerasOfShop = async ({ db }: Shop): Promise<z.infer<typeof CamerasFound>> => ({
  cameras: camerasOf(await benchesLookedAt(db)),
});

export async function addPerson({ db }: Shop, by: Actor, person: NewPerson): Promise<House> {
  return db.transaction(async (tx) => {
    if (await insertPerson(tx, person))
      await insertEvent(tx, { kind: 'added', by, item: `person/${person.id}`, detail: { name: person.name } });
    return house(tx);
  });
}

export async function changePerson(
  { db }: Shop,
  by: Actor,
  id: string,
  change: z.infer<typeof PersonChange>,
): Promise<House> {
  return db.transaction(async (tx) => {
    const was = (await house(tx)).people.find((p) => p.id === id);
    if (!was) throw notFound('person');
    if (!(await updatePerson(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    const { version: _, ...now } = change;
    await insertEvent(tx, { kind: 'changed', by, item: `person/${id}`, detail: { name: was.name, was, now } });
    return house(tx);
  });
}

export async function addInstrument({ db }: Shop, by: Actor, instrument: NewInstrument): Promise<House> {
  return db.transaction(async (tx) => {
    if (await insertInstrument(tx, instrument))
      await insertEvent(tx, {
        kind: 'added',
        by,
        item: `instrument/${instrument.id}`,
        detail: { name: instrument.name },
      });
    return house(tx);
  });
}

export async function changeInstrument(
  { db }: Shop,
  by: Actor,
  id: string,
  change: z.infer<typeof InstrumentChange>,
): Promise<House> {
  return db.transaction(async (tx) => {
    const was = (await house(tx)).instruments.find((i) => i.id === id);
    if (!was) throw notFound('instrument');
    if (!(await updateInstrument(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    const { version: _, ...now } = change;
    await insertEvent(tx, { kind: 'changed', by, item: `instrument/${id}`, detail: { name: was.name, was, now } });
    return house(tx);
  });
}

type Named = readonly [kind: 'person' | 'instrument', id: string];
async function markPersonOrInstrument({ db }: Shop, by: Actor, [kind, id]: Named, archived: boolean): Promise<House> {
  return db.transaction(async (tx) => {
    if (!(await setArchived(tx, kind, id, archived))) throw notFound(kind);
    const { people, instruments } = await house(tx);
    const name = [...people, ...instruments].find((x) => x.id === id)?.name;
    await insertEvent(tx, {
      kind: archived ? 'put away' : 'brought back',
      by,
      item: `${kind}/${id}`,
      detail: { name },
    });
    return house(tx);
  });
}
export const archivePersonOrInstrument = (shop: Shop, by: Actor, named: Named) =>
  markPersonOrInstrument(shop, by, named, true);
export const restorePersonOrInstrument = (shop: Shop, by: Actor, named: Named) =>
  markPersonOrInstrument(shop, by, named, false);

async function mustStandOnTheShelf(tx: Queries, species: string): Promise<void> {
  if (!(await speciesById(tx, species)))
    throw new Refusal(422, `There is no wood “${species}” on the shelf.`, 'speciesId');
}

export async function addOldBoard({ db }: Shop, by: Actor, input: NewOldBoard): Promise<OldBoard> {
  return db.transaction(async (tx) => {
    await mustStandOnTheShelf(tx, input.speciesId);
    if (await insertOldBoard(tx, input))
      await insertEvent(tx, { kind: 'added', by, item: `old-board/${input.id}`, detail: { name: input.label } });
    return (await oldBoardById(tx, input.id)) as OldBoard;
  });
}

export async function changeOldBoard(
  { db }: Shop,
  by: Actor,
  id: string,
  change: z.infer<typeof OldBoardChange>,
): Promise<OldBoard> {
  return db.transaction(async (tx) => {
    const was = await oldBoardById(tx, id);
    if (!was) throw notFound('board on the rack');
    if (change.speciesId !== undefined) await mustStandOnTheShelf(tx, change.speciesId);
    if (!(await updateOldBoard(tx, id, change))) throw new Conflict(was.label, { version: was.version, value: was });
    const { version: _, grid: __, ...now } = change;
    await insertEvent(tx, { kind: 'changed', by, item: `old-board/${id}`, detail: { name: was.label, was, now } });
    return (await oldBoardById(tx, id)) as OldBoard;
  });
}

async function markOldBoard({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    if (!(await setArchived(tx, 'old_board', id, archived))) throw notFound('board on the rack');
    await nextNumber(tx, 'evidence');
    const name = (await oldBoardById(tx, id))?.label;
    await insertEvent(tx, {
      kind: archived ? 'put away' : 'brought back',
      by,
      item: `old-board/${id}`,
      detail: { name },
    });
  });
}
export const archiveOldBoard = (shop: Shop, by: Actor, id: string) => markOldBoard(shop, by, id, true);
export const restoreOldBoard = (shop: Shop, by: Actor, id: string) => markOldBoard(shop, by, id, false);

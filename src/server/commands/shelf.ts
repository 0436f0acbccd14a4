import type { z } from 'zod';
import { checkWood } from '../../core/board/wood.ts';
import { FieldError } from '../../core/field-error.ts';
import { fitCoat, usualSurface } from '../../core/learn/surfaces.ts';
import { BARE } from '../../core/optics/surface.ts';
import { rawTrouble } from '../../record/board/wood.ts';
import { newId } from '../../shared/id.ts';
import type { NewLot } from '../../shared/lot.ts';
import type {
  ColourantChange,
  ColourantRecord,
  MediumChange,
  MediumRecord,
  NewCoatSample,
  NewColourant,
  NewMedium,
  NewSpecies,
  SpeciesChange,
  SpeciesRecord,
} from '../../shared/shelf.ts';
import type { Queries } from '../db/db.ts';
import { nextNumber } from '../repositories/counters.ts';
import { insertEvent } from '../repositories/events.ts';
import { setArchived } from '../repositories/house.ts';
import { insertLot } from '../repositories/lots.ts';
import {
  colourantById,
  insertCoatSample,
  insertColourant,
  insertMedium,
  insertSpecies,
  keepVersion,
  mediumById,
  type ShelfKind,
  sampleOwner,
  setCoat,
  setSampleDeleted,
  speciesById,
  updateColourant,
  updateMedium,
  updateSpecies,
} from '../repositories/shelf.ts';
import { fitProfiles } from './profiles.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

export const WHAT: Record<ShelfKind, string> = {
  species: 'wood',
  colourant: 'colour',
  medium: 'sealer, oil or clear',
  supply: 'supply',
};

/** A change of the shelf is kept as a version, stamped as evidence, and told. */
export async function shelfChanged(
  tx: Queries,
  by: Actor,
  [kind, id]: readonly [ShelfKind, string],
  event: {
    kind: 'added' | 'changed' | 'boards read' | 'rung changed' | 'rung taken out' | 'rung put back';
    detail: object;
  },
): Promise<void> {
  await keepVersion(tx, kind, id);
  await nextNumber(tx, 'evidence');
  await insertEvent(tx, { ...event, by, item: `${kind}/${id}` });
}

export const taken = (id: string) => new Refusal(409, `The code ${id} is taken. Give the new one another.`, 'id');
/** Whether two records of one code say the same: then the request was repeated, and changes nothing. */
export const same = (asked: object, known: object) =>
  Object.entries(asked).every(
    ([key, value]) => JSON.stringify(value ?? null) === JSON.stringify((known as Record<string, unknown>)[key] ?? null),
  );

/** A raw tissue that no wood has would stop every board of it. */
function mustBeWood(species: Pick<NewSpecies, 'tissues' | 'name'> & Partial<NewSpecies>): void {
  checkWood({ id: '', figure: 'birch', tannin: 0, ...species });
  for (const { reflectance, name } of species.tissues) {
    const trouble = rawTrouble(reflectance);
    if (trouble) throw new FieldError('tissues', `${species.name}, ${name}: ${trouble}`);
  }
}

export async function addSpecies({ db }: Shop, by: Actor, input: NewSpecies): Promise<SpeciesRecord> {
  mustBeWood(input);
  return db.transaction(async (tx) => {
    if (await insertSpecies(tx, input))
      await shelfChanged(tx, by, ['species', input.id], { kind: 'added', detail: { name: input.name } });
    const known = await speciesById(tx, input.id);
    if (!known || !same(input, known)) throw taken(input.id);
    return known;
  });
}

export async function changeSpecies(
  { db }: Shop,
  by: Actor,
  id: string,
  change: z.infer<typeof SpeciesChange>,
): Promise<SpeciesRecord> {
  return db.transaction(async (tx) => {
    const was = await speciesById(tx, id);
    if (!was) throw notFound(WHAT.species);
    const { version: _, ...now } = change;
    mustBeWood({ ...was, ...now });
    if (!(await updateSpecies(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    const { tissues: wasTissues, ...wasRest } = was;
    const { tissues, ...rest } = now;
    const read = tissues && JSON.stringify(tissues) !== JSON.stringify(wasTissues);
    const detail = { name: was.name, was: wasRest, now: { ...rest, ...(read ? { tissues: 'read anew' } : {}) } };
    await shelfChanged(tx, by, ['species', id], { kind: 'changed', detail });
    return (await speciesById(tx, id)) as SpeciesRecord;
  });
}

export async function addColourant({ db }: Shop, by: Actor, input: NewColourant): Promise<ColourantRecord> {
  return db.transaction(async (tx) => {
    const { lot, ...colour } = input;
    if (await insertColourant(tx, colour)) {
      if (colour.look) {
        if (!(await speciesById(tx, colour.look.speciesId)))
          throw new Refusal(422, `There is no wood “${colour.look.speciesId}” on the shelf.`, 'look');
        await fitProfiles(tx, input.id);
      }
      if (lot) await insertLot(tx, firstLot(`colourant/${input.id}`, lot));
      await shelfChanged(tx, by, ['colourant', input.id], { kind: 'added', detail: { name: input.name } });
    }
    const known = await colourantById(tx, input.id);
    if (!known || !same(colour, known)) throw taken(input.id);
    return known;
  });
}

/** The lot that a tin names when it comes to the shelf: nobody has counted it yet. */
const firstLot = (item: string, code: string): NewLot => ({
  id: newId(),
  item,
  code,
  amount: null,
  unit: 'g',
  opened: null,
  bestBefore: null,
  note: '',
});

export async function colourOf(db: Queries, id: string): Promise<ColourantRecord> {
  const colourant = await colourantById(db, id);
  if (!colourant) throw notFound(WHAT.colourant);
  return colourant;
}

export async function changeColourant(
  { db }: Shop,
  by: Actor,
  id: string,
  change: z.infer<typeof ColourantChange>,
): Promise<ColourantRecord> {
  return db.transaction(async (tx) => {
    const was = await colourOf(tx, id);
    const strongest = Math.max(0, ...was.rungs.map((r) => r.strength));
    if (change.maxStrength !== undefined && change.maxStrength < strongest)
      throw new FieldError('maxStrength', `Its ladder has a rung at ${strongest}: the strongest mix cannot be less.`);
    if (!(await updateColourant(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    if (change.look !== undefined) await fitProfiles(tx, id);
    const { version: _, ...now } = change;
    await shelfChanged(tx, by, ['colourant', id], {
      kind: 'changed',
      detail: { name: was.name, was: pick(was, now), now },
    });
    return colourOf(tx, id);
  });
}

/** Of what was, the fields that are changed. */
export const pick = (was: object, now: object) =>
  Object.fromEntries(Object.keys(now).map((key) => [key, (was as Record<string, unknown>)[key]]));

export async function addMedium({ db }: Shop, by: Actor, input: NewMedium): Promise<MediumRecord> {
  return db.transaction(async (tx) => {
    if (await insertMedium(tx, input))
      await shelfChanged(tx, by, ['medium', input.id], { kind: 'added', detail: { name: input.name } });
    const known = await mediumById(tx, input.id);
    if (!known || !(same(input, known) || (known.samples.length > 0 && input.name === known.name)))
      throw taken(input.id);
    return known;
  });
}

async function mediumOf(db: Queries, id: string): Promise<MediumRecord> {
  const medium = await mediumById(db, id);
  if (!medium) throw notFound(WHAT.medium);
  return medium;
}

export async function changeMedium(
  { db }: Shop,
  by: Actor,
  id: string,
  change: z.infer<typeof MediumChange>,
): Promise<MediumRecord> {
  return db.transaction(async (tx) => {
    const was = await mediumOf(tx, id);
    if (!(await updateMedium(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    const { version: _, ...now } = change;
    await shelfChanged(tx, by, ['medium', id], {
      kind: 'changed',
      detail: { name: was.name, was: pick(was, now), now },
    });
    return mediumOf(tx, id);
  });
}

/** A sealer or clear fitted to all its boards; without any it keeps what it has. */
async function fitMedium(tx: Queries, id: string): Promise<void> {
  const { kind, samples } = await mediumOf(tx, id);
  if (samples.length === 0) return;
  const fitted = fitCoat(
    samples.map(({ before, after, coats }) => ({
      before: Float64Array.from(before),
      after: Float64Array.from(after),
      coats,
      under: BARE,
    })),
    usualSurface(kind),
  );
  await setCoat(tx, id, fitted);
}

/** Boards read before and after the coat are kept, and the coat is fitted to all of them again. */
export async function addCoatSamples(
  { db }: Shop,
  by: Actor,
  id: string,
  samples: readonly NewCoatSample[],
): Promise<MediumRecord> {
  return db.transaction(async (tx) => {
    const { kind, name } = await mediumOf(tx, id);
    if (kind === 'oil')
      throw new Refusal(
        409,
        'An oil goes into the wood and is not fitted as a film: it keeps the usual values.',
        'kind',
      );
    let added = 0;
    for (const sample of samples) {
      if (!(await speciesById(tx, sample.speciesId)))
        throw new Refusal(422, `There is no wood “${sample.speciesId}” on the shelf.`, 'speciesId');
      if (await insertCoatSample(tx, id, sample)) added++;
    }
    if (added > 0) {
      await fitMedium(tx, id);
      await shelfChanged(tx, by, ['medium', id], { kind: 'boards read', detail: { name, count: added } });
    }
    return mediumOf(tx, id);
  });
}

async function markSample({ db }: Shop, by: Actor, sample: string, archived: boolean): Promise<MediumRecord> {
  return db.transaction(async (tx) => {
    const owner = await sampleOwner(tx, sample);
    if (!owner) throw notFound('board');
    await setSampleDeleted(tx, sample, archived);
    await fitMedium(tx, owner.mediumId);
    const medium = await mediumOf(tx, owner.mediumId);
    const kind = archived ? 'rung taken out' : 'rung put back';
    await shelfChanged(tx, by, ['medium', medium.id], { kind, detail: { name: medium.name } });
    return medium;
  });
}
export const archiveCoatSample = (shop: Shop, by: Actor, sample: string) => markSample(shop, by, sample, true);
export const restoreCoatSample = (shop: Shop, by: Actor, sample: string) => markSample(shop, by, sample, false);

/** Something on the shelf: its kind and its code. */
type ItemOnShelf = readonly [kind: ShelfKind, id: string];
/** Anything on the shelf can be put away and brought back; what was made with it stays. */
async function markOnShelf({ db }: Shop, by: Actor, [kind, id]: ItemOnShelf, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    if (!(await setArchived(tx, kind, id, archived))) throw notFound(WHAT[kind]);
    await keepVersion(tx, kind, id);
    const detail = { name: id };
    await insertEvent(tx, { kind: archived ? 'put away' : 'brought back', by, item: `${kind}/${id}`, detail });
  });
}
export const archiveOnShelf = (shop: Shop, by: Actor, item: ItemOnShelf) => markOnShelf(shop, by, item, true);
export const restoreOnShelf = (shop: Shop, by: Actor, item: ItemOnShelf) => markOnShelf(shop, by, item, false);

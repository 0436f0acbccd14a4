import { z } from 'zod';
import { anatomyOf, blotchOf } from '../../core/board/wood.ts';
import type { FittedCoat } from '../../core/learn/surfaces.ts';
import type { LadderFit } from '../../record/job/ladders.ts';
import { NO_SHEET, type Sheet } from '../../shared/sheet.ts';
import {
  type ColourantChange,
  ColourantRecord,
  type MediumChange,
  MediumRecord,
  type NewCoatSample,
  type NewColourant,
  type NewMedium,
  type NewRung,
  type NewSpecies,
  type NewSupply,
  Rung,
  type Shelf,
  type SpeciesChange,
  SpeciesRecord,
  type SupplyChange,
  SupplyRecord,
} from '../../shared/shelf.ts';
import type { Queries } from '../db/db.ts';
import { lots } from './lots.ts';
import { mixes } from './mixes.ts';
import { all, assignments, one, touched } from './rows.ts';

const SPECIES =
  'id, name, figure, cut, ring_mm as "ringMm", tannin, anatomy, blotch, tissues, version, archived_at is not null as archived';
const COLOURANT = `c.id, c.name, c.kind, c.carrier, c.max_strength as "maxStrength", c.absorption, c.scatter, c.exponent,
  c.cost_per_gram as "costPerGram", c.caution, c.sheet, c.lift, c.look, c.fit, c.version, c.archived_at is not null as archived,
  coalesce((select json_agg(json_build_object('id', r.id, 'speciesId', r.species_id, 'strength', r.strength,
              'before', r.before, 'after', r.after, 'beside', r.beside, 'version', r.version) order by r.strength, r.id)
            from ladder_rung r where r.colourant_id = c.id and r.deleted_at is null), '[]') as rungs`;
const MEDIUM = `m.id, m.name, m.kind, m.carrier, m.k1, m.k2, m.tint, m.caution, m.sheet, m.fit_error as "fitError", m.version,
  m.archived_at is not null as archived,
  coalesce((select json_agg(json_build_object('id', s.id, 'speciesId', s.species_id, 'coats', s.coats,
              'before', s.before, 'after', s.after) order by s.created_at, s.id)
            from coat_sample s where s.medium_id = m.id and s.deleted_at is null), '[]') as samples`;

const SUPPLY = 'id, name, kind, carrier, caution, sheet, version, archived_at is not null as archived';
const sheetText = (sheet: Sheet | undefined) => JSON.stringify(sheet ?? NO_SHEET);

export const allSpecies = (db: Queries): Promise<SpeciesRecord[]> =>
  all(db, SpeciesRecord, `select ${SPECIES} from species order by name, id`);
export const allColourants = (db: Queries): Promise<ColourantRecord[]> =>
  all(db, ColourantRecord, `select ${COLOURANT} from colourant c order by c.kind, c.id`);
export const wholeShelf = async (db: Queries): Promise<Shelf> => ({
  species: await allSpecies(db),
  colourants: await allColourants(db),
  mediums: await all(db, MediumRecord, `select ${MEDIUM} from medium m order by m.kind, m.name, m.id`),
  supplies: await all(db, SupplyRecord, `select ${SUPPLY} from supply order by kind, name, id`),
  lots: await lots(db),
  mixes: await mixes(db),
});

export const speciesById = (db: Queries, id: string): Promise<SpeciesRecord | null> =>
  one(db, SpeciesRecord, `select ${SPECIES} from species where id = $1`, [id]);
export const colourantById = (db: Queries, id: string): Promise<ColourantRecord | null> =>
  one(db, ColourantRecord, `select ${COLOURANT} from colourant c where c.id = $1`, [id]);
export const mediumById = (db: Queries, id: string): Promise<MediumRecord | null> =>
  one(db, MediumRecord, `select ${MEDIUM} from medium m where m.id = $1`, [id]);
export const supplyById = (db: Queries, id: string): Promise<SupplyRecord | null> =>
  one(db, SupplyRecord, `select ${SUPPLY} from supply where id = $1`, [id]);
/** The sealer that ladders of pigments are read over: the first that stands on the shelf. */
export const firstSealer = (db: Queries): Promise<MediumRecord | null> =>
  one(
    db,
    MediumRecord,
    `select ${MEDIUM} from medium m where m.kind = 'sealer' and m.archived_at is null order by m.name, m.id limit 1`,
  );

export type ShelfKind = 'species' | 'colourant' | 'medium' | 'supply';

/** Keeps a thing of the shelf as it is now, under its version: what was predicted with it can be looked up. */
export async function keepVersion(db: Queries, kind: ShelfKind, id: string): Promise<void> {
  await db.query(
    `insert into shelf_version (kind, item_id, version, content)
     select $1, id, version, to_jsonb(t) - 'version' - 'archived_at' - 'created_at' from ${kind} t where id = $2
     on conflict do nothing`,
    [kind, id],
  );
}

const KeptVersion = z.object({ version: z.number(), content: z.record(z.string(), z.unknown()), at: z.date() });
/** A thing of the shelf as it was in a version; null when there was none such. */
export const versionOf = (db: Queries, kind: ShelfKind, id: string, version: number) =>
  one(
    db,
    KeptVersion,
    'select version, content, at from shelf_version where kind = $1 and item_id = $2 and version = $3',
    [kind, id, version],
  );

export async function insertSpecies(db: Queries, s: NewSpecies): Promise<boolean> {
  return touched(
    await db.query(
      `insert into species (id, name, figure, tannin, tissues, anatomy, blotch, cut, ring_mm)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict (id) do nothing returning id`,
      [
        s.id,
        s.name,
        s.figure,
        s.tannin,
        JSON.stringify(s.tissues),
        anatomyOf(s),
        blotchOf(s),
        s.cut ?? 'flat',
        s.ringMm ?? null,
      ],
    ),
  );
}

export async function updateSpecies(
  db: Queries,
  id: string,
  { version, name, figure, cut, ringMm, tannin, anatomy, blotch, tissues }: z.infer<typeof SpeciesChange>,
): Promise<boolean> {
  const { set, values } = assignments(
    { name, figure, cut, ring_mm: ringMm, tannin, anatomy, blotch, tissues: tissues && JSON.stringify(tissues) },
    3,
  );
  return touched(
    await db.query(`update species set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      id,
      version,
      ...values,
    ]),
  );
}

export async function insertColourant(db: Queries, c: NewColourant): Promise<boolean> {
  return touched(
    await db.query(
      `insert into colourant (id, name, kind, carrier, max_strength, cost_per_gram, caution, lift, sheet, look)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing returning id`,
      [
        c.id,
        c.name,
        c.kind,
        c.carrier,
        c.maxStrength,
        c.costPerGram,
        c.caution,
        c.lift ?? null,
        sheetText(c.sheet),
        c.look ? JSON.stringify(c.look) : null,
      ],
    ),
  );
}

export async function updateColourant(
  db: Queries,
  id: string,
  change: z.infer<typeof ColourantChange>,
): Promise<boolean> {
  const { name, carrier, maxStrength, costPerGram, caution, lift, sheet, look } = change;
  const { set, values } = assignments(
    {
      name,
      carrier,
      max_strength: maxStrength,
      cost_per_gram: costPerGram,
      caution,
      lift,
      sheet: sheet && sheetText(sheet),
      look: look && JSON.stringify(look),
    },
    3,
  );
  return touched(
    await db.query(`update colourant set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      id,
      change.version,
      ...values,
    ]),
  );
}

/** The profile that a ladder gave, or none; a new version of the colour. */
export async function setProfile(db: Queries, { id, fitted, fitError, usual }: LadderFit): Promise<void> {
  const profile = fitted?.profile;
  await db.query(
    `update colourant set absorption = $2, scatter = $3, exponent = $4, fit = $5, version = version + 1 where id = $1`,
    [
      id,
      profile?.absorption ?? null,
      fitted?.scatter ?? null,
      profile?.exponent ?? 1,
      profile && !usual ? JSON.stringify({ fitError, bandError: profile.bandError }) : null,
    ],
  );
}

/** False when this rung was kept already. */
export async function insertRung(db: Queries, colourant: string, rung: NewRung): Promise<boolean> {
  return touched(
    await db.query(
      `insert into ladder_rung (id, colourant_id, species_id, strength, before, after, beside)
       values ($1, $2, $3, $4, $5, $6, $7) on conflict (id) do nothing returning id`,
      [rung.id, colourant, rung.speciesId, rung.strength, rung.before, rung.after, JSON.stringify(rung.beside)],
    ),
  );
}

const OwnedRung = Rung.extend({ colourantId: z.string() });
export const rungById = (db: Queries, id: string) =>
  one(
    db,
    OwnedRung,
    `select id, colourant_id as "colourantId", species_id as "speciesId", strength, before, after, beside, version
     from ladder_rung where id = $1`,
    [id],
  );
export async function setRungStrength(db: Queries, id: string, version: number, strength: number): Promise<boolean> {
  return touched(
    await db.query(
      'update ladder_rung set strength = $3, version = version + 1 where id = $1 and version = $2 returning id',
      [id, version, strength],
    ),
  );
}
export async function setRungDeleted(db: Queries, id: string, deleted: boolean): Promise<void> {
  await db.query('update ladder_rung set deleted_at = case when $2 then now() end where id = $1', [id, deleted]);
}

export async function insertMedium(db: Queries, m: NewMedium): Promise<boolean> {
  return touched(
    await db.query(
      `insert into medium (id, name, kind, carrier, k1, k2, tint, caution, sheet) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
       on conflict (id) do nothing returning id`,
      [m.id, m.name, m.kind, m.carrier, m.k1 ?? null, m.k2, m.tint, m.caution, sheetText(m.sheet)],
    ),
  );
}

export async function updateMedium(
  db: Queries,
  id: string,
  { version, name, carrier, caution, sheet }: z.infer<typeof MediumChange>,
): Promise<boolean> {
  const { set, values } = assignments({ name, carrier, caution, sheet: sheet && sheetText(sheet) }, 3);
  return touched(
    await db.query(`update medium set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      id,
      version,
      ...values,
    ]),
  );
}

/** False when this board was kept already. */
export async function insertCoatSample(db: Queries, medium: string, sample: NewCoatSample): Promise<boolean> {
  return touched(
    await db.query(
      `insert into coat_sample (id, medium_id, species_id, coats, before, after) values ($1, $2, $3, $4, $5, $6)
       on conflict (id) do nothing returning id`,
      [sample.id, medium, sample.speciesId, sample.coats, sample.before, sample.after],
    ),
  );
}

export const sampleOwner = (db: Queries, id: string) =>
  one(db, z.object({ mediumId: z.string() }), 'select medium_id as "mediumId" from coat_sample where id = $1', [id]);
export async function setSampleDeleted(db: Queries, id: string, deleted: boolean): Promise<void> {
  await db.query('update coat_sample set deleted_at = case when $2 then now() end where id = $1', [id, deleted]);
}

/** What boards showed of a sealer or clear; a new version of it. */
export async function setCoat(db: Queries, id: string, { surface, tint, fitError }: FittedCoat): Promise<void> {
  await db.query('update medium set k1 = $2, k2 = $3, tint = $4, fit_error = $5, version = version + 1 where id = $1', [
    id,
    surface.k1,
    surface.k2,
    tint,
    fitError,
  ]);
}

export async function insertSupply(
  db: Queries,
  { id, name, kind, carrier, caution, sheet }: NewSupply,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into supply (id, name, kind, carrier, caution, sheet) values ($1, $2, $3, $4, $5, $6)
       on conflict (id) do nothing returning id`,
      [id, name, kind, carrier, caution, sheetText(sheet)],
    ),
  );
}

export async function updateSupply(
  db: Queries,
  id: string,
  { version, name, carrier, caution, sheet }: z.infer<typeof SupplyChange>,
): Promise<boolean> {
  const { set, values } = assignments({ name, carrier, caution, sheet: sheet && sheetText(sheet) }, 3);
  return touched(
    await db.query(`update supply set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      id,
      version,
      ...values,
    ]),
  );
}

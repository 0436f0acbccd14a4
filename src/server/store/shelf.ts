import { z } from 'zod';
import type { Profile } from '../../core/learn/profile.ts';
import type { FittedCoat } from '../../core/learn/surfaces.ts';
import {
  type CoatInput,
  ColourantRecord,
  MediumRecord,
  type NewColourant,
  type NewMedium,
  RungInput,
  type Shelf,
  type SpeciesRecord,
  SpeciesSchema,
} from '../../shared/shelf.ts';
import type { Queries } from '../db/db.ts';

export async function allSpecies(db: Queries): Promise<SpeciesRecord[]> {
  return z
    .array(SpeciesSchema)
    .parse(await db.query('select id, name, figure, tannin, tissues from species order by name'));
}

export async function insertSpecies(db: Queries, s: SpeciesRecord): Promise<void> {
  await db.query(
    `insert into species (id, name, figure, tannin, tissues) values ($1, $2, $3, $4, $5)
     on conflict (id) do update set name = $2, figure = $3, tannin = $4, tissues = $5`,
    [s.id, s.name, s.figure, s.tannin, JSON.stringify(s.tissues)],
  );
}

export async function insertColourant(db: Queries, c: NewColourant): Promise<boolean> {
  const rows = await db.query(
    `insert into colourant (id, name, kind, carrier, max_strength, cost_per_gram, lot, caution)
     values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict (id) do nothing returning id`,
    [c.id, c.name, c.kind, c.carrier, c.maxStrength, c.costPerGram, c.lot, c.caution],
  );
  return rows.length > 0;
}

export async function setProfile(db: Queries, id: string, profile: Profile, scatter: readonly number[]): Promise<void> {
  await db.query('update colourant set absorption = $2, scatter = $3, exponent = $4, fit = $5 where id = $1', [
    id,
    profile.absorption,
    scatter,
    profile.exponent,
    JSON.stringify({ fitError: profile.fitError, bandError: profile.bandError }),
  ]);
}

export async function insertRung(db: Queries, colourant: string, rung: z.infer<typeof RungInput>): Promise<void> {
  await db.query(
    'insert into ladder_rung (colourant_id, species_id, strength, before, after) values ($1, $2, $3, $4, $5)',
    [colourant, rung.speciesId, rung.strength, rung.before, rung.after],
  );
}

export async function rungsOf(db: Queries, colourant: string) {
  const rows = await db.query(
    `select id, species_id as "speciesId", strength, before, after from ladder_rung
     where colourant_id = $1 order by strength`,
    [colourant],
  );
  return z.array(RungInput.extend({ id: z.number() })).parse(rows);
}

export async function colourantById(db: Queries, id: string): Promise<ColourantRecord | null> {
  return (await allColourants(db)).find((c) => c.id === id) ?? null;
}

export async function allColourants(db: Queries): Promise<ColourantRecord[]> {
  const rows = await db.query(
    `select c.id, c.name, c.kind, c.carrier, c.max_strength as "maxStrength", c.absorption, c.scatter, c.exponent,
            c.cost_per_gram as "costPerGram", c.lot, c.caution, c.fit,
            coalesce((select json_agg(json_build_object('id', r.id, 'speciesId', r.species_id, 'strength', r.strength,
                        'before', r.before, 'after', r.after) order by r.strength)
                      from ladder_rung r where r.colourant_id = c.id), '[]') as rungs
     from colourant c order by c.kind, c.id`,
  );
  return z.array(ColourantRecord).parse(rows);
}

export async function allMediums(db: Queries): Promise<MediumRecord[]> {
  const rows = await db.query(
    `select m.id, m.name, m.kind, m.carrier, m.k1, m.k2, m.tint, m.caution, m.fit_error as "fitError",
            coalesce((select json_agg(json_build_object('id', s.id, 'speciesId', s.species_id, 'coats', s.coats,
                        'before', s.before, 'after', s.after) order by s.id)
                      from coat_sample s where s.medium_id = m.id), '[]') as samples
     from medium m order by m.kind, m.name`,
  );
  return z.array(MediumRecord).parse(rows);
}

export async function mediumById(db: Queries, id: string): Promise<MediumRecord | null> {
  return (await allMediums(db)).find((m) => m.id === id) ?? null;
}

export async function insertMedium(db: Queries, m: NewMedium): Promise<boolean> {
  const rows = await db.query(
    `insert into medium (id, name, kind, carrier, k1, k2, tint, caution) values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (id) do nothing returning id`,
    [m.id, m.name, m.kind, m.carrier, m.k1 ?? null, m.k2, m.tint, m.caution],
  );
  return rows.length > 0;
}

export async function insertCoat(db: Queries, medium: string, coat: z.infer<typeof CoatInput>): Promise<void> {
  await db.query('insert into coat_sample (medium_id, species_id, coats, before, after) values ($1, $2, $3, $4, $5)', [
    medium,
    coat.speciesId,
    coat.coats,
    coat.before,
    coat.after,
  ]);
}

export async function setCoat(db: Queries, id: string, { surface, tint, fitError }: FittedCoat): Promise<void> {
  await db.query('update medium set k1 = $2, k2 = $3, tint = $4, fit_error = $5 where id = $1', [
    id,
    surface.k1,
    surface.k2,
    tint,
    fitError,
  ]);
}

export const wholeShelf = async (db: Queries): Promise<Shelf> => ({
  species: await allSpecies(db),
  colourants: await allColourants(db),
  mediums: await allMediums(db),
});

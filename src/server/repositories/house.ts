import type { z } from 'zod';
import {
  House,
  type HouseChange,
  Instrument,
  type InstrumentChange,
  type NewInstrument,
  type NewPerson,
  Person,
  type PersonChange,
} from '../../shared/house.ts';
import type { Queries } from '../db/db.ts';
import { all, assignments, one, touched } from './rows.ts';

const HouseRow = House.pick({
  units: true,
  lights: true,
  bench: true,
  schools: true,
  tools: true,
  simulated: true,
  tells: true,
  customers: true,
  cut: true,
  week: true,
  watch: true,
  version: true,
});

export async function house(db: Queries): Promise<House> {
  const row = HouseRow.parse(
    await one(
      db,
      HouseRow,
      'select units, lights, bench, schools, tools, simulated, tells, customers, cut, week, watch, version from house',
    ),
  );
  return { ...row, people: await people(db), instruments: await instruments(db) };
}

export async function updateHouse(
  db: Queries,
  { version, schools, tools, week, cut, watch, ...change }: HouseChange,
): Promise<boolean> {
  const { units, lights, bench, simulated, tells, customers } = change;
  return touched(
    await db.query(
      `update house set units = coalesce($2, units), lights = lights || coalesce($3::jsonb, '{}'),
         bench = bench || coalesce($4::jsonb, '{}'), schools = schools || coalesce($5::jsonb, '{}'),
         tools = coalesce($6::jsonb, tools), week = week || coalesce($7::jsonb, '{}'),
         simulated = coalesce($9, simulated), tells = coalesce($10, tells),
         customers = coalesce($11, customers), cut = coalesce($8::jsonb, cut), watch = coalesce($12::jsonb, watch), version = version + 1
       where version = $1 returning version`,
      [
        version,
        units ?? null,
        ...[lights, bench, schools, tools, week, cut].map((v) => (v ? JSON.stringify(v) : null)),
        simulated ?? null,
        tells ?? null,
        customers ?? null,
        watch ? JSON.stringify(watch) : null,
      ],
    ),
  );
}

/** Whether the simulated bench stands in this shop. */
export async function isSimulated(db: Queries): Promise<boolean> {
  return (await one(db, HouseRow.pick({ simulated: true }), 'select simulated from house'))?.simulated ?? false;
}

export const people = (db: Queries): Promise<Person[]> =>
  all(
    db,
    Person,
    `select id, name, initials, version, archived_at is not null as archived from person order by name, id`,
  );

export const nameOfPerson = async (db: Queries, id: string): Promise<string | null> =>
  (await one(db, Person.pick({ name: true }), 'select name from person where id = $1', [id]))?.name ?? null;

export async function insertPerson(db: Queries, { id, name, initials }: NewPerson): Promise<boolean> {
  return touched(
    await db.query(
      'insert into person (id, name, initials) values ($1, $2, $3) on conflict (id) do nothing returning id',
      [id, name, initials],
    ),
  );
}

export async function updatePerson(db: Queries, id: string, change: z.infer<typeof PersonChange>): Promise<boolean> {
  const { set, values } = assignments({ name: change.name, initials: change.initials }, 3);
  return touched(
    await db.query(`update person set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      id,
      change.version,
      ...values,
    ]),
  );
}

export const instruments = (db: Queries): Promise<Instrument[]> =>
  all(
    db,
    Instrument,
    `select id, name, geometry, note, version, archived_at is not null as archived from instrument order by name, id`,
  );

export async function insertInstrument(db: Queries, { id, name, geometry, note }: NewInstrument): Promise<boolean> {
  return touched(
    await db.query(
      'insert into instrument (id, name, geometry, note) values ($1, $2, $3, $4) on conflict (id) do nothing returning id',
      [id, name, geometry, note],
    ),
  );
}

export async function updateInstrument(
  db: Queries,
  id: string,
  { version, name, geometry, note }: z.infer<typeof InstrumentChange>,
): Promise<boolean> {
  const { set, values } = assignments({ name, geometry, note }, 3);
  return touched(
    await db.query(`update instrument set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      id,
      version,
      ...values,
    ]),
  );
}

const KEPT = ['person', 'instrument', 'species', 'colourant', 'medium', 'supply', 'old_board', 'saved_search'] as const;
export type Archivable = (typeof KEPT)[number];

/** Puts something away, or brings it back; false when there is no such thing. */
export async function setArchived(db: Queries, table: Archivable, id: string, archived: boolean): Promise<boolean> {
  return touched(
    await db.query(
      `update ${table} set archived_at = case when $2 then coalesce(archived_at, now()) end, version = version + 1
       where id = $1 returning id`,
      [id, archived],
    ),
  );
}

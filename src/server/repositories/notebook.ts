import { z } from 'zod';
import { around } from '../../core/colour/around.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { nth } from '../../core/known.ts';
import type { Note } from '../../record/notebook/notes.ts';
import {
  NewSavedSearch,
  NOTED_LIGHTS,
  type NotebookChoices,
  type NotebookQuery,
  Noted,
  type NotedLight,
  type NoteKind,
} from '../../shared/notebook.ts';
import type { Queries } from '../db/db.ts';
import { all, one, touched } from './rows.ts';

/** The column of each light: only one of daylight has every colour, the others those with a spectrum. */
const COLUMN: Readonly<Record<NotedLight, string>> = { D65: 'd65', A: 'a', LED: 'led', F11: 'f11' };

const Due = z.object({ what: z.string() });
/** Jobs, the rack and the mixes that have changed since they were noted; whoever is given one is the only one, until the transaction ends. */
export const takeDue = async (db: Queries, most: number): Promise<string[]> =>
  (
    await all(
      db,
      Due,
      `delete from notebook.due where what in
         (select what from notebook.due order by what limit $1 for update skip locked) returning what`,
      [most],
    )
  ).map((row) => row.what);
const Counted = z.object({ count: z.number() });
export const countDue = async (db: Queries): Promise<number> =>
  (await one(db, Counted, 'select count(*)::int as count from notebook.due'))?.count ?? 0;

/** The colour of a note under a light; null where only its daylight is known. */
function labUnder({ lab, grid }: Pick<Noted, 'lab' | 'grid'>, light: NotedLight): Lab | null {
  if (light === 'D65') return lab;
  return grid && labOf(Float64Array.from(grid), { illuminant: light, observer: 10 });
}

/** What was noted of a job, or of a kind of things that belong to none, put in the place of what was. */
export async function replaceNotes(
  db: Queries,
  of: { job: string } | { kind: NoteKind },
  notes: readonly Note[],
): Promise<void> {
  const job = 'job' in of ? of.job : null;
  if ('job' in of) await db.query('delete from notebook.note where job_id = $1', [job]);
  else await db.query('delete from notebook.note where job_id is null and kind = $1', [of.kind]);
  const rows = notes.map(({ shown, system, items, lots, said }) => ({
    kind: shown.kind,
    id: shown.id,
    part: shown.part,
    job_id: job,
    species_id: shown.speciesId,
    at: shown.at,
    ...Object.fromEntries(NOTED_LIGHTS.map((light) => [COLUMN[light], labUnder(shown, light)])),
    verdict: shown.verdict,
    system,
    people: shown.people,
    items,
    lots,
    said: said.filter(Boolean).join(' \n'),
    shown,
  }));
  await db.query(
    `insert into notebook.note (kind, id, part, job_id, species_id, at, d65, a, led, f11, verdict, system, people, items, lots, words, shown)
     select kind, id, part, job_id, species_id, at, cube(d65), cube(a), cube(led), cube(f11), verdict, system, people, items, lots,
       to_tsvector('english', said), shown
     from jsonb_to_recordset($1::jsonb) as row (kind text, id uuid, part int, job_id uuid, species_id text, at timestamptz,
       d65 float8[], a float8[], led float8[], f11 float8[], verdict text, system text, people text[], items text[], lots uuid[],
       said text, shown jsonb)`,
    [JSON.stringify(rows)],
  );
  await db.query(
    `insert into notebook.word (word)
     select distinct unnest(tsvector_to_array(to_tsvector('simple', said)))
     from jsonb_to_recordset($1::jsonb) as row (said text) on conflict do nothing`,
    [JSON.stringify(rows.map(({ said }) => ({ said })))],
  );
}

/** Everything of a question but its colour, as conditions on a note; the parameters that they have are {@link conditionsOf}. */
const CONDITIONS = `kind = any($1::text[])
  and ($2 = '' or words @@ websearch_to_tsquery('english', $2))
  and ($3::text is null or species_id = $3)
  and ($4::text is null or items @> array[$4])
  and ($5::uuid is null or lots @> array[$5])
  and ($6::text is null or $6 = any(people))
  and ($7::text is null or system = $7)
  and ($8::text is null or verdict = $8)
  and ($9::date is null or at >= $9::date)
  and ($10::date is null or at < $10::date + 1)`;
export type NotesAsked = Omit<NotebookQuery, 'near' | 'light' | 'within' | 'skip'>;
const conditionsOf = ({ kinds, words, wood, item, lot, person, system, verdict, from, until }: NotesAsked) =>
  [kinds, words, wood, item, lot, person, system, verdict, from, until].map((value) => value ?? null);

const Placed = z.object({
  kind: z.string(),
  id: z.string(),
  part: z.number(),
  l: z.number(),
  a: z.number(),
  b: z.number(),
});
const placed = (column: string) =>
  `kind, id, part, cube_ll_coord(${column}, 1) as l, cube_ll_coord(${column}, 2) as a, cube_ll_coord(${column}, 3) as b`;

/** A note and how far it is from a colour, CIEDE2000. */
interface Away {
  kind: string;
  id: string;
  part: number;
  away: number;
}

interface ColourAsked {
  lab: Lab;
  light: NotedLight;
  /** CIEDE2000 */
  within?: number | undefined;
}

/** Plain distance in L*a*b* is a rough guess of CIEDE2000: of so many times what is asked for, the nearest say how far that is. */
const GUESS = 2;

/**
 * The nearest notes by CIEDE2000, exactly. The nearest by plain distance, which their index gives in order, say how far the last
 * of those that are asked for is at most; all that can be so near lie in a box, which it gives too (see {@link around}).
 */
export async function nearestNotes(
  db: Queries,
  { lab, light, within = Number.POSITIVE_INFINITY }: ColourAsked,
  asked: NotesAsked,
  count: number,
): Promise<Away[]> {
  const column = COLUMN[light];
  const conditions = conditionsOf(asked);
  const measured = (rows: z.infer<typeof Placed>[]): Away[] =>
    rows
      .map(({ l, a, b, ...note }) => ({ ...note, away: deltaE00(lab, [l, a, b]) }))
      .sort((p, q) => p.away - q.away || (p.id < q.id ? -1 : p.id > q.id ? 1 : p.part - q.part));
  const nearby = measured(
    await all(
      db,
      Placed,
      `select ${placed(column)} from notebook.note where ${column} is not null and ${CONDITIONS}
       order by ${column} <-> cube($11::float8[]) limit $12`,
      [...conditions, lab, GUESS * count],
    ),
  );
  const farthest = nearby.length < GUESS * count ? Number.POSITIVE_INFINITY : nth(nearby, count - 1).away;
  const reach = Math.min(farthest, within);
  const near = (notes: readonly Away[]) => notes.filter((note) => note.away <= within).slice(0, count);
  // There are no more than these.
  if (nearby.length < GUESS * count) return near(nearby);
  const { dL, dab } = around(lab, reach);
  const corner = (sign: number) => [lab[0] + sign * dL, lab[1] + sign * dab, lab[2] + sign * dab];
  return near(
    measured(
      await all(
        db,
        Placed,
        `select ${placed(column)} from notebook.note where ${column} <@ cube($11::float8[], $12::float8[]) and ${CONDITIONS}`,
        [...conditions, corner(-1), corner(1)],
      ),
    ),
  );
}

const Named = z.object({ kind: z.string(), id: z.string(), part: z.number() });
/** The newest notes, so many of them after the first ones. */
export const newestNotes = (db: Queries, asked: NotesAsked, skip: number, count: number) =>
  all(
    db,
    Named,
    `select kind, id, part from notebook.note where ${CONDITIONS} order by at desc, id, part offset $11 limit $12`,
    [...conditionsOf(asked), skip, count],
  );

/** How many notes there are, counted so far. */
export async function countNotes(db: Queries, asked: NotesAsked, most: number): Promise<number> {
  const row = await one(
    db,
    Counted,
    `select count(*)::int as count from (select 1 from notebook.note where ${CONDITIONS} limit $11) counted`,
    [...conditionsOf(asked), most],
  );
  return row?.count ?? 0;
}

const Shown = z.object({ shown: Noted.omit({ away: true }) });
/** Notes whole, in the order in which they are named. */
export async function notesNamed(
  db: Queries,
  named: readonly { kind: string; id: string; part: number }[],
): Promise<Omit<Noted, 'away'>[]> {
  const rows = await all(
    db,
    Shown,
    `select n.shown from unnest($1::text[], $2::uuid[], $3::int[]) with ordinality as asked (kind, id, part, place)
     join notebook.note n using (kind, id, part) order by asked.place`,
    [named.map((n) => n.kind), named.map((n) => n.id), named.map((n) => n.part)],
  );
  return rows.map((row) => row.shown);
}

/** The nearest notes whole, the nearest first. */
export async function nearestNoted(
  db: Queries,
  colour: ColourAsked,
  asked: NotesAsked,
  skip: number,
  count: number,
): Promise<Noted[]> {
  const near = (await nearestNotes(db, colour, asked, skip + count)).slice(skip);
  const notes = await notesNamed(db, near);
  return notes.map((note, i) => ({ ...note, away: near[i]?.away ?? null }));
}

/** The note of a board by its job's number and its code; undefined where there is none. */
export async function noteOfBoardCode(
  db: Queries,
  job: number,
  code: string,
): Promise<Omit<Noted, 'away'> | undefined> {
  const row = await one(
    db,
    Shown,
    `select n.shown from job j join notebook.note n on n.job_id = j.id
     where j.number = $1 and n.kind in ('board', 'batch') and n.shown -> 'board' ->> 'code' = $2`,
    [job, code],
  );
  return row?.shown;
}

const Word = z.object({ word: z.string() });
/** Which of some words no note has, as they are typed. */
export const wordsNowhere = async (db: Queries, words: readonly string[]): Promise<string[]> =>
  (
    await all(
      db,
      Word,
      `select asked as word from unnest($1::text[]) asked
       where numnode(plainto_tsquery('english', asked)) > 0
         and not exists (select from notebook.note where words @@ plainto_tsquery('english', asked))`,
      [words],
    )
  ).map((row) => row.word);
/** The word that was noted and is written most like one. */
export const wordLike = async (db: Queries, word: string): Promise<string | null> =>
  (
    await one(
      db,
      Word,
      'select word from notebook.word where word % $1 order by similarity(word, $1) desc, word limit 1',
      [word.toLowerCase()],
    )
  )?.word ?? null;

const System = z.object({ system: z.string(), count: z.number() });
const Person = z.object({ person: z.string() });
export const notebookChoices = async (db: Queries): Promise<z.infer<typeof NotebookChoices>> => ({
  systems: await all(
    db,
    System,
    `select system, count(*)::int as count from notebook.note where kind = 'board' and system is not null
     group by system order by count desc, system limit 60`,
  ),
  people: (
    await all(db, Person, 'select distinct unnest(people) as person from notebook.note order by person limit 200')
  ).map((row) => row.person),
});

export const savedSearches = (db: Queries) =>
  all(
    db,
    NewSavedSearch,
    'select id, name, search from saved_search where archived_at is null order by lower(name), id',
  );
export const savedSearchById = (db: Queries, id: string) =>
  one(db, NewSavedSearch, 'select id, name, search from saved_search where id = $1', [id]);
export const insertSavedSearch = async (
  db: Queries,
  { id, name, search }: NewSavedSearch,
  by: string | null,
): Promise<boolean> =>
  touched(
    await db.query(
      `insert into saved_search (id, name, search, person_id) values ($1, $2, $3, (select id from person where id = $4))
       on conflict (id) do nothing returning id`,
      [id, name, search, by],
    ),
  );

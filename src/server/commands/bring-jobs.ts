import { isDeepStrictEqual } from 'node:util';
import type { Stack } from '../../core/layers/layer.ts';
import { ruleFacts } from '../../record/job/rules.ts';
import { materialsOf, onHandOf } from '../../record/shelf/materials.ts';
import { productsIn, SHELF_KINDS } from '../../record/whole/codes.ts';
import type { PackedJobs } from '../../record/whole/packed.ts';
import { freeCode, isSame, nearestOwn, stackWith } from '../../record/whole/stand-ins.ts';
import type { BroughtLook, RecordRow, RecordRows, StandIns } from '../../shared/jobs-file.ts';
import type { Shelf } from '../../shared/shelf.ts';
import type { Queries } from '../db/db.ts';
import { jobNumber } from '../repositories/counters.ts';
import { insertEvent } from '../repositories/events.ts';
import {
  insertPictureRow,
  insertRows,
  JOB_TABLES,
  moveOnLotOrder,
  moveOnPile,
  numbersTaken,
  rowsHere,
} from '../repositories/jobs-file.ts';
import { keepVersion, type ShelfKind, wholeShelf } from '../repositories/shelf.ts';
import type { RecordTable } from '../repositories/tables.ts';
import { Refusal } from './refusal.ts';
import type { Actor } from './shop.ts';

/** What is done with each row that comes in, and how far it has come. */
export interface Bringing {
  tx: Queries;
  by: Actor;
  tables: readonly RecordTable[];
  packed: PackedJobs;
  standIns: StandIns;
  /** A stamp for all evidence that comes in. */
  evidence: number;
  now: string;
  /** Told after each table; throws to end it. */
  went: (rows: number) => void;
}
const text = (value: unknown): string => (typeof value === 'string' ? value : '');
const refuse = (why: string): never => {
  throw new Refusal(422, why, 'file');
};

const tableOf = ({ tables }: Pick<Bringing, 'tables'>, name: string): RecordTable =>
  tables.find((t) => t.name === name) ?? refuse(`There is no table ${name} here.`);

const shelfOf = (shelf: Shelf): Readonly<Record<ShelfKind, readonly { id: string; name: string }[]>> => ({
  species: shelf.species.map(({ figure, ...s }) => ({ ...s, kind: figure })),
  colourant: shelf.colourants,
  medium: shelf.mediums,
  supply: shelf.supplies,
});
/** A row of the shelf as its records are compared. A wood is what its figure is. */
const named = (kind: ShelfKind, row: RecordRow) => ({
  id: text(row.id),
  name: text(row.name),
  kind: kind === 'species' ? row.figure : row.kind,
  ...(kind === 'species' ? {} : { carrier: row.carrier }),
});
type Named = Parameters<typeof isSame>[0];

/** Codes of the file that are others here: the same thing has the own code of it, another one of the same code a free one. */
export function otherCodes(rows: RecordRows, own: Shelf): Map<string, string> {
  const codes = new Map<string, string>();
  const here = shelfOf(own);
  for (const kind of SHELF_KINDS) {
    const taken = new Set([...here[kind].map((item) => item.id), ...(rows[kind] ?? []).map((row) => text(row.id))]);
    for (const row of rows[kind] ?? []) {
      const theirs = named(kind, row);
      const alike = here[kind].filter((item) => isSame(item as Named, theirs as Named));
      if (alike.some((item) => item.id === theirs.id)) continue;
      const [again] = alike;
      if (!again && !here[kind].some((item) => item.id === theirs.id)) continue;
      const code = again?.id ?? freeCode(theirs.id, (id) => taken.has(id));
      taken.add(code);
      codes.set(`${kind}/${theirs.id}`, `${kind}/${code}`);
    }
  }
  return codes;
}

/** RecordRows of a table that are not here, and how many are: as they are in the file, or otherwise. */
async function apart(bringing: Bringing, table: RecordTable, rows: readonly RecordRow[]) {
  const here = await rowsHere(bringing.tx, table, rows);
  const fresh = rows.filter((_, i) => !here.has(i));
  const kept = rows.flatMap((row, i) => {
    const own = here.get(i);
    return own ? [{ row, own }] : [];
  });
  return { fresh, kept };
}

/** What changes by itself, and says nothing of what somebody did. */
const BY_ITSELF = new Set([
  'evidence',
  'target_grid',
  'target_lab',
  'ground_grid',
  'grain_grid',
  'made_with',
  'boards_made',
  'recipes_made',
  'number',
  'code',
]);
const isAsHere = (row: RecordRow, own: RecordRow): boolean =>
  Object.entries(row).every(([column, value]) => BY_ITSELF.has(column) || isDeepStrictEqual(value, own[column]));

async function put(bringing: Bringing, name: string, rows: readonly RecordRow[], into: RecordRows): Promise<void> {
  const { tx, went } = bringing;
  const table = tableOf(bringing, name);
  if (rows.length > 0 && name === 'picture') {
    // One that is the other of a pair, with things swapped, comes after it.
    for (const row of rows.toSorted((p, q) => Number(p.swap_of !== null) - Number(q.swap_of !== null))) {
      const jpeg = bringing.packed.pictures.get(text(row.id));
      if (jpeg) await insertPictureRow(tx, row, jpeg);
    }
  } else if (rows.length > 0) await insertRows(tx, table, rows);
  into[name] = [
    ...(into[name] ?? []),
    ...rows.map((row) => Object.fromEntries(table.key.map((column) => [column, row[column]]))),
  ];
  went(rows.length);
}

/** Puts what the shelf lacks on it: put away where an own product stands for it, or nothing that is planned asks for it. */
export async function bringProducts(
  bringing: Bringing,
  rows: RecordRows,
  own: Shelf,
  into: RecordRows,
): Promise<BroughtLook['lacks']> {
  const { tx, by, packed, standIns, now } = bringing;
  const whole = packed.file.of === 'shop';
  const planned = productsIn({ job_wood: rows.job_wood ?? [] });
  const fresh: { kind: ShelfKind; row: RecordRow }[] = [];
  for (const kind of SHELF_KINDS) {
    const lacking = (await apart(bringing, tableOf(bringing, kind), rows[kind] ?? [])).fresh;
    fresh.push(...lacking.map((row) => ({ kind, row })));
    await put(bringing, kind, lacking, into);
  }
  for (const name of ['ladder_rung', 'coat_sample'] as const) {
    const owner = name === 'ladder_rung' ? ('colourant' as const) : ('medium' as const);
    const ids = new Set(fresh.filter((f) => f.kind === owner).map((f) => f.row.id));
    const theirs = (rows[name] ?? []).filter((row) => ids.has(row[`${owner}_id`]));
    await put(bringing, name, (await apart(bringing, tableOf(bringing, name), theirs)).fresh, into);
  }
  const after = await wholeShelf(tx);
  const [theirs, ours] = [materialsOf(after), onHandOf(own)];
  const words = ruleFacts(after);
  const lacks: BroughtLook['lacks'] = [];
  for (const { kind, row } of fresh) {
    const item = `${kind}/${text(row.id)}`;
    const standIn = whole ? null : nearestOwn(item, theirs, ours, words);
    const asked = planned.has(item);
    const instead = item in standIns ? standIns[item] : asked ? standIn : undefined;
    const onShelf = kind === 'species' || whole || instead === null;
    const archived = onShelf ? (whole ? (row.archived_at ?? null) : null) : now;
    await tx.query(`update ${kind} set archived_at = $2 where id = $1`, [row.id, archived]);
    await keepVersion(tx, kind, text(row.id));
    const name = text(row.name);
    await insertEvent(tx, { kind: 'added', by, item, detail: { name } });
    lacks.push({
      item,
      name,
      what: [row.kind, row.carrier].filter(Boolean).join(', '),
      planned: asked || kind === 'species',
      standIn,
    });
  }
  return lacks;
}

/** Layers that are still planned, with own products in the place of those that they stand for. */
export async function withStandIns(
  { tx, standIns }: Bringing,
  rows: RecordRows,
  own: Shelf,
  lacks: BroughtLook['lacks'],
): Promise<RecordRows> {
  const chosen: StandIns = Object.fromEntries(
    lacks.map(({ item, standIn }) => [item, item in standIns ? (standIns[item] ?? null) : standIn]),
  );
  const [theirs, ours] = [materialsOf(await wholeShelf(tx)), onHandOf(own)];
  const woods = (rows.job_wood ?? []).map((wood) =>
    Array.isArray(wood.draft) ? { ...wood, draft: stackWith(wood.draft as Stack, chosen, theirs, ours) } : wood,
  );
  return { ...rows, job_wood: woods };
}

/** Columns that say what a row belongs to: of a row that is here already they are the same, or it is another's. */
const OWNERS = ['job_id', 'job_wood_id', 'board_id', 'recipe_id', 'bracket_id'];
/** What is numbered or lettered within what it belongs to. */
const NUMBERED: Readonly<Record<string, readonly [owner: string, number: string]>> = {
  job_wood: ['job_id', 'code'],
  stack_version: ['job_wood_id', 'number'],
  recipe: ['job_wood_id', 'number'],
  board: ['job_wood_id', 'number'],
  quote: ['job_id', 'number'],
};

/** RecordRows with numbers that are free; what was renumbered is noted. */
async function renumbered(
  { tx }: Bringing,
  table: string,
  rows: readonly RecordRow[],
  notes: string[],
): Promise<RecordRow[]> {
  const [owner, number] = NUMBERED[table] ?? [];
  if (!owner || !number || rows.length === 0) return [...rows];
  const taken = await numbersTaken(tx, table, owner, number, [...new Set(rows.map((row) => text(row[owner])))]);
  const key = (row: RecordRow, n: unknown) => `${row[owner]} ${n}`;
  return rows.map((row) => {
    const was = row[number];
    let now = was;
    for (let n = 2; taken.has(key(row, now)); n++) now = typeof was === 'number' ? was + n - 1 : `${was}-${n}`;
    taken.add(key(row, now));
    if (now !== was) notes.push(`${THINGS[table] ?? table} ${was} is ${now} here: that name was taken.`);
    return { ...row, [number]: now };
  });
}

/** Every row points to what is in the file with it, or to what is here of the same job. */
function mustBeClosed({ tables }: Bringing, rows: RecordRows): void {
  for (const { name, points } of tables) {
    if (!JOB_TABLES.includes(name)) continue;
    for (const { columns, table, at } of points) {
      if (!JOB_TABLES.includes(table)) continue;
      const there = new Set((rows[table] ?? []).map((row) => JSON.stringify(at.map((column) => row[column]))));
      for (const [i, row] of (rows[name] ?? []).entries()) {
        const to = columns.map((column) => row[column] ?? null);
        if (!to.includes(null) && !there.has(JSON.stringify(to)))
          refuse(`At tables, ${name}, ${i}: it belongs to a ${table.replaceAll('_', ' ')} that is not in the file.`);
      }
    }
  }
}

/** The work that a row of the clock is of: `board/ID/…` or `part/ID/…`. */
const WORK_OF: Readonly<Record<string, string>> = { dry_test: 'coat', work_done: 'work' };
/** What points to nothing by its columns, and belongs to the jobs all the same. */
function mustBeOfJobs(rows: RecordRows): void {
  const there = new Set([...(rows.board ?? []), ...(rows.part ?? [])].map((row) => row.id));
  for (const [table, column] of Object.entries(WORK_OF))
    for (const [i, row] of (rows[table] ?? []).entries())
      if (!there.has(text(row[column]).split('/')[1]))
        refuse(`At tables, ${table}, ${i}: it is of a board or part that is not in the file.`);
  if ((rows.event ?? []).some((row) => !row.job_id)) refuse('At tables, event: something happened to no job.');
  const strips = new Set((rows.board ?? []).filter((row) => row.plank_id).map((row) => row.id));
  if ((rows.board ?? []).some((row) => strips.has(row.plank_id)))
    refuse('At tables, board: a strip is a plank of other strips.');
  if ((rows.part ?? []).some((row) => row.zone_of === row.id)) refuse('At tables, part: a part is a zone of itself.');
}

/** What a table holds, as it is counted. */
export const THINGS: Readonly<Record<string, string>> = {
  species: 'woods of the shelf',
  colourant: 'colours of the shelf',
  medium: 'sealers, oils and clears',
  supply: 'supplies',
  lot: 'lots',
  kept_mix: 'kept mixes',
  kept_system: 'systems',
  old_board: 'boards of the rack',
  person: 'people',
  instrument: 'instruments',
  job: 'jobs',
  job_wood: 'woods',
  part: 'parts',
  stack_version: 'versions of layers',
  recipe: 'recipes',
  board: 'boards',
  coat: 'coats',
  step_done: 'steps and pours',
  reading: 'readings',
  look: 'looks',
  held: 'looks at the target',
  picture: 'pictures',
  bracket: 'brackets',
  quote: 'quotes',
  approval: 'approvals',
  fault_found: 'faults',
};

/** A target that was revised in one of both shops stays as it is here. */
function withoutOtherTargets(
  jobs: readonly { row: RecordRow; own: RecordRow }[],
  rows: RecordRows,
  notes: string[],
): RecordRows {
  const revised = new Set(jobs.filter(({ row, own }) => row.revision !== own.revision).map(({ row }) => row.id));
  if (revised.size === 0) return rows;
  for (const { own } of jobs.filter((j) => revised.has(j.row.id)))
    notes.push(`The target of job ${own.number} was revised in one of both shops: it stays as it is here.`);
  const ofTarget = (row: RecordRow) => row.job_id !== null && revised.has(row.job_id);
  return {
    ...rows,
    reading: (rows.reading ?? []).filter((row) => !ofTarget(row)),
    past_target: (rows.past_target ?? []).filter((row) => !ofTarget(row)),
  };
}

/** Numbers of jobs that are free: a job keeps its own where it can. */
async function numberedJobs({ tx }: Bringing, jobs: readonly RecordRow[], notes: string[]): Promise<RecordRow[]> {
  const numbered: RecordRow[] = [];
  for (const job of jobs) {
    const number = await jobNumber(tx, Number(job.number));
    if (number !== job.number) notes.push(`Job ${job.number} of the file is job ${number} here.`);
    numbered.push({ ...job, number });
  }
  return numbered;
}

/** What comes in has the stamp of now, and none of what this shop has not learned; old versions of products are not here. */
function asEvidence({ evidence }: Bringing, table: string, row: RecordRow, shelf: Shelf): RecordRow {
  if (table === 'board') return { ...row, evidence };
  if (table === 'bracket') return { ...row, secret_hash: null, open_until: null };
  if (table !== 'recipe') return row;
  const versions = (list: readonly { id: string; version: number }[], made: unknown) =>
    Object.fromEntries(
      Object.keys((made as object | null) ?? {}).map((id) => [id, list.find((item) => item.id === id)?.version ?? 1]),
    );
  const made = row.made_with as { species?: object; colourants?: object; mediums?: object };
  return {
    ...row,
    knowledge_id: null,
    made_with: {
      species: versions(shelf.species, made.species),
      colourants: versions(shelf.colourants, made.colourants),
      mediums: versions(shelf.mediums, made.mediums),
    },
  };
}

export interface JobsHere {
  /** Jobs that came in, and those that were here. */
  fresh: readonly string[];
  kept: readonly string[];
  counts: BroughtLook['counts'];
  notes: string[];
}

/** Puts the jobs into the record: what is new of them. What is here stays as it is. */
export async function bringJobRows(bringing: Bringing, given: RecordRows, into: RecordRows): Promise<JobsHere> {
  const notes: string[] = [];
  const counts: BroughtLook['counts'] = [];
  mustBeClosed(bringing, given);
  mustBeOfJobs(given);
  const shelf = await wholeShelf(bringing.tx);
  const jobs = await apart(bringing, tableOf(bringing, 'job'), given.job ?? []);
  let rows = withoutOtherTargets(jobs.kept, given, notes);
  rows = { ...rows, job: [...jobs.kept.map((k) => k.row), ...(await numberedJobs(bringing, jobs.fresh, notes))] };
  for (const { name } of bringing.tables) {
    const theirs = JOB_TABLES.includes(name) ? (rows[name] ?? []) : [];
    if (theirs.length === 0) continue;
    const { fresh, kept } = await apart(bringing, tableOf(bringing, name), theirs);
    for (const { row, own } of kept)
      if (OWNERS.some((column) => column in row && (row[column] ?? null) !== (own[column] ?? null)))
        refuse(`The file holds a record that belongs to another job here (${name.replaceAll('_', ' ')}).`);
    const pictured = name === 'picture' ? fresh.filter((row) => bringing.packed.pictures.has(text(row.id))) : fresh;
    if (pictured.length < fresh.length)
      refuse(`${fresh.length - pictured.length} of its pictures are not in the file: bring in the whole zip.`);
    const put_ = (await renumbered(bringing, name, pictured, notes)).map((row) =>
      asEvidence(bringing, name, row, shelf),
    );
    await put(bringing, name, put_, into);
    const what = THINGS[name];
    const there = kept.filter(({ row, own }) => isAsHere(row, own)).length;
    if (what) counts.push({ what, fresh: put_.length, there, other: kept.length - there });
  }
  await moveOnLotOrder(bringing.tx);
  await moveOnPile(bringing.tx);
  const ids = (list: readonly RecordRow[]) => list.map((row) => text(row.id));
  return { fresh: ids(jobs.fresh), kept: ids(jobs.kept.map((k) => k.row)), counts, notes };
}

/** People, instruments and lots that the jobs name, and what is the shop's alone. Those of another shop come put away. */
export async function bringHouse(
  bringing: Bringing,
  rows: RecordRows,
  into: RecordRows,
): Promise<BroughtLook['counts']> {
  const { now, packed, evidence } = bringing;
  const whole = packed.file.of === 'shop';
  const away = (column: string) => (row: RecordRow) => ({ ...row, [column]: whole ? (row[column] ?? null) : now });
  const as: Readonly<Record<string, (row: RecordRow) => RecordRow>> = {
    person: away('archived_at'),
    instrument: away('archived_at'),
    lot: away('deleted_at'),
    ...(whole
      ? {
          kept_mix: (row: RecordRow) => row,
          kept_system: (row: RecordRow) => row,
          old_board: (row: RecordRow) => ({ ...row, evidence }),
          air: (row: RecordRow) => row,
        }
      : {}),
  };
  const counts: BroughtLook['counts'] = [];
  for (const { name } of bringing.tables) {
    const made = as[name];
    if (!made || !rows[name]) continue;
    const { fresh, kept } = await apart(bringing, tableOf(bringing, name), rows[name]);
    await put(bringing, name, fresh.map(made), into);
    const there = kept.filter(({ row, own }) => isAsHere(row, own)).length;
    const what = THINGS[name];
    if (what && whole) counts.push({ what, fresh: fresh.length, there, other: kept.length - there });
  }
  return counts;
}

import type { BroughtLook, RecordRow, RecordRows } from '../../shared/jobs-file.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { jobNumber } from '../repositories/counters.ts';
import { JOB_TABLES, moveOnLotOrder, moveOnPile, numbersTaken } from '../repositories/jobs-file.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { apart, type Bringing, isAsHere, put, refuseFile, THINGS, tableOf, text } from './bringing.ts';

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

/** Rows with numbers that are free; what was renumbered is noted. */
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
          refuseFile(
            `At tables, ${name}, ${i}: it belongs to a ${table.replaceAll('_', ' ')} that is not in the file.`,
          );
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
        refuseFile(`At tables, ${table}, ${i}: it is of a board or part that is not in the file.`);
  if ((rows.event ?? []).some((row) => !row.job_id)) refuseFile('At tables, event: something happened to no job.');
  const strips = new Set((rows.board ?? []).filter((row) => row.plank_id).map((row) => row.id));
  if ((rows.board ?? []).some((row) => strips.has(row.plank_id)))
    refuseFile('At tables, board: a strip is a plank of other strips.');
  if ((rows.part ?? []).some((row) => row.zone_of === row.id))
    refuseFile('At tables, part: a part is a zone of itself.');
}

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
        refuseFile(`The file holds a record that belongs to another job here (${name.replaceAll('_', ' ')}).`);
    const pictured = name === 'picture' ? fresh.filter((row) => bringing.packed.pictures.has(text(row.id))) : fresh;
    if (pictured.length < fresh.length)
      refuseFile(`${fresh.length - pictured.length} of its pictures are not in the file: bring in the whole zip.`);
    const made = (await renumbered(bringing, name, pictured, notes)).map((row) =>
      asEvidence(bringing, name, row, shelf),
    );
    await put(bringing, name, made, into);
    const what = THINGS[name];
    const there = kept.filter(({ row, own }) => isAsHere(row, own)).length;
    if (what) counts.push({ what, fresh: made.length, there, other: kept.length - there });
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

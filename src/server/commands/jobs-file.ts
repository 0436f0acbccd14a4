import { ZodError } from 'zod';
import { BANDS } from '../../core/colour/grid.ts';
import { FieldError } from '../../core/field-error.ts';
import { checkStack } from '../../core/layers/check.ts';
import { everyBoard } from '../../record/board/plank.ts';
import { verifiedApproval } from '../../record/job/approval.ts';
import { materialsOf } from '../../record/shelf/materials.ts';
import { productsIn, recoded, SHELF_KINDS } from '../../record/whole/codes.ts';
import { type PackedJobs, packed } from '../../record/whole/packed.ts';
import type { FileAnswer } from '../../shared/contract/route.ts';
import type {
  BroughtFile,
  BroughtLook,
  JobsFile,
  NewBrought,
  RecordRow,
  RecordRows,
  StandIns,
} from '../../shared/jobs-file.ts';
import type { Queries } from '../db/db.ts';
import { stampEvidence } from '../repositories/boards.ts';
import { clockNow } from '../repositories/clock.ts';
import { nextNumber } from '../repositories/counters.ts';
import { insertEvent, storyOf } from '../repositories/events.ts';
import { findJob } from '../repositories/jobs.ts';
import {
  broughtById,
  deleteRows,
  everyJob,
  forgetLearned,
  forgetVersions,
  happenedSince,
  insertBrought,
  jobNumbers,
  markUndone,
  recountWoods,
  rowsById,
  rowsOfJobs,
  rowsOfShelf,
  rowsOfShop,
  wholeShelfCodes,
} from '../repositories/jobs-file.ts';
import { fileOfPicture } from '../repositories/pictures.ts';
import { oldBoards } from '../repositories/rack.ts';
import { rememberStage, rememberTarget } from '../repositories/readings.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { type RecordTable, tablesOf } from '../repositories/tables.ts';
import { readJobsFile } from '../whole/jobs-reader.ts';
import { mustBeJobs } from '../whole/jobs-schema.ts';
import { bringHouse, bringJobRows } from './bring-jobs.ts';
import { bringProducts, otherCodes, withStandIns } from './bring-products.ts';
import { type Bringing, THINGS, text } from './bringing.ts';
import { broughtOf, idsOf, underWayAs } from './brought.ts';
import { wholeJob } from './jobs.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** The schema that a file is made of, e.g. 33. */
async function schemaNow(db: Queries): Promise<number> {
  const [row] = await db.query('select max(name) as newest from migration');
  return Number.parseInt(text(row?.newest), 10);
}

/** Who did it, with what, out of which lot: the rows that others name. */
async function namedBy(db: Queries, tables: readonly RecordTable[], rows: RecordRows): Promise<RecordRows> {
  const named: RecordRows = {};
  for (const of of ['person', 'instrument', 'lot']) {
    const ids = tables.flatMap(({ name, points }) =>
      points
        .filter((p) => p.table === of)
        .flatMap(({ columns: [column = ''] }) => (rows[name] ?? []).map((row) => text(row[column]))),
    );
    const table = tables.find((t) => t.name === of);
    if (table) named[of] = await rowsById(db, table, [...new Set(ids)].filter(Boolean));
  }
  return named;
}

/** What points to something that is not in the file points to nothing. */
function cutLoose(tables: readonly RecordTable[], rows: RecordRows): RecordRows {
  const cut: RecordRows = {};
  for (const { name, columns, points } of tables) {
    const nullable = points.filter(
      (p) => p.columns.length === 1 && !columns.find((c) => c.name === p.columns[0])?.required,
    );
    const loose = nullable.map(({ columns: [column = ''], table, at: [key = ''] }) => ({
      column,
      there: new Set((rows[table] ?? []).map((row) => row[key])),
    }));
    const nothing = (row: RecordRow) =>
      Object.fromEntries(
        loose.flatMap(({ column, there }) => (column in row && !there.has(row[column]) ? [[column, null]] : [])),
      );
    if (rows[name]) cut[name] = rows[name].map((row) => ({ ...row, ...nothing(row) }));
  }
  return cut;
}

/** One job, or with null the whole shop, as a file. */
async function fileOf(db: Queries, job: string | null): Promise<PackedJobs> {
  const tables = await tablesOf(db);
  const own = await rowsOfJobs(db, tables, job ? [job] : await everyJob(db));
  const shelf = await rowsOfShelf(db, tables, job ? [...productsIn(own)] : await wholeShelfCodes(db));
  const other = job ? await namedBy(db, tables, own) : await rowsOfShop(db, tables);
  const rows: RecordRows = {
    ...shelf,
    ...other,
    ...own,
    approval: [...(own.approval ?? []), ...(other.approval ?? [])],
  };
  const pictures = new Map<string, Uint8Array>();
  for (const id of idsOf(rows.picture)) {
    const jpeg = await fileOfPicture(db, id);
    if (jpeg) pictures.set(id, jpeg);
  }
  const filled = Object.fromEntries(Object.entries(cutLoose(tables, rows)).filter(([, all]) => all.length > 0));
  const file: JobsFile = {
    format: 'urushi-jobs',
    version: 1,
    schema: await schemaNow(db),
    of: job ? 'job' : 'shop',
    madeAt: (await clockNow(db)).now,
    tables: filled,
  };
  return { file, pictures };
}

export async function jobFile({ db }: Shop, code: string): Promise<FileAnswer> {
  const job = await findJob(db, code);
  if (!job) throw notFound('job');
  const file = await db.transaction((tx) => fileOf(tx, job.id));
  const [{ number = '' } = {}] = file.file.tables.job ?? [];
  return { text: packed(file), name: `job-${number}.zip` };
}

export async function shopFile({ db }: Shop): Promise<FileAnswer> {
  const file = await db.transaction((tx) => fileOf(tx, null));
  return { text: packed(file), name: `shop-${file.file.madeAt.slice(0, 10)}.zip` };
}

/** What came in is read as every page reads it: what cannot be read does not come in. @throws ZodError, FieldError, Refusal */
async function mustBeSound(tx: Queries, jobs: readonly string[], { approval = [] }: RecordRows): Promise<void> {
  for (const { file, hash, version } of approval) {
    const found = verifiedApproval(text(file));
    if (found.state !== 'whole' || found.hash !== hash)
      throw new FieldError('file', `Approval ${version} was changed after it was sealed.`);
  }
  const materials = materialsOf(await wholeShelf(tx));
  await oldBoards(tx);
  for (const id of jobs) {
    if ((await findJob(tx, id))?.putAway) continue;
    const job = await wholeJob(tx, id);
    for (const board of job.woods.flatMap(everyBoard)) {
      if (board.recipe) checkStack(board.recipe.stack, materials);
      if (board.recipe?.expected.some((stage) => stage.length !== BANDS))
        throw new FieldError('file', `A recipe of job ${job.number} promises what is no spectrum of ${BANDS} values.`);
      checkStack(
        board.coats.map((c) => c.layer),
        materials,
      );
    }
    await storyOf(tx, 'job', id);
  }
}

/** Means follow from readings, numbers from what is there. */
async function workOut(tx: Queries, jobs: readonly string[], rows: RecordRows, given: RecordRows): Promise<void> {
  await recountWoods(tx, jobs);
  const fresh = new Set(idsOf(rows.reading));
  const read = (given.reading ?? []).filter((row) => fresh.has(text(row.id)));
  const stages = new Set(read.flatMap((row) => (row.board_id ? [`${row.board_id} ${row.stage}`] : [])));
  for (const stage of stages) {
    const [board = '', n] = stage.split(' ');
    await rememberStage(tx, board, Number(n));
  }
  for (const job of jobs) await rememberTarget(tx, job);
  // Boards that were here and have more to tell than before.
  const came = new Set(idsOf(rows.board));
  const told = ['reading', 'coat', 'look'].flatMap((table) => {
    const ids = new Set(idsOf(rows[table]));
    return (given[table] ?? []).flatMap((row) => (ids.has(text(row.id)) ? [text(row.board_id)] : []));
  });
  for (const board of new Set(told)) if (board && !came.has(board)) await stampEvidence(tx, board);
}

/** What is wrong with a file, as a refusal; any other trouble as it is. */
function refusalOf(error: unknown): unknown {
  if (error instanceof ZodError) {
    const [issue] = error.issues;
    return new Refusal(422, `What the file holds makes no sense: ${issue?.path.join(', ')}: ${issue?.message}`, 'file');
  }
  // What PostgreSQL says of values that are none, and of what a table does not take.
  const { code, message } = (error ?? {}) as { code?: string; message?: string };
  if (/^2[23]/.test(code ?? ''))
    return new Refusal(422, `What the file holds makes no sense: ${message?.split('\n')[0]}.`, 'file');
  return error;
}

interface Came {
  look: BroughtLook;
  rows: RecordRows;
  jobs: readonly string[];
}

/** What is counted, in the order that work goes. */
const inOrderOfThings = (counts: BroughtLook['counts']): BroughtLook['counts'] =>
  Object.values(THINGS).flatMap((what) => counts.filter((c) => c.what === what));

/** Puts a file into the record, inside a transaction. */
async function bring(
  tx: Queries,
  by: Actor,
  content: PackedJobs,
  standIns: StandIns,
  name: string,
  went: (rows: number) => void,
): Promise<Came> {
  const tables = await tablesOf(tx);
  mustBeJobs(content.file, tables);
  const evidence = await nextNumber(tx, 'evidence');
  const { now } = await clockNow(tx);
  const bringing: Bringing = { tx, by, tables, packed: content, standIns, evidence, now, went };
  const own = await wholeShelf(tx);
  const given = recoded(content.file.tables, otherCodes(content.file.tables, own));
  const rows: RecordRows = {};
  const lacks = await bringProducts(bringing, given, own, rows);
  const house = await bringHouse(bringing, given, rows);
  const jobs = await bringJobRows(bringing, await withStandIns(bringing, given, own, lacks), rows);
  const all = [...jobs.fresh, ...jobs.kept];
  await workOut(tx, all, rows, given);
  await mustBeSound(tx, all, given);
  for (const job of all) await insertEvent(tx, { kind: 'job brought', by, job, detail: { name } });
  const numbers = await jobNumbers(tx, all);
  const look: BroughtLook = {
    jobs: numbers.map(({ id, ...job }) => ({ ...job, there: jobs.kept.includes(id) })),
    counts: inOrderOfThings([...jobs.counts, ...house]),
    lacks,
    notes: jobs.notes,
  };
  return { look, rows, jobs: all };
}

/** Ends a transaction without keeping anything of it. */
class OnlyLooked extends Error {
  readonly look: BroughtLook;
  constructor(look: BroughtLook) {
    super('Only looked.');
    this.look = look;
  }
}

/** What would come of a file: all of it is done, and nothing kept. */
export async function lookAtJobsFile({ db }: Shop, by: Actor, file: string): Promise<BroughtLook> {
  const content = await readJobsFile(file);
  try {
    return await db.transaction(async (tx) => {
      throw new OnlyLooked((await bring(tx, by, content, {}, '', () => {})).look);
    });
  } catch (trouble) {
    if (trouble instanceof OnlyLooked) return trouble.look;
    throw refusalOf(trouble);
  }
}

/** Brings a file in: in one transaction, which ends without a trace when whoever sent it leaves. */
export async function bringJobsFile(
  { db, learning }: Shop,
  by: Actor,
  { id, name, file, standIns }: NewBrought,
  gone: AbortSignal,
): Promise<BroughtFile> {
  if (await broughtById(db, id)) return broughtOf(db, id);
  return underWayAs(id, gone, async ({ expect, went }) => {
    const content = await readJobsFile(file);
    expect(Object.values(content.file.tables).reduce((sum, rows) => sum + rows.length, 0));
    try {
      const { jobs } = await db.transaction(async (tx) => {
        const came = await bring(tx, by, content, standIns, name, went);
        went(0);
        await insertBrought(tx, { id, name, rows: came.rows, by });
        return came;
      });
      for (const job of jobs) learning.changed(job);
      return await broughtOf(db, id);
    } catch (trouble) {
      throw refusalOf(trouble);
    }
  });
}

const USED_SINCE = 'Something was done since with what came in. Put the job away instead, or take that back first.';

/** Takes out again what a file brought in: all of it, unless something was done with it since. */
export async function undoBrought({ db, learning }: Shop, by: Actor, id: string): Promise<BroughtFile> {
  const found = await broughtById(db, id);
  if (!found) throw notFound('file that was brought in');
  if (found.undone) return broughtOf(db, id);
  const { rows, name } = found;
  const brought = await broughtOf(db, id);
  await learning.forgetDuring(() =>
    db.transaction(async (tx) => {
      const jobs = idsOf(rows.job);
      if (await happenedSince(tx, jobs, idsOf(rows.event))) throw new Refusal(409, USED_SINCE);
      await forgetLearned(tx, jobs, idsOf(rows.board));
      const tables = await tablesOf(tx);
      const others = productsIn(
        await rowsOfJobs(
          tx,
          tables,
          (await everyJob(tx)).filter((job) => !jobs.includes(job)),
        ),
      );
      try {
        for (const table of tables.toReversed()) {
          const item = (row: RecordRow) => `${table.name}/${text(row.id)}`;
          const unused = (rows[table.name] ?? []).filter((row) => !others.has(item(row)));
          await deleteRows(tx, table, unused);
          if (SHELF_KINDS.some((kind) => kind === table.name)) await forgetVersions(tx, unused.map(item));
        }
      } catch (trouble) {
        if ((trouble as { code?: string }).code === '23503') throw new Refusal(409, USED_SINCE);
        throw trouble;
      }
      await nextNumber(tx, 'evidence');
      await markUndone(tx, id);
      await insertEvent(tx, { kind: 'put away', by, item: `brought/${id}`, detail: { name } });
    }),
  );
  return { ...brought, undone: true };
}

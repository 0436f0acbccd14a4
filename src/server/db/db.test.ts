import { execFile } from 'node:child_process';
import { cp, mkdir, mkdtemp, readdir, rename, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openTestDb } from '../../../test/server/open-test-shop.ts';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { labOf } from '../../core/colour/lab.ts';
import { newId } from '../../shared/id.ts';
import { type OpenShop, openShop, shopOn } from '../open-shop.ts';
import { insertJob, jobById, listJobs } from '../store/jobs.ts';
import { wholeShelf } from '../store/shelf.ts';
import { summaryOf } from '../store/summary.ts';
import type { Db } from './db.ts';
import { openFolder } from './folder.ts';
import { FolderInUse } from './folder-lock.ts';
import { hasDaysSnapshot, nextSnapshotFile, snapshotsIn, tidySnapshots } from './snapshots.ts';

const job = (customer: string) => ({ id: newId(), customer, piece: 'x', tolerance: 1 });

describe('the database', () => {
  let db: Db;
  beforeEach(async () => {
    db = await openTestDb();
  });
  afterEach(() => db.close());
  const customers = async () => (await db.query('select customer from job order by number')).map((r) => r.customer);

  it('keeps a transaction whole or not at all', async () => {
    await db.transaction((tx) => insertJob(tx, job('Kept')));
    await expect(
      db.transaction(async (tx) => {
        await insertJob(tx, job('Lost'));
        throw new Error('the power went');
      }),
    ).rejects.toThrow('the power went');
    expect(await customers()).toEqual(['Kept']);
  });
  it('gives every job its own number, however many start at once', async () => {
    await Promise.all(Array.from({ length: 12 }, (_, i) => db.transaction((tx) => insertJob(tx, job(`j${i}`)))));
    const numbers = (await db.query('select number from job order by number')).map((r) => r.number);
    expect(numbers).toEqual(Array.from({ length: 12 }, (_, i) => i + 1));
  });
  it('takes what is typed as a value, never as SQL', async () => {
    const nasty = `'); drop table job; --`;
    const one = { ...job(nasty), piece: nasty };
    await insertJob(db, one);
    expect((await jobById(db, one.id))?.customer).toBe(nasty);
    expect(await customers()).toEqual([nasty]);
  });
  it('gives values back as they are: numbers, moments, lists and what is null', async () => {
    const [row] = await db.query(
      `select 7 as int, 0.1::float8 as float, $1::float8[] as list, array[[1, 2], [3, 4]]::float8[][] as table,
         '{"a": 1}'::jsonb as json, now() as at, null as nothing, $2::text[] as words`,
      [
        [0.1, 1e-300, 3],
        ['face', 'end'],
      ],
    );
    expect(row).toMatchObject({
      int: 7,
      float: 0.1,
      list: [0.1, 1e-300, 3],
      table: [
        [1, 2],
        [3, 4],
      ],
      json: { a: 1 },
      nothing: null,
      words: ['face', 'end'],
    });
    expect(row.at).toBeInstanceOf(Date);
  });

  const refuses = (sql: string, values: unknown[] = []) => expect(db.query(sql, values)).rejects.toThrow();
  it('refuses what the tables forbid, whoever asks', async () => {
    await expect(insertJob(db, { ...job('a'), tolerance: 0 })).rejects.toThrow();
    await refuses(`insert into reading (id, taking_id, place, source, name, lab, grid)
                   values (gen_random_uuid(), gen_random_uuid(), 0, 'typed', 'r', '{1,2,3}', '{}')`);
    await refuses(`insert into board (id, job_wood_id, number) values (gen_random_uuid(), gen_random_uuid(), 1)`);
    const figure = (figure: string, id = 'x') =>
      `insert into species (id, name, figure, tannin, tissues) values ('${id}', 'X', '${figure}', 0, '[{}]')`;
    await refuses(figure('tartan'));
    await refuses(figure('rays', 'Not a code'));
    const colour = (absorption: string) =>
      `insert into colourant (id, name, kind, carrier, max_strength, absorption, scatter)
       values ('c', 'C', 'dye', 'water', 20, ${absorption}, array_fill(0::float8, array[31]))`;
    await refuses(colour(`array_fill('NaN'::float8, array[31])`));
    await refuses(colour(`array_fill('Infinity'::float8, array[31])`));
    await refuses(colour('array_fill(0.1::float8, array[30])'));
    await db.query(colour('array_fill(0.1::float8, array[31])'));
  });
  it('lets no board have a recipe of another wood', async () => {
    const one = job('a');
    await insertJob(db, one);
    const [first, second, recipe, board] = [newId(), newId(), newId(), newId()];
    for (const id of ['ash', 'oak'])
      await db.query(`insert into species (id, name, figure, tannin, tissues) values ($1, $1, 'rays', 0, '[{}]')`, [
        id,
      ]);
    for (const [id, species] of [
      [first, 'ash'],
      [second, 'oak'],
    ])
      await db.query(`insert into job_wood (id, job_id, species_id, preparation) values ($1, $2, $3, '{}')`, [
        id,
        one.id,
        species,
      ]);
    await db.query(
      `insert into recipe (id, job_wood_id, number, stack, litres, origin, preparation, made_with, expected, learned_from)
       values ($1, $2, 1, '[]', 1, 'hand', '{}', '{}', '{{1}}', '{}')`,
      [recipe, first],
    );
    await refuses('insert into board (id, job_wood_id, number, recipe_id) values ($1, $2, 1, $3)', [
      board,
      second,
      recipe,
    ]);
    await db.query('insert into board (id, job_wood_id, number, recipe_id) values ($1, $2, 1, $3)', [
      board,
      first,
      recipe,
    ]);
  });
  it('has an index on every foreign key', async () => {
    const bare = await db.query(
      `select c.conrelid::regclass::text as of, c.conname as name from pg_constraint c
       where c.contype = 'f' and not exists (
         select from pg_index i where i.indrelid = c.conrelid
           and (i.indkey::int2[])[0:cardinality(c.conkey) - 1] @> c.conkey)`,
    );
    expect(bare).toEqual([]);
  });
});

/** The work begun a moment later. */
const settled = async <T>(work: () => Promise<T>): Promise<T> => {
  await new Promise((resolve) => setTimeout(resolve, 300));
  return work();
};

describe('the data folder', () => {
  let folder: string;
  beforeEach(async () => {
    folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-'));
  });
  afterEach(() => rm(folder, { recursive: true }));
  const open = (): Promise<OpenShop> => openShop({ folder, onFault: (error) => console.error(error) });

  it('of an earlier version is brought up to date, and what was in it stays', async () => {
    const saved = path.resolve(import.meta.dirname, '../../../test/fixtures/old-shop.tgz');
    await promisify(execFile)('tar', ['xzf', saved, '-C', folder]);
    const { db, learning, close } = await open();
    expect((await snapshotsIn(folder)).map((s) => s.reason)).toContain('migration');
    const { jobs } = await listJobs(db, null);
    expect(jobs.map((j) => [j.number, j.customer])).toEqual([
      [2, 'Tern Harbour Library'],
      [1, 'Harbour Master’s Office'],
    ]);
    const library = await jobById(db, jobs[0].id);
    const [sapele, beech] = library?.woods ?? [];
    expect(sapele.boards[0]).toMatchObject({ number: 1, recipe: null, preparation: null, coats: [] });
    expect(beech).toMatchObject({ preparation: { grit: 150 }, draft: [{ kind: 'dye' }, { kind: 'clear' }] });
    const [first, second] = beech.boards;
    // A board with colour on keeps the preparation that its wood had; its coats are known, their time is not.
    expect(first.preparation).toMatchObject({ grit: 150 });
    expect(first.coats.map((c) => [c.stage, c.layer.kind, c.putOnAt])).toEqual([
      [1, 'dye', null],
      [2, 'clear', null],
    ]);
    expect(first.readings).toHaveLength(15);
    expect(first.recipe).toMatchObject({ number: 1, litres: 0.5, madeWith: { species: { beech: 1 } } });
    expect(first.recipe?.expected).toHaveLength(3);
    // A reading taken out stays out, and a stage without any is not on.
    expect(second).toMatchObject({
      number: 2,
      recipe: { number: 2, origin: 'corrected' },
      coats: [],
      preparation: null,
    });
    expect(library?.target).toHaveLength(5);
    expect(library?.lights).toEqual({ D65: 1, A: 0, LED: 0, F11: 0 });

    // What is searched by was made from the readings.
    const [mean] = await db.query('select l, a, b, readings from stage_mean where board_id = $1 and stage = 2', [
      first.id,
    ]);
    const last = first.readings.filter((r) => r.stage === 2).map((r) => r.grid);
    expect(mean.readings).toBe(5);
    expect(mean.l).toBeCloseTo(labOf(meanSpectrum(last))[0], 9);
    expect(jobs[0].woods.find((w) => w.speciesId === 'beech')?.deltaE).toBeGreaterThan(0);
    expect(jobs[0].target).toMatch(/^rgb/);

    const shelf = await wholeShelf(db);
    expect([shelf.species.length, shelf.colourants.length, shelf.mediums.length]).toEqual([6, 12, 5]);
    expect(shelf.colourants.every((c) => c.absorption && c.rungs.length === 3)).toBe(true);
    expect((await learning.learn(jobs[0].id)).content.boards).toEqual([first.id]);
    // The next of everything goes on where the old ones ended.
    const next = job('Next');
    await db.transaction((tx) => insertJob(tx, next));
    expect((await jobById(db, next.id))?.number).toBe(4);
    await close();
  });
  it('survives a start that was killed while the database was being made', async () => {
    await mkdir(path.join(folder, 'database-unfinished'));
    await writeFile(path.join(folder, 'database-unfinished', 'PG_VERSION'), 'half');
    const one = job('Kept');
    const db = await openFolder(folder);
    await insertJob(db, one);
    await db.close();
    const again = await openFolder(folder);
    expect((await jobById(again, one.id))?.customer).toBe('Kept');
    await again.close();
  });
  it('is taken by one process at a time and given back when it closes', async () => {
    const db = await openFolder(folder);
    const refusal = await openFolder(folder).catch((error) => error);
    expect(refusal).toBeInstanceOf(FolderInUse);
    expect(refusal.message).toContain('Stop it first, or set URUSHI_DATA to another folder.');
    await db.close();
    await (await openFolder(folder)).close();
  }, 60_000);
  it('has snapshots taken, looked into and put in place; what was there becomes one', async () => {
    const db = await openFolder(folder);
    const [kept, later] = [job('Kept'), job('Later')];
    await insertJob(db, kept);
    const taken = await db.takeSnapshot('asked');
    await insertJob(db, later);

    const look = await db.openSnapshot(taken.name);
    expect(look && (await summaryOf(look))).toMatchObject({ jobs: 1, newest: [{ customer: 'Kept' }] });
    await look?.close();
    expect(await summaryOf(db)).toMatchObject({ jobs: 2 });
    expect([await db.openSnapshot('../lock'), await db.restore('none.tgz')]).toEqual([null, false]);

    // Whoever asks while it is put in place waits, and is answered by what was restored.
    const [restored, meanwhile] = await Promise.all([db.restore(taken.name), settled(() => summaryOf(db))]);
    expect([restored, meanwhile?.jobs]).toEqual([true, expect.any(Number)]);
    expect(await summaryOf(db)).toMatchObject({ jobs: 1, newest: [{ customer: 'Kept' }] });
    const [before] = await db.snapshots();
    expect(before.reason).toBe('restore');
    await db.restore(before.name);
    expect((await jobById(db, later.id))?.customer).toBe('Later');
    await db.close();
  }, 60_000);
  it('keeps fourteen snapshots, whole ones only, and one for each day', async () => {
    const db = await openFolder(folder);
    expect(await hasDaysSnapshot(folder)).toBe(false);
    const first = await db.takeSnapshot('day');
    expect(await hasDaysSnapshot(folder)).toBe(true);
    expect(await hasDaysSnapshot(folder, new Date(Date.now() + 86_400_000))).toBe(false);
    await writeFile(path.join(folder, 'backups', 'half.tgz.unfinished'), 'half');
    for (let i = 0; i < 14; i++)
      await cp(
        path.join(folder, 'backups', first.name),
        await nextSnapshotFile(folder, 'asked', new Date(Date.now() + i)),
      );
    await tidySnapshots(folder);
    const names = (await readdir(path.join(folder, 'backups'))).sort();
    expect(names).toHaveLength(14);
    expect(names).not.toContain(first.name);
    await db.close();
  }, 60_000);
  it('comes back when a restore was killed before its database was seen to open', async () => {
    const db = await openFolder(folder);
    await insertJob(db, job('Before'));
    await db.close();
    await rename(path.join(folder, 'database'), path.join(folder, 'database-replaced'));
    await mkdir(path.join(folder, 'database'));
    const again = await openFolder(folder);
    expect((await summaryOf(again)).newest[0].customer).toBe('Before');
    await again.close();
  }, 60_000);
  it('leaves this thread free while the database works', async () => {
    const db = await openFolder(folder);
    let ticks = 0;
    const timer = setInterval(() => ticks++, 5);
    const slow = db.query('select count(*) from generate_series(1, 3000000) as n where n % 7 = 3');
    await slow;
    clearInterval(timer);
    expect(ticks).toBeGreaterThan(5);
    // What goes wrong in the other thread is told here.
    await expect(db.query('select from nowhere')).rejects.toMatchObject({ code: '42P01' });
    await (await shopOn(db, () => {})).close();
  });
});

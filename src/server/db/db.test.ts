import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { insertJob, jobById } from '../store/jobs.ts';
import { type Db, FolderInUse, openFolder, openMemory } from './db.ts';

describe('the database', () => {
  let db: Db;
  beforeEach(async () => {
    db = await openMemory();
  });
  afterEach(() => db.close());
  const customers = async () => (await db.query('select customer from job order by id')).map((r) => r.customer);

  it('keeps a transaction whole or not at all', async () => {
    await db.transaction(async (tx) => {
      await insertJob(tx, { customer: 'Kept', piece: 'x', tolerance: 1 });
    });
    await expect(
      db.transaction(async (tx) => {
        await insertJob(tx, { customer: 'Lost', piece: 'x', tolerance: 1 });
        throw new Error('the power went');
      }),
    ).rejects.toThrow('the power went');
    expect(await customers()).toEqual(['Kept']);
  });
  it('takes what is typed as a value, never as SQL', async () => {
    const nasty = `'); drop table job; --`;
    const id = await insertJob(db, { customer: nasty, piece: nasty, tolerance: 1 });
    expect((await jobById(db, id))?.customer).toBe(nasty);
    expect(await customers()).toEqual([nasty]);
  });
  it('refuses what the tables forbid, whoever asks', async () => {
    await expect(insertJob(db, { customer: 'a', piece: 'b', tolerance: 0 })).rejects.toThrow();
    await expect(
      db.query(`insert into reading (source, name, lab, grid) values ('typed', 'r', '{1,2,3}', '{}')`),
    ).rejects.toThrow();
    await expect(db.query('insert into board (job_wood_id, number) values (999, 1)')).rejects.toThrow();
  });
});

describe('the data folder', () => {
  let folder: string;
  beforeEach(async () => {
    folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-'));
  });
  afterEach(() => rm(folder, { recursive: true }));

  it('of an earlier version is brought up to date, and what was in it stays', async () => {
    // As the first version left it: the first migration only.
    const old = await PGlite.create(path.join(folder, 'database'));
    const migrations = path.join(import.meta.dirname, 'migrations');
    const [first, ...later] = (await readdir(migrations)).sort();
    expect(later.length).toBeGreaterThan(0);
    await old.exec('create table migration (name text primary key, at timestamptz not null default now())');
    await old.exec(await readFile(path.join(migrations, first), 'utf8'));
    await old.query('insert into migration (name) values ($1)', [first]);
    await old.exec(`insert into job (customer, piece, tolerance) values ('Old Pier', 'Bench', 1.2)`);
    await old.close();

    const db = await openFolder(folder);
    expect(await jobById(db, 1)).toMatchObject({
      customer: 'Old Pier',
      tolerance: 1.2,
      lights: { D65: 1, A: 0, LED: 0, F11: 0 },
    });
    const done = (await db.query('select name from migration order by name')).map((r) => r.name);
    expect(done).toEqual([first, ...later]);
    await db.close();
  });
  it('survives a start that was killed while the database was being made', async () => {
    await mkdir(path.join(folder, 'database-unfinished'));
    await writeFile(path.join(folder, 'database-unfinished', 'PG_VERSION'), 'half');
    const db = await openFolder(folder);
    await insertJob(db, { customer: 'Kept', piece: 'x', tolerance: 1 });
    await db.close();
    const again = await openFolder(folder);
    expect((await jobById(again, 1))?.customer).toBe('Kept');
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
});

import { execFile } from 'node:child_process';
import { cp, mkdir, mkdtemp, readdir, rename, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { copyMadeFolder } from '../../../test/server/made-folder.ts';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { labOf } from '../../core/colour/lab.ts';
import { newId } from '../../shared/id.ts';
import { JobQuery } from '../../shared/job.ts';
import { type OpenShop, openShop, shopOn } from '../open-shop.ts';
import { listJobs } from '../repositories/job-list.ts';
import { insertJob, jobById } from '../repositories/jobs.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { summaryOf } from '../repositories/summary.ts';
import { type FolderDb, openFolder } from './folder.ts';
import { FolderInUse } from './folder-lock.ts';
import { hasDaysSnapshot, nextSnapshotFile, snapshotsIn, tidySnapshots } from './snapshots.ts';

const job = (customer: string) => ({ id: newId(), customer, piece: 'x', tolerance: 1 });

/** How often a snapshot is put in place under three writers. */
const RESTORES = Number(process.env.URUSHI_RESTORES ?? 1);

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
    const { jobs } = await listJobs(db, JobQuery.parse({}));
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
    expect(jobs[0].target).toHaveLength(31);

    const shelf = await wholeShelf(db);
    expect([shelf.species.length, shelf.colourants.length, shelf.mediums.length]).toEqual([6, 12, 5]);
    // Pictures were named by their pattern; now by the wood that a wood is built like.
    expect(shelf.species.every((s) => s.figure === s.id && s.cut === 'flat' && s.ringMm === null)).toBe(true);
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
    await copyMadeFolder(folder);
    const db = await openFolder(folder);
    const refusal = await openFolder(folder).catch((error) => error);
    expect(refusal).toBeInstanceOf(FolderInUse);
    expect(refusal.message).toContain('Stop it first, or set URUSHI_DATA to another folder.');
    await db.close();
    await (await openFolder(folder)).close();
  });
  it('has snapshots taken, looked into and put in place; what was there becomes one', async () => {
    await copyMadeFolder(folder);
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
  });
  it(
    'loses nothing that was acknowledged while one is put in place: it is restored over, or kept in what was there',
    async () => {
      await copyMadeFolder(folder);
      const db = await openFolder(folder);
      const empty = await db.takeSnapshot('asked');
      for (let round = 0; round < RESTORES; round++) {
        const acknowledged: string[] = [];
        let going = true;
        const writer = async () => {
          while (going) {
            const one = job('Written');
            const kept = await db.transaction((tx) => insertJob(tx, one)).catch(() => false);
            if (kept) acknowledged.push(one.id);
          }
        };
        const writers = [writer(), writer(), writer()];
        await settled(async () => {});
        await db.restore(empty.name);
        await settled(async () => {});
        going = false;
        await Promise.all(writers);
        const [before] = (await db.snapshots()).filter((s) => s.reason === 'restore');
        const was = await db.openSnapshot(before?.name ?? '');
        const idsIn = async (of: Pick<FolderDb, 'query'>) => (await of.query('select id from job')).map((r) => r.id);
        const there = new Set([...(await idsIn(db)), ...(was ? await idsIn(was) : [])]);
        await was?.close();
        expect(acknowledged.length).toBeGreaterThan(10);
        expect(acknowledged.filter((id) => !there.has(id))).toEqual([]);
      }
      await db.close();
    },
    180_000 + 60_000 * RESTORES,
  );
  it('says of a damaged snapshot that it is, and goes on', async () => {
    await copyMadeFolder(folder);
    const db = await openFolder(folder);
    await insertJob(db, job('Kept'));
    const taken = await db.takeSnapshot('asked');
    await writeFile(path.join(folder, 'backups', taken.name), 'no archive at all');
    await expect(db.openSnapshot(taken.name)).rejects.toThrow('is damaged and cannot be opened');
    await expect(db.restore(taken.name)).rejects.toThrow('is damaged and cannot be opened');
    expect(await summaryOf(db)).toMatchObject({ jobs: 1 });
    await db.close();
  });
  it('keeps fourteen snapshots, whole ones only, and one for each day', async () => {
    await copyMadeFolder(folder);
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
  });
  it('comes back when a restore was killed before its database was seen to open', async () => {
    await copyMadeFolder(folder);
    const db = await openFolder(folder);
    await insertJob(db, job('Before'));
    await db.close();
    await rename(path.join(folder, 'database'), path.join(folder, 'database-replaced'));
    await mkdir(path.join(folder, 'database'));
    const again = await openFolder(folder);
    expect((await summaryOf(again)).newest[0].customer).toBe('Before');
    await again.close();
  });
  it('leaves this thread free while the database works', async () => {
    await copyMadeFolder(folder);
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

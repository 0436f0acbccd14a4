import { appendFile, copyFile, mkdir, mkdtemp, readdir, rename, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import type { Board } from '../../shared/board.ts';
import type { House } from '../../shared/house.ts';
import { newId } from '../../shared/id.ts';
import type { WatchedFile, WatchedFolder } from '../../shared/watched.ts';

const line = (name: string, v: number) =>
  `${name},${Array.from({ length: 31 }, (_, i) => (v + i / 1000).toFixed(4)).join()}`;
const HEADING = `name,${Array.from({ length: 31 }, (_, i) => 400 + 10 * i).join()}`;
const table = (...values: number[]) => [HEADING, ...values.map((v, i) => line(`r${i}`, v))].join('\n');

let bench: BeechShop;
let folder: string;
let board: Board;
const watched = async (): Promise<WatchedFolder> => (await bench.shop.ask('get', '/watched').expect(200)).body;
const names = async () => (await watched()).files.map((f) => f.name);
/** What is offered under a name, once it is. */
const offered = (name: string): Promise<WatchedFile> =>
  vi.waitFor(
    async () => {
      const file = (await watched()).files.find((f) => f.name === name);
      expect(file).toBeDefined();
      return file as WatchedFile;
    },
    { timeout: 20_000, interval: 100 },
  );
const done = ({ hash }: WatchedFile, keptFor: string | null) =>
  bench.shop.ask('put', `/watched/${hash}/done`, { keptFor }).expect(200);
const watch = async (to: string | null, status = 200) => {
  const { version }: House = (await bench.shop.ask('get', '/house').expect(200)).body;
  return (await bench.shop.ask('patch', '/house', { version, watch: { folder: to, instrument: null } }).expect(status))
    .body;
};

beforeAll(async () => {
  bench = await openBeechShop(true);
  [board] = (await bench.boards()) as [Board];
  await bench.plan(board.id, [DYE, CLEAR]);
  folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-watched-'));
  await writeFile(path.join(folder, 'long-ago.csv'), table(0.2));
  await watch(folder);
});
afterAll(async () => {
  await bench.shop.close();
  await rm(folder, { recursive: true, force: true });
});

describe('a watched folder', () => {
  it('is one that is there, by its whole path', async () => {
    expect((await watch('somewhere', 422)).detail).toMatch(/whole path/);
    expect((await watch(path.join(folder, 'nowhere'), 422)).detail).toMatch(/There is no folder/);
    expect((await watch(path.join(folder, 'long-ago.csv'), 422)).detail).toMatch(/is no folder/);
  });

  it('offers what is new once it is whole, and nothing that was there before', async () => {
    const at = path.join(folder, 'birch.csv');
    const [first = '', ...rest] = table(0.31, 0.32, 0.33).split('\n');
    // Software writes bit by bit, for longer than a file has to lie still.
    await writeFile(at, `${first}\n`);
    for (const each of rest) {
      await new Promise((resolve) => setTimeout(resolve, 500));
      expect(await names()).toEqual([]);
      await appendFile(at, `${each}\n`);
    }
    expect(await offered('birch.csv')).toMatchObject({ readings: 3, why: null });
    expect(await names()).toEqual(['birch.csv']);
    await writeFile(path.join(folder, 'notes.csv'), 'milk, eggs');
    expect((await offered('notes.csv')).why).toMatch(/notes\.csv/);
    await writeFile(path.join(folder, 'programme.exe'), 'no table');
  }, 60_000);

  it('keeps its readings with a tap, and never twice', async () => {
    const file = await offered('birch.csv');
    const { body: bytes } = await bench.shop.ask('get', `/watched/${file.hash}`).responseType('blob').expect(200);
    expect(bytes.toString().trim()).toBe(table(0.31, 0.32, 0.33));
    await done(file, 'beech-1 after dye');
    const takingId = newId();
    const reading = { source: 'file', takingId, fileName: file.name, text: bytes.toString() };
    await bench.post(`/boards/${board.id}/readings`, { stage: 1, reading });
    const readings = async () => ((await bench.boards())[0] as Board).readings.filter((r) => r.stage === 1).length;
    expect(await readings()).toBe(3);
    // Another window had it in sight too.
    const again = await bench.shop
      .ask('put', `/watched/${file.hash}/done`, { keptFor: 'beech-2 after dye' })
      .expect(409);
    expect(again.body.detail).toMatch(/was kept or left meanwhile/);
    // What came out of one file goes out again, and comes back, as one.
    await bench.shop.ask('delete', `/takings/${takingId}`).expect(204);
    expect(await readings()).toBe(0);
    await bench.shop.ask('post', `/takings/${takingId}/restore`).expect(204);
    expect(await readings()).toBe(3);
    // Under another name, or written anew, it is the same file.
    await copyFile(path.join(folder, 'birch.csv'), path.join(folder, 'birch (copy).csv'));
    await rename(path.join(folder, 'birch.csv'), path.join(folder, 'birch-old.csv'));
    await writeFile(path.join(folder, 'other.csv'), table(0.5));
    await offered('other.csv');
    expect((await names()).filter((name) => name.startsWith('birch'))).toEqual([]);
    expect((await readdir(folder)).sort()).toEqual(
      ['birch (copy).csv', 'birch-old.csv', 'long-ago.csv', 'notes.csv', 'other.csv', 'programme.exe'].sort(),
    );
  }, 60_000);

  it('leaves what somebody leaves, and offers it again when that was a mis-tap', async () => {
    const other = await offered('other.csv');
    await done(other, null);
    expect(await names()).not.toContain('other.csv');
    await bench.shop.ask('delete', `/watched/${other.hash}/done`).expect(200);
    expect(await names()).toContain('other.csv');
    await bench.shop.ask('get', `/watched/${'0'.repeat(64)}`).expect(404);
  }, 30_000);

  it('is written into by the simulated instrument, as by the software of a real one', async () => {
    const { name } = await bench.post('/instrument/file', { of: 'board', board: board.id, stage: 0, count: 3 }, 200);
    expect(await offered(name)).toMatchObject({ readings: 3, why: null });
  }, 30_000);

  it('that is gone says so, and comes back', async () => {
    await rm(folder, { recursive: true });
    await vi.waitFor(async () => expect((await watched()).trouble).toMatch(/There is no folder/), { timeout: 20_000 });
    await mkdir(folder);
    expect(await watched()).toEqual({ folder, trouble: null, files: [] });
    await writeFile(path.join(folder, 'anew.csv'), table(0.6));
    await offered('anew.csv');
    await watch(null);
    expect(
      (await bench.post('/instrument/file', { of: 'board', board: board.id, stage: 0, count: 1 }, 409)).detail,
    ).toMatch(/No folder is watched/);
  }, 60_000);
});

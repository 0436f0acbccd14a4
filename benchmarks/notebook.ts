/**
 * The notebook with 100 000 boards: the nearest fifty to a colour beside a look at every board, in one run, on the embedded
 * database and, where URUSHI_TEST_PG names one, on a PostgreSQL server; and every other page of a shop beside one whose
 * notebook is small.
 */
import { cp, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { z } from 'zod';
import { deltaE00 } from '../src/core/colour/ciede2000.ts';
import type { Lab } from '../src/core/colour/lab.ts';
import type { Db } from '../src/server/db/db.ts';
import { openFolder } from '../src/server/db/folder.ts';
import { openEmbedded } from '../src/server/db/pglite.ts';
import { openServer } from '../src/server/db/postgres.ts';
import { nearestNotes } from '../src/server/repositories/notebook.ts';
import { all } from '../src/server/repositories/rows.ts';
import { newId } from '../src/shared/id.ts';
import { NotebookQuery } from '../src/shared/notebook.ts';
import { LAID, noteMany } from '../test/server/many-notes.ts';
import { type DemoServer, inTurn, say, startServer } from './growth.ts';
import { median, sized } from './ratio.ts';

const MANY = sized(100_000, 2000);
const ROUNDS = sized(15, 2);
const NEAREST = 50;
const Coloured = z.object({ id: z.string(), l: z.number(), a: z.number(), b: z.number() });

/** Every board looked at, as a shop without an index would. */
async function lookedThrough(db: Db, lab: Lab): Promise<string[]> {
  const rows = await all(
    db,
    Coloured,
    `select id, cube_ll_coord(d65, 1) as l, cube_ll_coord(d65, 2) as a, cube_ll_coord(d65, 3) as b
     from notebook.note where kind = any('{board,rack,batch}')`,
  );
  return rows
    .map(({ id, l, a, b }) => ({ id, away: deltaE00(lab, [l, a, b]) }))
    .sort((p, q) => p.away - q.away || (p.id < q.id ? -1 : 1))
    .slice(0, NEAREST)
    .map((r) => r.id);
}

/** Colours of finished wood, each asked once. */
const sought = (n: number): Lab => [28 + ((n * 37) % 45), 6 + ((n * 13) % 16), 10 + ((n * 29) % 28)];

async function nearestOn(name: string, db: Db): Promise<void> {
  for (const laid of Object.keys(LAID) as (keyof typeof LAID)[]) {
    await db.query('truncate notebook.note');
    await noteMany(db, MANY, laid);
    const asked = NotebookQuery.parse({});
    const nearest = (lab: Lab) => nearestNotes(db, { lab, light: 'D65' }, asked, NEAREST);
    await nearest(sought(0));
    const [fast, slow]: [number[], number[]] = [[], []];
    let same = true;
    for (let n = 1; n <= ROUNDS; n++) {
      const lab = sought(n);
      const began = performance.now();
      const found = await nearest(lab);
      const between = performance.now();
      const looked = await lookedThrough(db, lab);
      fast.push(between - began);
      slow.push(performance.now() - between);
      same &&= found.map((f) => f.id).join() === looked.join();
    }
    console.log(
      `Notebook, ${name}, ${MANY} ${laid} boards: the nearest ${NEAREST} in ${median(fast).toFixed(1)} ms (wanted 100), at most ${Math.max(...fast).toFixed(1)}; ${(median(slow) / median(fast)).toFixed(0)}× faster than the full scan of ${median(slow).toFixed(0)} ms (wanted 20×); ${same ? 'the same boards each time' : 'OTHER BOARDS'}`,
    );
  }
}

/** A database of its own on a server, gone when it is done. */
async function onServer(address: string, work: (db: Db) => Promise<void>): Promise<void> {
  const admin = new pg.Client(address);
  await admin.connect();
  const name = `urushi_bench_${newId().replaceAll('-', '_')}`;
  await admin.query(`create database ${name}`);
  const own = new URL(address);
  own.pathname = `/${name}`;
  const db = await openServer(own.href);
  try {
    await work(db);
  } finally {
    await db.close();
    await admin.query(`drop database ${name}`);
    await admin.end();
  }
}

/** What pages ask of a shop. */
const PAGES = [
  '/jobs',
  '/jobs/2',
  '/jobs/2/story',
  '/shelf',
  '/clock',
  '/clock/rail',
  '/rack',
  '/house',
  '/faults',
  '/systems',
];

async function besideTheDemo(): Promise<void> {
  const folders = await Promise.all(['demo', 'noted'].map((n) => mkdtemp(path.join(os.tmpdir(), `urushi-${n}-`))));
  const servers: DemoServer[] = [];
  try {
    await (await startServer(folders[0], 4393)).stop();
    await cp(folders[0], folders[1], { recursive: true });
    const db = await openFolder(folders[1]);
    await noteMany(db, MANY, 'clustered');
    await db.close();
    servers.push(await startServer(folders[0], 4393), await startServer(folders[1], 4394));
    const [demo, noted] = servers as [DemoServer, DemoServer];
    for (const page of PAGES) {
      const { small, large } = await inTurn(
        () => demo.ask('GET', page),
        () => noted.ask('GET', page),
      );
      say(`  ${page} beside a notebook of ${MANY}`, 3, large, small);
    }
  } finally {
    for (const server of servers) await server.stop();
    for (const folder of folders) await rm(folder, { recursive: true, force: true });
  }
}

export async function benchmarkNotebook(): Promise<void> {
  const embedded = await openEmbedded(null);
  await nearestOn('embedded', embedded);
  await embedded.close();
  const address = process.env.URUSHI_TEST_PG;
  if (address) await onServer(address, (db) => nearestOn('on a server', db));
  await besideTheDemo();
}

import type { AddressInfo } from 'node:net';
import { expect, it } from 'vitest';
import { demoArchive } from '../src/demo/archive.ts';
import { makeDemo } from '../src/demo/make-demo.ts';
import { archiveOf, putArchive } from '../src/server/repositories/archive.ts';
import type { FaultFound } from '../src/shared/fault.ts';
import type { JobList } from '../src/shared/job.ts';
import { openTestShop, type TestShop } from './server/open-test-shop.ts';

const ID = /[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** The jobs of the library: those of the two years before stand after them by number, and take minutes to make again. */
const LIBRARYS = 3;
const ofLibrary = ({ number, job = number }: { number?: number; job?: number | undefined }) => (job ?? 0) <= LIBRARYS;

/** What a shop shows of those jobs, with ids by the order in which they come and numbers as they are read: nothing of when it was made. */
async function seenIn(shop: TestShop): Promise<unknown> {
  const got = async (path: string) => (await shop.ask('get', path).expect(200)).body;
  const { jobs } = (await got('/jobs')) as JobList;
  const own = jobs.filter(ofLibrary);
  const paths = [
    '/shelf',
    '/rack',
    '/house',
    '/clock',
    ...own.flatMap(({ number }) => [`/jobs/${number}`, `/jobs/${number}/story`]),
  ];
  const answers: Record<string, unknown> = {
    jobs: own,
    faults: ((await got('/faults')) as FaultFound[]).filter(ofLibrary),
  };
  for (const path of paths) answers[path] = await got(path);
  const ids = new Map<string, string>();
  const named = JSON.stringify(answers).replace(ID, (id) => {
    if (!ids.has(id)) ids.set(id, `#${ids.size + 1}`);
    return ids.get(id) as string;
  });
  return JSON.parse(named, (key, value) => {
    // When the machine really made it; and an order of the same moment.
    if (typeof value === 'string' && /^20\d\d-.*Z$/.test(value) && !value.startsWith('2026-03')) return 'really';
    if (key === 'stamp' || key === 'evidence') return 0;
    // An approval’s hash is of its ids too.
    if (key === 'hash') return 'of its ids';
    return typeof value === 'number' ? Number(value.toPrecision(6)) : value;
  });
}

it('the demo that ships is the demo that its script makes', async () => {
  const made = await openTestShop(true);
  // The script has the simulated bench put up itself.
  await made.db.query('update house set simulated = false');
  const server = made.app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  await makeDemo(`http://127.0.0.1:${(server.address() as AddressInfo).port}`, () => {});
  server.closeAllConnections();
  server.close();
  const shipped = await openTestShop(true);
  const archive = await demoArchive();
  await shipped.db.transaction((queries) => putArchive(queries, archive));
  try {
    // Otherwise: npm run demo:archive
    expect(await seenIn(shipped)).toEqual(await seenIn(made));
  } finally {
    await made.close();
    await shipped.close();
  }
}, 600_000);

it('an archive is taken whole: all rows are there again, and what counts on by itself goes on', async () => {
  const shop = await openTestShop(true);
  const archive = await demoArchive();
  await shop.db.transaction((queries) => putArchive(queries, archive));
  const again = await archiveOf(shop.db);
  const counted = (a: typeof archive) => a.tables.map(({ name, rows }) => [name, rows.length]);
  expect(counted(again)).toEqual(counted(archive));
  await shop.db.transaction((queries) => putArchive(queries, again));
  expect(await archiveOf(shop.db)).toEqual(again);
  const { body } = await shop.ask('post', '/jobs', { customer: 'Fog Signal', piece: 'Door', tolerance: 1 }).expect(201);
  const numbers = archive.tables.find((t) => t.name === 'job')?.rows.map((job) => Number(job.number)) ?? [];
  expect(body.number).toBe(Math.max(...numbers) + 1);
  await shop.close();
}, 120_000);

// npm run demo:archive: makes the demo shop anew through the public API, and writes it to where the demo begins from.
import { writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { DEMO_ARCHIVE } from '../src/demo/archive.ts';
import { makeHistory } from '../src/demo/history.ts';
import { makeDemo } from '../src/demo/make-demo.ts';
import { createApp } from '../src/server/app.ts';
import { openMemory } from '../src/server/db/pglite.ts';
import { shopOn } from '../src/server/open-shop.ts';
import { archiveOf, putArchive } from '../src/server/repositories/archive.ts';
import { house } from '../src/server/repositories/house.ts';
import { listJobs } from '../src/server/repositories/job-list.ts';
import { JOB_TABLES } from '../src/server/repositories/jobs-file.ts';
import type { Archive } from '../src/shared/archive.ts';
import { JobQuery } from '../src/shared/job.ts';

/**
 * The demo with the years before it: what belongs to the jobs of the other shop stands beside what is here, its jobs after
 * these by number. Its lots are used up.
 */
function withHistory(demo: Archive, history: Archive): Archive {
  const rowsOf = ({ tables }: Archive, name: string) => tables.find((t) => t.name === name)?.rows ?? [];
  const taken = Math.max(...rowsOf(demo, 'job').map((job) => Number(job.number)));
  const counted = (name: string) =>
    Math.max(
      ...[demo, history]
        .flatMap((of) => rowsOf(of, 'counter').filter((c) => c.name === name))
        .map((c) => Number(c.value)),
    );
  const brought = (name: string): Record<string, unknown>[] => {
    const rows = rowsOf(history, name);
    if (name === 'job') return rows.map((job) => ({ ...job, number: Number(job.number) + taken }));
    if (name === 'lot') return rows.map((lot) => ({ ...lot, deleted_at: lot.created_at }));
    if (name === 'event') return rows.filter((event) => event.job_id !== null);
    return [...JOB_TABLES, 'stage_mean'].includes(name) ? rows : [];
  };
  const tables = demo.tables.map(({ name, rows }) =>
    name === 'counter'
      ? {
          name,
          rows: [
            { name: 'job', value: taken + rowsOf(history, 'job').length },
            { name: 'evidence', value: counted('evidence') + 1 },
          ],
        }
      : { name, rows: [...rows, ...brought(name)] },
  );
  return { ...demo, tables };
}

// Its moments are those of the clock on a wall; where the demo is opened they are put into the zone of that place.
process.env.TZ = 'UTC';
const shop = await shopOn(await openMemory(), (error) => console.error(error), null, true);
const server = createApp(shop).listen(0, '127.0.0.1');
await new Promise((resolve) => server.once('listening', resolve));
await makeDemo(`http://127.0.0.1:${(server.address() as AddressInfo).port}`, (line) => console.log(line));
const address = (of: Server) => `http://127.0.0.1:${(of.address() as AddressInfo).port}`;
// The years before it are those of another shop, with its own clock.
const before = await shopOn(await openMemory(), (error) => console.error(error), null, true);
// Nothing is learned on the way: its recipes are corrected by hand.
const beforeServer = createApp({ ...before, learning: { ...before.learning, changed: () => {} } }).listen(
  0,
  '127.0.0.1',
);
await new Promise((resolve) => beforeServer.once('listening', resolve));
await makeHistory(address(beforeServer), await house(shop.db), (line) => console.log(line));
const whole = withHistory(await archiveOf(shop.db), await archiveOf(before.db));
const ids = (await listJobs(shop.db, JobQuery.parse({}))).jobs.map((job) => job.id);
await shop.db.transaction((tx) => putArchive(tx, whole));
await shop.learning.forgetDuring(async () => {});
for (const id of ids) await shop.learning.learn(id);
const packed = gzipSync(JSON.stringify(await archiveOf(shop.db)), { level: 9 });
writeFileSync(DEMO_ARCHIVE, packed);
console.log(`${DEMO_ARCHIVE}: ${(packed.length / 1e6).toFixed(2)} MB`);
for (const one of [server, beforeServer]) {
  one.closeAllConnections();
  one.close();
}
await before.close();
await shop.close();

// npm run demo:archive: makes the demo shop anew through the public API, and writes it to where the demo begins from.
import { writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { DEMO_ARCHIVE } from '../src/demo/archive.ts';
import { makeDemo } from '../src/demo/make-demo.ts';
import { createApp } from '../src/server/app.ts';
import { openMemory } from '../src/server/db/pglite.ts';
import { shopOn } from '../src/server/open-shop.ts';
import { archiveOf } from '../src/server/repositories/archive.ts';
import { listJobs } from '../src/server/repositories/job-list.ts';
import { JobQuery } from '../src/shared/job.ts';

// Its moments are those of the clock on a wall; where the demo is opened they are put into the zone of that place.
process.env.TZ = 'UTC';
const shop = await shopOn(await openMemory(), (error) => console.error(error), null, true);
const server = createApp(shop).listen(0, '127.0.0.1');
await new Promise((resolve) => server.once('listening', resolve));
await makeDemo(`http://127.0.0.1:${(server.address() as AddressInfo).port}`, (line) => console.log(line));
for (const { id } of (await listJobs(shop.db, JobQuery.parse({}))).jobs) await shop.learning.learn(id);
const packed = gzipSync(JSON.stringify(await archiveOf(shop.db)), { level: 9 });
writeFileSync(DEMO_ARCHIVE, packed);
console.log(`${DEMO_ARCHIVE}: ${(packed.length / 1e6).toFixed(2)} MB`);
server.closeAllConnections();
server.close();
await shop.close();

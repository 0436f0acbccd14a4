import type { AddressInfo } from 'node:net';
import os from 'node:os';
import type { TestProject } from 'vitest/node';
import { makeDemo } from '../../src/demo/make-demo.ts';
import { LIBRARY_REFIT } from '../../src/demo/scenario.ts';
import { createApp } from '../../src/server/app.ts';
import { openMemory } from '../../src/server/db/pglite.ts';
import { shopOn } from '../../src/server/open-shop.ts';
import { archiveOf, putArchive } from '../../src/server/repositories/archive.ts';
import type { Archive } from '../../src/shared/archive.ts';

declare module 'vitest' {
  interface ProvidedContext {
    /** A shop for each test file that runs at a time: what one changes of its house is not another's. */
    shops: string[];
  }
}

const WOODS = ['beech', 'birch', 'sapele'];
const COLOURS = ['honey', 'wine', 'coal', 'umber'];

/** The real server in memory. */
async function openShop(archive: Archive | null) {
  const db = await openMemory();
  if (archive) await db.transaction((queries) => putArchive(queries, archive));
  const shop = await shopOn(db, (error) => console.error(error));
  const server = createApp(shop, (error) => console.error(error)).listen(0, '127.0.0.1');
  // A test may think for longer than a connection is usually kept.
  server.keepAliveTimeout = 600_000;
  await new Promise((resolve) => server.once('listening', resolve));
  return {
    db,
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    async close() {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await shop.close();
    },
  };
}

/** Shops with a small part of the demo and no jobs, for the tests of the pages. */
export default async function startShops(project: TestProject) {
  const first = await openShop(null);
  await makeDemo(first.address, () => {}, {
    ...LIBRARY_REFIT,
    species: LIBRARY_REFIT.species.filter((s) => WOODS.includes(s.id)),
    colourants: LIBRARY_REFIT.colourants.filter((c) => COLOURS.includes(c.id)),
    jobs: [],
    people: [],
    rack: [],
  });
  const shops = [first];
  const archive = await archiveOf(first.db);
  while (shops.length < os.availableParallelism()) shops.push(await openShop(archive));
  project.provide(
    'shops',
    shops.map((s) => s.address),
  );
  return async () => void (await Promise.all(shops.map((s) => s.close())));
}

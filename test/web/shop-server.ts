import type { AddressInfo } from 'node:net';
import type { TestProject } from 'vitest/node';
import { makeDemo } from '../../src/demo/make-demo.ts';
import { LIBRARY_REFIT } from '../../src/demo/scenario.ts';
import { createApp } from '../../src/server/app.ts';
import { openMemory } from '../../src/server/db/pglite.ts';
import { shopOn } from '../../src/server/open-shop.ts';

declare module 'vitest' {
  interface ProvidedContext {
    shop: string;
  }
}

const WOODS = ['beech', 'birch', 'sapele'];
const COLOURS = ['honey', 'wine', 'coal', 'umber'];

/** The real server in memory with a small part of the demo shop and no jobs, for the tests of the pages. */
export default async function startShop(project: TestProject) {
  const shop = await shopOn(await openMemory(), (error) => console.error(error));
  const server = createApp(shop, (error) => console.error(error)).listen(0, '127.0.0.1');
  // A test may think for longer than a connection is usually kept.
  server.keepAliveTimeout = 600_000;
  await new Promise((resolve) => server.once('listening', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  await makeDemo(address, () => {}, {
    ...LIBRARY_REFIT,
    species: LIBRARY_REFIT.species.filter((s) => WOODS.includes(s.id)),
    colourants: LIBRARY_REFIT.colourants.filter((c) => COLOURS.includes(c.id)),
    jobs: [],
    people: [],
    rack: [],
  });
  project.provide('shop', address);
  return async () => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    await shop.close();
  };
}

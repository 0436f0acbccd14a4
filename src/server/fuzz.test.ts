import type { AddressInfo } from 'node:net';
import { describe, expect, it } from 'vitest';
import { openTestShop } from '../../test/server/open-test-shop.ts';
import { type Known, ROUTES, requestOf } from '../../test/server/requests.ts';
import { makeDemo } from '../demo/make-demo.ts';
import { LIBRARY_REFIT } from '../demo/scenario.ts';
import type { Job, JobList } from '../shared/job.ts';
import type { Shelf } from '../shared/shelf.ts';
import { createApp } from './app.ts';

/** By hand: URUSHI_FUZZ=10000 npx vitest run src/server/fuzz */
const REQUESTS = Number(process.env.URUSHI_FUZZ ?? 500);

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle: { stack?: Layer[] };
}
const routesIn = (stack: readonly Layer[]): string[] =>
  stack.flatMap(({ route, handle }) =>
    route
      ? Object.keys(route.methods).map((method) => `${method} ${route.path}`)
      : handle.stack
        ? routesIn(handle.stack)
        : [],
  );

describe('whatever is asked', () => {
  it('is met or refused, never a fault, and soon', async () => {
    const shop = await openTestShop();
    const faults: unknown[] = [];
    const app = createApp(shop, (error) => faults.push(error));
    expect(routesIn(app.router.stack as unknown as Layer[]).sort()).toEqual(Object.keys(ROUTES).sort());
    const server = app.listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    await makeDemo(address, () => {}, {
      ...LIBRARY_REFIT,
      species: LIBRARY_REFIT.species.slice(0, 3),
      colourants: LIBRARY_REFIT.colourants.slice(0, 4),
      jobs: [],
      rack: [],
    });
    const known = await knownOf(shop);
    const found: string[] = [];
    const counts: Record<number, number> = {};
    let slowest = { ms: 0, what: '' };
    for (let seed = 1; seed <= REQUESTS; seed++) {
      const { method, path, headers, body } = await requestOf(seed, known);
      const began = performance.now();
      const answer = await fetch(`${address}/api${path}`, { method: method.toUpperCase(), headers, body });
      await answer.arrayBuffer();
      counts[answer.status] = (counts[answer.status] ?? 0) + 1;
      const ms = performance.now() - began;
      if (ms > slowest.ms) slowest = { ms, what: `${method} ${path}` };
      const [fault] = faults.splice(0);
      if (answer.status >= 500 || fault !== undefined)
        found.push(
          `request ${seed}: ${method} ${path} ${JSON.stringify(headers)} ${body?.slice(0, 400)}: ${answer.status} ${fault}`,
        );
    }
    console.log(
      `${REQUESTS} requests; the slowest, ${slowest.what}, took ${slowest.ms.toFixed(0)} ms (goal 2000); answers ${JSON.stringify(counts)}`,
    );
    server.closeAllConnections();
    server.close();
    await shop.close();
    expect(found.join('\n')).toBe('');
    // It got on: a good part was met, and not refused at the door.
    expect((counts[200] ?? 0) + (counts[201] ?? 0) + (counts[204] ?? 0)).toBeGreaterThan(REQUESTS / 5);
  }, 3_600_000);
});

/** A job with a board in the middle of its work, and the names of all that is there. */
async function knownOf(shop: Awaited<ReturnType<typeof openTestShop>>): Promise<Known> {
  const five = { source: 'instrument', count: 5 };
  const job: Job = (await shop.ask('post', '/jobs', { customer: 'Fog Signal', piece: 'Door', tolerance: 1 })).body;
  await shop.ask('post', `/jobs/${job.id}/readings`, { ...five, piece: 'counter-panel' }).expect(201);
  const shelf: Shelf = (await shop.ask('get', '/shelf')).body;
  const dyes = shelf.colourants.filter((c) => c.kind === 'dye');
  const { woods }: Job = (await shop.ask('post', `/jobs/${job.id}/woods`, { speciesId: shelf.species[0].id })).body;
  const [board] = woods[0].boards;
  await shop.ask('post', `/boards/${board.id}/readings`, { stage: 0, reading: five }).expect(201);
  const stack = [
    { kind: 'dye', colours: { [dyes[0].id]: 3 }, settings: {} },
    { kind: 'clear', colours: {}, medium: 'water-satin', settings: {} },
  ];
  await shop.ask('post', `/boards/${board.id}/recipe`, { stack, litres: 0.5, origin: 'hand' }).expect(201);
  await shop.ask('post', `/boards/${board.id}/readings`, { stage: 1, reading: five }).expect(201);
  await shop.ask('post', `/jobs/${job.id}/parts`, {
    parts: [
      {
        name: 'Rail',
        woodId: woods[0].id,
        count: 1,
        length: 800,
        width: 90,
        thickness: null,
        faces: 2,
        zones: ['face'],
      },
    ],
  });
  const now: Job = (await shop.ask('get', `/jobs/${job.id}`)).body;
  const house = (await shop.ask('get', '/house')).body;
  const rack = (await shop.ask('get', '/rack')).body;
  const { jobs }: JobList = (await shop.ask('get', '/jobs')).body;
  const ids = (list: readonly { id: string }[]) => list.map((x) => x.id);
  const boards = now.woods.flatMap((w) => w.boards);
  return {
    job: [...ids(jobs), ...jobs.map((j) => String(j.number))],
    wood: ids(now.woods),
    board: ids(boards),
    coat: ids(boards.flatMap((b) => b.coats)),
    reading: ids(boards.flatMap((b) => b.readings)),
    part: ids(now.parts),
    rung: ids(shelf.colourants.flatMap((c) => c.rungs)),
    sample: ids(shelf.mediums.flatMap((m) => m.samples)),
    version: ['1', '2'],
    species: ids(shelf.species),
    colourants: ids(shelf.colourants),
    mediums: ids(shelf.mediums),
    people: ids(house.people),
    instruments: ids(house.instruments),
    rack: ids(rack),
  };
}

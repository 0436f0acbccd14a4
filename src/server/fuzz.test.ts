import type { AddressInfo } from 'node:net';
import { describe, expect, it } from 'vitest';
import { keepsContract } from '../../test/server/keeps-contract.ts';
import { knownShop } from '../../test/server/known-shop.ts';
import { openTestShop } from '../../test/server/open-test-shop.ts';
import { namesIn, ROUTES, requestOf } from '../../test/server/requests.ts';
import { makeDemo } from '../demo/make-demo.ts';
import { LIBRARY_REFIT } from '../demo/scenario.ts';
import { createApp } from './app.ts';

/** By hand: URUSHI_FUZZ=10000 npx vitest run src/server/fuzz */
const REQUESTS = Number(process.env.URUSHI_FUZZ ?? 1000);

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
    const known = await knownShop(shop);
    // Every address has a name that is there; what is only asked for by name is found by it.
    for (const route of Object.keys(ROUTES)) {
      const [method, address = ''] = route.split(' ');
      const path = namesIn(address).reduce(
        (text, { name, after }) => text.replace(name, known[after]?.[0] ?? ''),
        address,
      );
      expect(path, route).not.toMatch(/\/(\/|$)/);
      if (method !== 'get' || /snapshots/.test(path)) continue;
      const { status } = await shop.ask('get', path);
      expect([route, status]).toEqual([route, 200]);
    }
    const met = new Set<string>();
    const found: string[] = [];
    const counts: Record<number, number> = {};
    let slowest = { ms: 0, what: '' };
    for (let seed = 1; seed <= REQUESTS; seed++) {
      const { route, true: named, method, path, headers, body } = await requestOf(seed, known);
      if (named) met.add(route);
      const began = performance.now();
      const asked = () => fetch(`${address}/api${path}`, { method: method.toUpperCase(), headers, body });
      // A connection that was closed for idleness is the client's to open again; twice is the request's.
      const answer = await asked().catch((why) => {
        console.log(`request ${seed}, ${method} ${path}, is asked again: ${why.cause ?? why}`);
        return asked();
      });
      const text = await answer.text();
      counts[answer.status] = (counts[answer.status] ?? 0) + 1;
      const ms = performance.now() - began;
      if (ms > slowest.ms) slowest = { ms, what: `${method} ${path}` };
      try {
        const json = answer.headers.get('content-type')?.includes('json') && text !== '';
        keepsContract(method, path, { status: answer.status, body: json ? JSON.parse(text) : {} });
      } catch (broken) {
        found.push(`request ${seed}: ${broken}`);
      }
      const [fault] = faults.splice(0);
      if (answer.status >= 500 || fault !== undefined)
        found.push(
          `request ${seed}: ${method} ${path} ${JSON.stringify(headers)} ${body?.slice(0, 400)}: ${answer.status} ${fault}`,
        );
    }
    console.log(
      `${REQUESTS} requests, ${met.size} of ${Object.keys(ROUTES).length} routes with names that are there; the slowest, ${slowest.what}, took ${slowest.ms.toFixed(0)} ms (goal 2000); answers ${JSON.stringify(counts)}`,
    );
    server.closeAllConnections();
    server.close();
    await shop.close();
    expect(found.join('\n')).toBe('');
    expect(Object.keys(ROUTES).filter((r) => !met.has(r))).toEqual([]);
    // It got on: a good part was met, and not refused at the door.
    expect((counts[200] ?? 0) + (counts[201] ?? 0) + (counts[204] ?? 0)).toBeGreaterThan(REQUESTS / 5);
  }, 3_600_000);
});

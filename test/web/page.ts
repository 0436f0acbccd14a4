import { cleanup, configure } from '@testing-library/react';
import { mutate } from 'swr';
import { afterEach, beforeEach, inject, vi } from 'vitest';
import { matcher } from '../../src/web/workers/matcher.ts';
import { planner } from '../../src/web/workers/planner.ts';

// The machine is shared and can be slow: what is awaited may take its time.
// Whether something is hidden is left to the browser tests: jsdom takes most of its time to find out.
configure({ asyncUtilTimeout: 30_000, defaultHidden: true });

// What a browser has and jsdom has not. Nothing is painted: pictures are looked at in the browser tests.
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    disconnect() {}
  },
);
HTMLCanvasElement.prototype.getContext = () => null;
Element.prototype.scrollIntoView = () => {};

// The pages speak to the test shop's server as they would to their own.
const fetchFrom = globalThis.fetch;
const underWay = new Set<Promise<unknown>>();
beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('fetch', (address: string, init?: RequestInit) => {
    const answer = fetchFrom(`${inject('shop')}${address}`, init);
    const done = answer
      .then((response) => response.clone().text())
      .catch(() => {})
      .finally(() => underWay.delete(done));
    underWay.add(done);
    return answer;
  });
});
afterEach(async () => {
  cleanup();
  // What a page has still asked for is answered first: the cache would take the answer for the next test's.
  while (underWay.size > 0) {
    await Promise.all(underWay);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  // Nothing fetched in one test is known in the next.
  await mutate(() => true, undefined, { revalidate: false });
});

// Searches run here and now instead of in a worker.
vi.mock('../../src/web/workers/index.ts', () => ({
  startMatcher: () => ({ matcher: later(matcher), end: () => {} }),
  startPlanner: () => ({ planner: later(planner), end: () => {} }),
  boardPainter: () => ({ paint: () => new Promise(() => {}) }),
  closePainter: () => ({ paint: () => new Promise(() => {}) }),
}));

/** The functions of an object, each answering with a promise, as over the wire to a worker. */
function later<T extends object>(functions: T): T {
  return new Proxy(functions, {
    get:
      (target, name) =>
      async (...args: unknown[]) =>
        (target[name as keyof T] as (...args: unknown[]) => unknown)(...args),
  });
}

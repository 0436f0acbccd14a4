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
// How something looks is seen in the browser tests: here each asking would go through every rule of every style.
const plain = getComputedStyle(document.createElement('div'));
vi.stubGlobal('getComputedStyle', () => plain);
Element.prototype.scrollIntoView = () => {};
// jsdom goes through the whole document for each label of each field; the ids of labels are found at once.
Object.defineProperty(HTMLLabelElement.prototype, 'control', {
  get(this: HTMLLabelElement) {
    return this.htmlFor
      ? document.getElementById(this.htmlFor)
      : this.querySelector('input, select, textarea, button, meter, output, progress');
  },
});
for (const field of [HTMLInputElement, HTMLTextAreaElement, HTMLSelectElement, HTMLButtonElement])
  Object.defineProperty(field.prototype, 'labels', {
    get(this: HTMLElement) {
      const named = this.id ? document.querySelectorAll(`label[for="${this.id}"]`) : [];
      const around = this.closest('label:not([for])');
      return [...named, ...(around ? [around] : [])];
    },
  });

// The pages speak to the test shop's server as they would to their own.
const fetchFrom = globalThis.fetch;
const shops = inject('shops');
const shop = shops[Number(process.env.VITEST_POOL_ID ?? 0) % shops.length];
const underWay = new Set<Promise<unknown>>();
beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('fetch', (address: string, init?: RequestInit) => {
    const answer = fetchFrom(`${shop}${address}`, init);
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
  boardPainter: () => ({ show: () => new Promise(() => {}) }),
  numberOf: () => 1,
  forget: () => {},
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

import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { beforeAll, expect, it } from 'vitest';
import type { EmbeddedDatabase } from '../db/pglite.worker.ts';
import { startThread, type Thread } from './start-thread.ts';

let thread: Thread<EmbeddedDatabase>;
beforeAll(() => {
  thread = startThread<EmbeddedDatabase>(new URL('../db/pglite.worker.ts', import.meta.url));
});

it('holds nothing of an answer that was given', async () => {
  setFlagsFromString('--expose-gc');
  const collect: () => void = runInNewContext('gc');
  const given: WeakRef<object>[] = [];
  for (let n = 0; n < 20; n++) given.push(new WeakRef(await thread.answered(Promise.resolve({ n }))));
  // A weak reference holds its object until the turn of the loop is over.
  await new Promise((resolve) => setTimeout(resolve, 20));
  collect();
  expect(given.filter((g) => g.deref() !== undefined).length).toBeLessThan(3);
});

it('tells those who wait, and those who come later, that it is dead', async () => {
  const never = thread.answered(new Promise<never>(() => {}));
  await Promise.all([expect(never).rejects.toThrow('The thread has ended.'), thread.end()]);
  await expect(thread.answered(Promise.resolve(1))).rejects.toThrow('The thread has ended.');
});

import { Worker } from 'node:worker_threads';
import { type Remote, releaseProxy, wrap } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';

export interface Thread<T> {
  remote: Remote<T>;
  /** What the thread was asked, or its death. Nothing of an answer is held once it is given. */
  answered<A>(asked: A): Promise<Awaited<A>>;
  end(): Promise<void>;
}

/** Starts a module in a worker thread; it exposes a T. */
export function startThread<T>(module: URL): Thread<T> {
  const worker = new Worker(new URL('./bootstrap.mjs', import.meta.url), {
    workerData: { module: module.href },
    execArgv: [],
  });
  const remote = wrap<T>(nodeEndpoint(worker));
  // Each who waits is told of the death: a race against one promise for all would hold every answer as long as the thread lives.
  const waiting = new Set<(error: Error) => void>();
  let death: Error | null = null;
  const die = (error: Error) => {
    death ??= error;
    for (const reject of waiting) reject(death);
  };
  worker.once('error', die).once('exit', () => die(new Error('The thread has ended.')));
  return {
    remote,
    answered: (asked) =>
      new Promise((resolve, reject) => {
        if (death) return reject(death);
        waiting.add(reject);
        Promise.resolve(asked)
          .then(resolve, reject)
          .finally(() => waiting.delete(reject));
      }),
    async end() {
      remote[releaseProxy]();
      await worker.terminate();
    },
  };
}

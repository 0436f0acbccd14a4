import { Worker } from 'node:worker_threads';
import { type Remote, releaseProxy, wrap } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';

export interface Thread<T> {
  remote: Remote<T>;
  /** Rejects when the thread dies; never resolves. */
  failed: Promise<never>;
  end(): Promise<void>;
}

/** Starts a module in a worker thread; it exposes a T. */
export function startThread<T>(module: URL): Thread<T> {
  const worker = new Worker(new URL('./bootstrap.mjs', import.meta.url), {
    workerData: { module: module.href },
    execArgv: [],
  });
  const remote = wrap<T>(nodeEndpoint(worker));
  const failed = new Promise<never>((_, reject) => {
    worker.once('error', reject).once('exit', () => reject(new Error('The thread has ended.')));
  });
  failed.catch(() => {});
  return {
    remote,
    failed,
    async end() {
      remote[releaseProxy]();
      await worker.terminate();
    },
  };
}

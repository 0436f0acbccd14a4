import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import path from 'node:path';
import { finished } from 'node:stream/promises';

/** A port that nobody has just now. */
export function freePort(): Promise<number> {
  const probe = createServer();
  return new Promise((resolve) =>
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    }),
  );
}

export interface ServerProcess {
  address: string;
  child: ChildProcess;
  /** What it said so far. */
  said: () => string;
  /** Resolves when it is ready; rejects with what it said when it ends before. */
  ready: Promise<void>;
  /** Its exit code when it ends; null when it was killed. */
  ended: Promise<number | null>;
  kill(signal: NodeJS.Signals): Promise<void>;
}

/** The server as `npm start` starts it, in a process of its own; with `--demo` as `npm run demo` does. */
export function startServer(
  folder: string,
  port: number | string,
  env: Record<string, string> = {},
  options: readonly string[] = [],
): ServerProcess {
  const main = path.resolve(import.meta.dirname, '../../src/server/main.ts');
  const child = spawn(process.execPath, ['--import', 'tsx', main, ...options], {
    env: { ...process.env, URUSHI_DATA: folder, PORT: String(port), URUSHI_DATABASE_URL: '', ...env },
    stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
  });
  let said = '';
  let isReady: () => void = () => {};
  let isOver: (why: Error) => void = () => {};
  const ready = new Promise<void>((resolve, reject) => {
    isReady = resolve;
    isOver = reject;
  });
  ready.catch(() => {});
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (data) => {
      said += data;
      if (said.includes('Urushi is ready')) isReady();
    });
  // (The event `close` does not come where the channel was disconnected.)
  const exited = new Promise<number | null>((resolve) => child.once('exit', resolve));
  const ended = exited.then(async (code) => {
    await Promise.all([child.stdout, child.stderr].map((stream) => stream && finished(stream).catch(() => {})));
    isOver(new Error(said));
    return code;
  });
  return {
    address: `http://127.0.0.1:${port}`,
    child,
    said: () => said,
    ready,
    ended,
    async kill(signal) {
      child.kill(signal);
      await ended;
    },
  };
}

export interface Answer {
  status: number;
  body: { detail?: string } & Record<string, unknown>;
}

/** Asks the API of a server; throws when it does not answer in time. */
export async function askServer(
  { address }: Pick<ServerProcess, 'address'>,
  method: string,
  where: string,
  body?: unknown,
  ms = 30_000,
): Promise<Answer> {
  const response = await fetch(`${address}/api${where}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
    signal: AbortSignal.timeout(ms),
  });
  return { status: response.status, body: await response.json().catch(() => ({})) };
}

// npm run bench:kill -- [kills]: four clients write through the API while the server is killed outright, again and again;
// each write that was acknowledged must be there afterwards, whole and once.
import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { pathToFileURL } from 'node:url';
import { newId } from '../src/shared/id.ts';
import type { Job, JobList } from '../src/shared/job.ts';
import { askServer, freePort, type ServerProcess, startServer } from '../test/server/server-process.ts';

export const CLIENTS = 4;

interface Kept {
  id: string;
  customer: string;
  /** The newest piece that was acknowledged, and its version. */
  piece: string;
  version: number;
  /** Typed readings that were acknowledged: the id of the taking's L*, by which it is known again. */
  readings: number[];
}

/** What one client had acknowledged, and the request that it does not know the fate of. */
interface Client {
  name: string;
  kept: Kept[];
  open: { id: string; customer: string } | null;
  count: number;
}

type Answer = Awaited<ReturnType<typeof askServer>>;
const acknowledged = ({ status }: Answer) => status >= 200 && status < 300;

/** Writes until the server is gone: a job, a change of it, readings of its target. */
async function work(server: ServerProcess, client: Client): Promise<void> {
  const ask = (method: string, where: string, body: object) => askServer(server, method, where, body);
  for (;;) {
    // What was under way when the server went is asked for once more, with the same id.
    client.open ??= { id: newId(), customer: `${client.name}-${client.count++}` };
    const { id, customer } = client.open;
    if (!acknowledged(await ask('POST', '/jobs', { id, customer, piece: 'first', tolerance: 1 }))) return;
    const kept: Kept = { id, customer, piece: 'first', version: 1, readings: [] };
    client.kept.push(kept);
    client.open = null;
    if (!acknowledged(await ask('PATCH', `/jobs/${id}`, { version: 1, piece: 'second' }))) return;
    Object.assign(kept, { piece: 'second', version: 2 });
    for (const l of [20, 40, 60]) {
      const reading = { source: 'typed', takingId: newId(), lab: [l, 1, 2] };
      if (!acknowledged(await ask('POST', `/jobs/${id}/readings`, reading))) return;
      kept.readings.push(l);
    }
  }
}

/** What is missing, half there or there twice. */
async function faultsOf(server: ServerProcess, jobs: readonly Kept[]): Promise<string[]> {
  const faults: string[] = [];
  const listed = new Map<string, number>();
  for (let skip = 0; ; ) {
    const list = (await askServer(server, 'GET', `/jobs?skip=${skip}`)).body as unknown as JobList;
    for (const job of list.jobs) listed.set(job.customer, (listed.get(job.customer) ?? 0) + 1);
    if (list.next === null) break;
    skip = list.next;
  }
  for (const [customer, times] of listed) if (times > 1) faults.push(`${customer} is there ${times} times`);
  for (const kept of jobs) {
    const { status, body } = await askServer(server, 'GET', `/jobs/${kept.id}`);
    const job = body as unknown as Job;
    if (status !== 200) faults.push(`${kept.customer} is missing (${status})`);
    else if (job.version < kept.version || (job.version === kept.version && job.piece !== kept.piece))
      faults.push(
        `${kept.customer} is of version ${job.version}, ${job.piece}; acknowledged was ${kept.version}, ${kept.piece}`,
      );
    else
      for (const l of kept.readings) {
        const found = job.target.filter((r) => r.lab?.[0] === l);
        if (found.length !== 1 || found[0].grid.length !== 31)
          faults.push(`${kept.customer}: reading L* ${l} is there ${found.length} times`);
      }
  }
  return faults;
}

const writesOf = (clients: readonly Client[]) =>
  clients.flatMap((c) => c.kept).reduce((sum, k) => sum + k.version + k.readings.length, 0);

export interface KillRun {
  kills: number;
  duringFirstStart: number;
  acknowledged: number;
  faults: string[];
  /** The longest a start after a kill took, in milliseconds. */
  slowestStart: number;
}

/** Kills a server of its own so many times; a fifth of the kills, one at least, fall into its first start. */
export async function killRun(kills: number, say: (line: string) => void = () => {}): Promise<KillRun> {
  const folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-kill-'));
  const clients = Array.from(
    { length: CLIENTS },
    (_, i): Client => ({ name: `client ${i}`, kept: [], open: null, count: 0 }),
  );
  const first = Math.max(1, Math.round(kills / 5));
  const run: KillRun = { kills, duringFirstStart: 0, acknowledged: 0, faults: [], slowestStart: 0 };
  const seen = new Set<string>();
  const start = async () => startServer(folder, await freePort());
  try {
    for (let kill = 0; kill < first; kill++) {
      const server = await start();
      await Promise.race([wait(100 + Math.random() * 6000), server.ready]);
      await server.kill('SIGKILL');
      run.duringFirstStart++;
    }
    for (let kill = first; kill <= kills; kill++) {
      const server = await start();
      const began = Date.now();
      await server.ready;
      run.slowestStart = Math.max(run.slowestStart, Date.now() - began);
      // Each time what is new, and in the end all of it.
      const all = clients.flatMap((c) => c.kept);
      run.faults.push(...(await faultsOf(server, kill === kills ? all : all.filter((k) => !seen.has(k.id)))));
      for (const { id } of all) seen.add(id);
      if (run.faults.length > 0 || kill === kills) {
        await server.kill('SIGTERM');
        break;
      }
      const working = clients.map((client) => work(server, client).catch(() => {}));
      const before = writesOf(clients);
      const over = Promise.all(working).then(() => true);
      while (writesOf(clients) < before + CLIENTS && !(await Promise.race([over, wait(20, false)])));
      await wait(Math.random() * 1200);
      await server.kill('SIGKILL');
      await Promise.all(working);
      say(`kill ${kill + 1} of ${kills}: ${clients.reduce((sum, c) => sum + c.kept.length, 0)} jobs acknowledged`);
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  run.acknowledged = writesOf(clients);
  return run;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const run = await killRun(Number(process.argv[2] ?? 200), (line) => console.log(line));
  console.log(
    `${run.kills} kills, ${run.duringFirstStart} of them during the first start: ${run.acknowledged} writes acknowledged, ${run.faults.length} lost, half or twice; the slowest start took ${(run.slowestStart / 1000).toFixed(1)} s`,
  );
  for (const fault of run.faults) console.log(fault);
  process.exit(run.faults.length === 0 ? 0 : 1);
}

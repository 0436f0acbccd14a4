/**
 * How the server bears growth: the demo shop beside one with 300 jobs, 3 000 boards and 43 000 readings, both real servers
 * in processes of their own, asked in turn. Ratios are grown over demo.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { cp, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { newLayer, type Stack } from '../src/core/layers/layer.ts';
import { openFolder } from '../src/server/db/folder.ts';
import { newId } from '../src/shared/id.ts';
import type { Job } from '../src/shared/job.ts';
import type { KeptKnowledge } from '../src/shared/knowledge.ts';
import { copyJob } from '../test/server/copy-job.ts';
import { median, sized } from './ratio.ts';

const JOBS = sized(300, 6);
const WOODS = ['sapele', 'beech', 'birch', 'ash'];
const BOARDS_PER_WOOD = [3, 3, 2, 2];
const READINGS = 5;
const DYES = ['honey', 'amber', 'russet', 'wine', 'coal'];
/** Asked before and while timing: the embedded database is compiled as it is used. */
const [WARM_UP, ROUNDS] = [sized(12, 0), sized(20, 2)];
/** Jobs made through the API, from which the others are copied. */
const MODEL_JOBS = sized(3, 1);

/** The demo's server in a process of its own. */
export interface DemoServer {
  pid: number;
  ask<T = unknown>(method: string, path: string, body?: unknown): Promise<T>;
  stop(): Promise<void>;
}

export async function startServer(folder: string, port: number): Promise<DemoServer> {
  const child: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts', '--demo'], {
    env: { ...process.env, PORT: String(port), URUSHI_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    child.stdout?.on('data', (text) => String(text).includes('ready') && resolve());
    child.once('exit', () => reject(new Error('The server did not start.')));
  });
  return {
    pid: child.pid ?? 0,
    async ask(method, at, body) {
      const response = await fetch(`http://127.0.0.1:${port}/api${at}`, {
        method,
        headers: { 'content-type': 'application/json' },
        body: body === undefined ? undefined : JSON.stringify(body),
      });
      const answer = response.status === 204 ? null : await response.json();
      if (!response.ok) throw new Error(`${method} ${at}: ${JSON.stringify(answer)}`);
      return answer;
    },
    stop: () =>
      new Promise((resolve) => {
        child.removeAllListeners('exit').once('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}

const taking = (count = READINGS) => ({ takingId: newId(), source: 'instrument', count });
const stackOf = (n: number): Stack => [
  newLayer('dye', { colours: { [DYES[n % DYES.length]]: 2 + (n % 7), [DYES[(n + 2) % DYES.length]]: 1 + (n % 3) } }),
  newLayer('clear', { medium: 'water-satin' }),
];

/** A job of four woods and ten boards, each with a dye and a clear, read raw and after both: 155 readings. */
async function makeJob({ ask }: DemoServer, n: number): Promise<string> {
  const { id } = await ask<Job>('POST', '/jobs', {
    id: newId(),
    customer: `Slip ${n}`,
    piece: 'Benches',
    tolerance: 1,
  });
  await ask('POST', `/jobs/${id}/readings`, { ...taking(), piece: 'counter-panel' });
  for (const [w, speciesId] of WOODS.entries()) {
    const wood = { id: newId(), boardId: newId(), speciesId };
    await ask('POST', `/jobs/${id}/woods`, wood);
    for (let b = 0; b < BOARDS_PER_WOOD[w]; b++) {
      const board = b === 0 ? wood.boardId : newId();
      if (b > 0) await ask('POST', `/woods/${wood.id}/boards`, { id: board });
      await ask('POST', `/boards/${board}/readings`, { stage: 0, reading: taking() });
      const plan = { id: newId(), stack: stackOf(n * 10 + w * 3 + b), litres: 0.5, origin: 'hand' };
      await ask('POST', `/boards/${board}/recipe`, plan);
      for (const stage of [1, 2]) await ask('POST', `/boards/${board}/readings`, { stage, reading: taking() });
    }
  }
  return id;
}

async function grow(folder: string, jobs: readonly string[]): Promise<string> {
  const db = await openFolder(folder);
  for (const job of jobs) await copyJob(db, job, Math.floor(JOBS / jobs.length) - 1);
  await db.query('analyze');
  const [{ all, boards, readings }] = await db.query(
    `select (select count(*)::int from job) as all, (select count(*)::int from board) as boards,
       (select count(*)::int from reading) as readings`,
  );
  await db.close();
  return `${all} jobs, ${boards} boards, ${readings} readings`;
}

const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const start = performance.now();
  await work();
  return performance.now() - start;
};
const quantile = (list: readonly number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))];

/** Two things timed in turn, once both are warm: the median of each, ms. */
export async function inTurn(few: () => Promise<unknown>, many: () => Promise<unknown>) {
  const pairs = [];
  for (let n = 0; n < WARM_UP + ROUNDS; n++) pairs.push({ small: await timed(few), large: await timed(many) });
  const warm = pairs.slice(WARM_UP);
  return { small: median(warm.map((p) => p.small)), large: median(warm.map((p) => p.large)) };
}

/** What is asked of both shops, on a job of the same size. */
function questions({ ask }: DemoServer, job: Job): Record<string, () => Promise<unknown>> {
  const board = job.woods[0].boards[0];
  return {
    'list of jobs': () => ask('GET', '/jobs'),
    'a job': () => ask('GET', `/jobs/${job.number}`),
    knowledge: () => ask('GET', `/jobs/${job.number}/knowledge`),
    'a recipe': async () => {
      const taken = { id: newId() };
      await ask('POST', `/woods/${job.woods[1].id}/boards`, taken);
      const plan = { id: newId(), stack: stackOf(4), litres: 0.5, origin: 'hand' };
      await ask('POST', `/boards/${taken.id}/recipe`, plan);
    },
    'a saved reading': () => ask('POST', `/boards/${board.id}/readings`, { stage: 2, reading: taking(1) }),
  };
}

/** How long `/health` takes while the shop learns: the median and the longest, from the start to the end of one learning. */
async function healthWhileLearning({ ask }: DemoServer, job: Job): Promise<{ times: number[]; learning: number }> {
  const board = job.woods[2].boards[0];
  await ask('POST', `/boards/${board.id}/readings`, { stage: 2, reading: taking(1) });
  let done = false;
  const start = performance.now();
  const learned = ask<KeptKnowledge>('POST', `/jobs/${job.number}/knowledge`).then(() => {
    done = true;
  });
  const times: number[] = [];
  while (!done) times.push(await timed(() => ask('GET', '/health')));
  await learned;
  return { times, learning: performance.now() - start };
}

/** Milliseconds of each of `count` writes by one client: readings typed on the boards of a job. */
async function writes({ ask }: DemoServer, job: Job, count: number): Promise<number[]> {
  const boards = job.woods.flatMap((w) => w.boards);
  const times: number[] = [];
  for (let n = 0; n < count; n++) {
    const reading = { takingId: newId(), source: 'typed', lab: [50 + (n % 5), 12, 20] };
    const board = boards[n % boards.length];
    times.push(await timed(() => ask('POST', `/boards/${board.id}/readings`, { stage: 0, reading })));
  }
  return times;
}

/** A ratio as it is printed. */
export const say = (what: string, wanted: number, slow: number, fast: number) =>
  console.log(
    `${what}: ${(slow / fast).toFixed(1)}× (wanted at most ${wanted}×); ${slow.toFixed(1)} against ${fast.toFixed(1)} ms`,
  );

export async function benchmarkGrowth(): Promise<void> {
  const folders = await Promise.all(['demo', 'grown'].map((n) => mkdtemp(path.join(os.tmpdir(), `urushi-${n}-`))));
  const servers: DemoServer[] = [];
  try {
    // The demo is made once: the shop that grows begins as its copy.
    await (await startServer(folders[0], 4391)).stop();
    await cp(folders[0], folders[1], { recursive: true });
    const demo = await startServer(folders[0], 4391);
    servers.push(demo);
    const small = await makeJob(demo, 0);
    const first = await startServer(folders[1], 4392);
    const models: string[] = [];
    for (let n = 0; n < MODEL_JOBS; n++) models.push(await makeJob(first, n));
    await first.stop();
    console.log(`Growth: ${await grow(folders[1], models)}`);
    const grown = await startServer(folders[1], 4392);
    servers.push(grown);
    const jobs = [await demo.ask<Job>('GET', `/jobs/${small}`), await grown.ask<Job>('GET', `/jobs/${models[0]}`)];
    // What there is to learn is learned before anything is timed.
    for (const [i, { ask }] of servers.entries()) await ask('POST', `/jobs/${jobs[i].number}/knowledge`);

    const asked = servers.map((server, i) => questions(server, jobs[i]));
    for (const [what, ofDemo] of Object.entries(asked[0])) {
      const ofGrown = asked[1][what];
      const { small, large } = await inTurn(ofDemo, ofGrown);
      say(what, 3, large, small);
    }
    const health = [];
    for (const [i, server] of servers.entries()) health.push(await healthWhileLearning(server, jobs[i]));
    const [few, many] = health;
    say('/health while learning, median', 3, median(many.times), median(few.times));
    say('/health while learning, longest', 3, Math.max(...many.times), Math.max(...few.times));
    console.log(`  a learning takes ${many.learning.toFixed(0)} ms grown, ${few.learning.toFixed(0)} ms demo`);

    const batches = [];
    for (let n = 0; n < sized(5, 1); n++) {
      const alone = await writes(demo, jobs[0], sized(100, 8));
      const four = (await Promise.all([0, 1, 2, 3].map(() => writes(demo, jobs[0], sized(25, 2))))).flat();
      batches.push({ alone: quantile(alone, 0.99), four: quantile(four, 0.99) });
    }
    batches.sort((p, q) => p.four / p.alone - q.four / q.alone);
    const middle = batches[batches.length >> 1];
    say('writes, p99, 4 clients against one', 5, middle.four, middle.alone);
  } finally {
    for (const server of servers) await server.stop();
    for (const folder of folders) await rm(folder, { recursive: true, force: true });
  }
}

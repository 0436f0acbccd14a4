// npm run bench:memory -- [minutes]: what a demo server holds after five minutes of mixed work and after all of it.
import { readFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { newId } from '../src/shared/id.ts';
import type { Job, JobList } from '../src/shared/job.ts';
import { type DemoServer, startServer } from './growth.ts';

const MINUTES = Number(process.argv[2] ?? 30);
const FIRST = Math.min(5, MINUTES / 2);
/** Requests a second: a busy shop, several devices. */
const PACE = 4;
const WANTED = 1.3;

/** Megabytes that a process holds (VmRSS), as Linux says. */
const megabytesOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? Number.NaN) / 1024;

/** What a shop asks and does in turn: looks around, begins a job, plans and reads a board, lets the clock tell. */
async function* work({ ask }: DemoServer): AsyncGenerator<void> {
  for (let n = 0; ; n++) {
    const { jobs } = await ask<JobList>('GET', '/jobs');
    yield;
    for (const where of ['/shelf', '/clock', '/clock/rail', '/house', '/rack']) {
      await ask('GET', where);
      yield;
    }
    const { id } = await ask<Job>('POST', '/jobs', {
      id: newId(),
      customer: `Slip ${n}`,
      piece: 'Bench',
      tolerance: 1,
    });
    yield;
    const wood = { id: newId(), boardId: newId(), speciesId: ['oak', 'beech', 'ash'][n % 3] };
    await ask('POST', `/jobs/${id}/woods`, wood);
    yield;
    const stack = [
      { kind: 'dye', colours: { amber: 1 + (n % 8) }, settings: {} },
      { kind: 'clear', colours: {}, medium: 'water-satin', settings: {} },
    ];
    await ask('POST', `/boards/${wood.boardId}/recipe`, { id: newId(), stack, litres: 0.05, origin: 'hand' });
    yield;
    for (const stage of [0, 1, 2]) {
      const reading = { takingId: newId(), source: 'instrument', count: 5 };
      await ask('POST', `/boards/${wood.boardId}/readings`, { stage, reading });
      yield;
    }
    await ask('GET', `/jobs/${jobs[n % jobs.length].number}`);
    yield;
    await ask('DELETE', `/jobs/${id}`);
    yield;
  }
}

const folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-memory-'));
const server = await startServer(folder, 4393);
try {
  const began = performance.now();
  let requests = 0;
  let first: number | null = null;
  for await (const _ of work(server)) {
    requests++;
    const minutes = (performance.now() - began) / 60_000;
    if (first === null && minutes >= FIRST) first = megabytesOf(server.pid);
    if (minutes >= MINUTES) break;
    await wait(1000 / PACE);
  }
  const last = megabytesOf(server.pid);
  console.log(
    `memory after ${MINUTES} minutes and ${requests} requests: ${last.toFixed(0)} MB, ${(last / (first ?? last)).toFixed(2)}× of the ${(first ?? last).toFixed(0)} MB after ${FIRST} (wanted at most ${WANTED}×)`,
  );
} finally {
  await server.stop();
  await rm(folder, { recursive: true, force: true });
}

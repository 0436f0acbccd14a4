/**
 * How the server bears a job of 500 pieces: the demo shop beside the same shop with such a job in it, both real servers in
 * processes of their own, asked in turn. Ratios are the large over the demo's own work.
 */
import { cp, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { newLayer } from '../src/core/layers/layer.ts';
import { newId } from '../src/shared/id.ts';
import type { Job } from '../src/shared/job.ts';
import { type DemoServer, inTurn, say, startServer } from './growth.ts';
import { sized } from './ratio.ts';

/** 500 pieces, ten a portion. */
const [PARTS, PIECES, PORTION] = [sized(10, 1), 50, 10];
/** Portions that have all coats on and were checked. */
const DONE = sized(25, 2);
const STACK = [newLayer('dye', { colours: { honey: 3, russet: 1 } }), newLayer('clear', { medium: 'water-satin' })];

/** A job whose work is half done: five parts of it finished and read. */
async function makeLargeJob({ ask }: DemoServer): Promise<Job> {
  const id = newId();
  await ask('POST', '/jobs', { id, customer: 'Quay Hall', piece: 'Five hundred slats', tolerance: 1 });
  const wood = { id: newId(), boardId: newId(), speciesId: 'beech' };
  await ask('POST', `/jobs/${id}/woods`, wood);
  await ask('POST', `/boards/${wood.boardId}/readings`, {
    stage: 0,
    reading: { takingId: newId(), source: 'instrument', count: 5 },
  });
  const plan = { id: newId(), stack: STACK, litres: 0.5, origin: 'hand' };
  await ask('POST', `/boards/${wood.boardId}/recipe`, plan);
  for (const stage of [1, 2]) await ask('POST', `/boards/${wood.boardId}/coats`, { id: newId(), stage });
  const { woods } = await ask<Job>('GET', `/jobs/${id}`);
  const judged = { version: woods[0]?.boards[0]?.version, judged: { accepted: true, words: '' } };
  await ask('PATCH', `/boards/${wood.boardId}`, judged);
  const parts = Array.from({ length: PARTS }, (_, n) => ({
    id: newId(),
    name: `Slat ${n + 1}`,
    woodId: wood.id,
    count: PIECES,
    length: 600,
    width: 60,
    thickness: 18,
    faces: 1,
    zones: ['face'],
  }));
  await ask('POST', `/jobs/${id}/parts`, { parts });
  const portions = parts.flatMap((part) =>
    Array.from({ length: PIECES / PORTION }, (_, n) => ({
      id: newId(),
      part: part.id,
      portion: n + 1,
      count: PORTION,
    })),
  );
  await ask('POST', `/woods/${wood.id}/work`, { board: wood.boardId, portions });
  for (const { id: portion } of portions.slice(0, DONE)) {
    for (const stage of [1, 2]) await ask('POST', `/boards/${portion}/coats`, { id: newId(), stage });
    const reading = { takingId: newId(), source: 'instrument', count: 5 };
    await ask('POST', `/boards/${portion}/readings`, { stage: 2, reading });
  }
  return ask<Job>('GET', `/jobs/${id}`);
}

/** What the work asks of the server: on the job whose pieces are in hand. */
function questions({ ask }: DemoServer, job: Job): Record<string, () => Promise<unknown>> {
  const portions = job.woods.flatMap((w) => w.pieces);
  const [first] = portions;
  const open = portions.at(-1);
  return {
    'the job': () => ask('GET', `/jobs/${job.number}`),
    'the clock': () => ask('GET', '/clock'),
    'the jobs of the clock': () => ask('GET', '/clock/jobs'),
    'what the rail tells': () => ask('GET', '/clock/rail'),
    'a piece looked at': () =>
      ask('POST', `/boards/${first?.id}/looks`, { id: newId(), stage: 2, said: [], dry: true }),
    'a surface ticked': () =>
      ask('POST', `/boards/${open?.id}/checks`, { id: newId(), stage: 0, what: 'raking', fine: true }),
  };
}

export async function benchmarkPieces(): Promise<void> {
  const folders = await Promise.all(['demo', 'pieces'].map((n) => mkdtemp(path.join(os.tmpdir(), `urushi-${n}-`))));
  const servers: DemoServer[] = [];
  try {
    await (await startServer(folders[0], 4391)).stop();
    await cp(folders[0], folders[1], { recursive: true });
    for (const [i, folder] of folders.entries()) servers.push(await startServer(folder, 4391 + i));
    const [demo, grown] = servers as [DemoServer, DemoServer];
    const jobs = [await demo.ask<Job>('GET', '/jobs/2'), await makeLargeJob(grown)];
    const count = (job: Job) => job.woods.flatMap((w) => w.pieces).reduce((sum, b) => sum + (b.pieces?.count ?? 0), 0);
    console.log(`Pieces: ${count(jobs[1])} in one job beside ${count(jobs[0])} in the demo's`);
    const asked = servers.map((server, i) => questions(server, jobs[i]));
    for (const [what, ofDemo] of Object.entries(asked[0])) {
      const ofGrown = asked[1][what];
      const { small, large } = await inTurn(ofDemo, ofGrown);
      say(what, 3, large, small);
    }
  } finally {
    for (const server of servers) await server.stop();
    for (const folder of folders) await rm(folder, { recursive: true, force: true });
  }
}

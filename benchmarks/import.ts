/** How long others wait while a file of five thousand readings is taken in: by a real server, asked all the while. */
import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { newId } from '../src/shared/id.ts';
import { askServer, freePort, startServer } from '../test/server/server-process.ts';
import { median, sized } from './ratio.ts';

const ROWS = sized(5000, 200);
const NM = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
const spectra = () =>
  [
    `Name,${NM.join(',')}`,
    ...Array.from(
      { length: ROWS },
      (_, k) => `spot ${k},${NM.map((nm) => (nm / 1500 + k * 1e-5).toFixed(4)).join(',')}`,
    ),
  ].join('\n');
const labs = () => `L*;a*;b*\n${Array.from({ length: ROWS }, (_, k) => `${40 + k / 200};10;20`).join('\n')}`;

export async function benchmarkImport(): Promise<void> {
  const folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-import-'));
  const server = startServer(folder, await freePort());
  await server.ready;
  const timed = async () => {
    const began = performance.now();
    await askServer(server, 'GET', '/jobs');
    return performance.now() - began;
  };
  try {
    for (const [what, text] of [
      ['spectra', spectra()],
      ['L*a*b*', labs()],
    ] as const) {
      const id = newId();
      await askServer(server, 'POST', '/jobs', { id, customer: what, piece: 'x', tolerance: 1 });
      const quiet: number[] = [];
      for (let i = 0; i < 30; i++) quiet.push(await timed());
      let over = false;
      const reading = { source: 'file', takingId: newId(), fileName: `${what}.csv`, text };
      const began = performance.now();
      const taking = askServer(server, 'POST', `/jobs/${id}/readings`, reading, 120_000).then((answer) => {
        over = true;
        return answer;
      });
      const waits: number[] = [];
      while (!over) {
        waits.push(await timed());
        await wait(5);
      }
      const { status } = await taking;
      const usual = median(quiet);
      console.log(
        `Import: ${ROWS} ${what} in ${((performance.now() - began) / 1000).toFixed(1)} s (answered ${status}); others wait ${Math.max(...waits).toFixed(0)} ms at most, ${(Math.max(...waits) / usual).toFixed(0)}x the ${usual.toFixed(1)} ms of a quiet server, ${(median(waits) / usual).toFixed(1)}x in the median`,
      );
    }
  } finally {
    await server.kill('SIGTERM');
    await rm(folder, { recursive: true, force: true });
  }
}

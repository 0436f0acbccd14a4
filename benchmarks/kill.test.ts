import { expect, it } from 'vitest';
import { CLIENTS, killRun } from './kill.ts';

it('a server that is killed outright loses nothing that it acknowledged', async () => {
  const kills = 5;
  const run = await killRun(kills);
  expect(run.faults).toEqual([]);
  // One fifth falls into the first start; before each other kill every client has had one write acknowledged on average,
  // on a machine however slow.
  expect(run.acknowledged).toBeGreaterThanOrEqual((kills - run.duringFirstStart) * CLIENTS);
}, 240_000);

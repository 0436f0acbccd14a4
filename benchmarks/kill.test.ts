import { expect, it } from 'vitest';
import { killRun } from './kill.ts';

it('a server that is killed outright loses nothing that it acknowledged', async () => {
  const run = await killRun(5);
  expect(run.faults).toEqual([]);
  expect(run.acknowledged).toBeGreaterThan(20);
}, 240_000);

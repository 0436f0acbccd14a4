import { spawnSync } from 'node:child_process';
import { expect, it } from 'vitest';
import { SECTIONS } from './sections.ts';

it.each(Object.keys(SECTIONS))(
  '%s still runs',
  (section) => {
    const { status, stdout, stderr } = spawnSync(
      process.execPath,
      ['--import', 'tsx', 'benchmarks/index.ts', section, '--small'],
      { encoding: 'utf8' },
    );
    expect([status, stderr]).toEqual([0, expect.not.stringMatching(/Error/)]);
    expect(stdout).toMatch(/\d/);
  },
  300_000,
);

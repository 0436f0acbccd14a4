/**
 * npm run bench: speed as ratios, both sides measured in turn in one run on one core. Each section runs in a process of
 * its own: what one section loads must not change how the engine treats another's code. With --small each is only run.
 */
import { spawnSync } from 'node:child_process';
import { SMALL } from './ratio.ts';
import { SECTIONS } from './sections.ts';

const [asked] = process.argv.slice(2).filter((word) => word !== '--small');
if (asked) {
  const section = SECTIONS[asked];
  if (!section) throw new Error(`There is no “${asked}”: ${Object.keys(SECTIONS).join(', ')}.`);
  await section();
} else
  for (const section of Object.keys(SECTIONS)) {
    const words = [...process.execArgv, import.meta.filename, section, ...(SMALL ? ['--small'] : [])];
    const { status } = spawnSync(process.execPath, words, { stdio: 'inherit' });
    if (status !== 0) process.exit(status ?? 1);
  }

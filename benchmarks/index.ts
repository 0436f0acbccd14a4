/**
 * npm run bench: speed as ratios, both sides measured in turn in one run on one core. Each section runs in a process of
 * its own: what one section loads must not change how the engine treats another's code.
 */
import { spawnSync } from 'node:child_process';

const SECTIONS: Record<string, () => Promise<unknown>> = {
  colour: async () => (await import('./colour.ts')).benchmarkColour(),
  stack: async () => (await import('./stack.ts')).benchmarkStack(),
  match: async () => (await import('./match.ts')).benchmarkMatch(),
  pour: async () => (await import('./pour.ts')).benchmarkPour(),
  plan: async () => (await import('./plan.ts')).benchmarkPlan(),
  faults: async () => (await import('./faults.ts')).benchmarkFaults(),
  systems: async () => (await import('./systems.ts')).benchmarkSystems(),
  import: async () => (await import('./import.ts')).benchmarkImport(),
  growth: async () => (await import('./growth.ts')).benchmarkGrowth(),
};

const [asked] = process.argv.slice(2);
if (asked) await SECTIONS[asked]();
else
  for (const section of Object.keys(SECTIONS)) {
    const { status } = spawnSync(process.execPath, [...process.execArgv, import.meta.filename, section], {
      stdio: 'inherit',
    });
    if (status !== 0) process.exit(status ?? 1);
  }

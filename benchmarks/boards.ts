// npm run bench:boards -- [--systems | --calibration | --work | --open | --eye | --bare | --photo] --workshop <module> --seeds 1-24 --targets 1 --tolerance 1.0 --max-boards 8 --json
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { parseArgs } from 'node:util';
import type { BoardEvidence } from '../src/core/learn/index.ts';
import type { BenchFactory, WorkshopFactory } from '../src/workshop/interface.ts';
import { type Mode, makeLadders, matchTarget } from './apprentice.ts';
import type { EyedFactory } from './by-eye.ts';
import { calibrate, reliabilityTable } from './calibration.ts';
import { eyeTable, type SeeingMode } from './eye-table.ts';
import { openLoop } from './open-loop.ts';
import { type PicturingFactory, photoTable } from './photo.ts';
import { playProduction, productionTable } from './production.ts';
import { makeSystemLadders, matchSystem } from './whole-systems.ts';
import { playWork, workTable } from './work.ts';

const { values } = parseArgs({
  options: {
    workshop: { type: 'string' },
    /** Whole systems on the wide bench instead of dye, sealer, glaze and clear. */
    systems: { type: 'boolean', default: false },
    /** Whether stated chances come true, instead of boards. */
    calibration: { type: 'boolean', default: false },
    /** Whether the chance of the work comes true. */
    work: { type: 'boolean', default: false },
    /** Whether a run of pieces is watched well. */
    production: { type: 'boolean', default: false },
    /** Jobs done by eyes alone, with profiles from readings. */
    eye: { type: 'boolean', default: false },
    /** The same from usual woods and colours: nothing was ever read. */
    bare: { type: 'boolean', default: false },
    /** What pictures with a card tell, and jobs done by them alone; with --eye or --bare by both. */
    photo: { type: 'boolean', default: false },
    /** How far stacks end from what was foreseen, step by step, without history. */
    open: { type: 'boolean', default: false },
    seeds: { type: 'string', default: '1-24' },
    targets: { type: 'string', default: '1' },
    tolerance: { type: 'string', default: '1.0' },
    'max-boards': { type: 'string', default: '8' },
    modes: { type: 'string', default: 'learning,fixed,by-eye' },
    json: { type: 'boolean', default: false },
  },
});

const [from, to] = values.seeds.split('-').map(Number);
const seeds = Array.from({ length: (to ?? from) - from + 1 }, (_, i) => from + i);
const targets = Number(values.targets);
const tolerance = Number(values.tolerance);
const mostBoards = Number(values['max-boards']);
const modes = values.modes.split(',') as Mode[];
const module_ = values.workshop
  ? await import(pathToFileURL(path.resolve(values.workshop)).href)
  : await import('../src/workshop/workshop.ts');

const quantile = (list: number[], q: number) => {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(q * sorted.length) - 1)];
};
const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;
const round = (v: number) => Number(v.toFixed(3));

/** What both roads tell of a target. */
interface Played {
  species: string;
  boards: number;
  passed: boolean;
  deltaE: number[];
  chance: number[];
  ladderBoards: number;
  acts?: number;
  reachable?: boolean;
}

/** A workshop of one seed, ready to be asked for one target after another. */
function shopOf(seed: number, mode: Mode): (k: number, memory: BoardEvidence[]) => Played {
  const journey = { seed, tolerance, mostBoards, mode };
  if (values.systems) {
    const bench = (module_.bench as BenchFactory)(seed);
    const shop = makeSystemLadders(bench);
    return (k, memory) => matchSystem({ bench, shop, ...journey }, k, memory);
  }
  const workshop = (module_.default as WorkshopFactory)(seed);
  const shop = makeLadders(workshop);
  return (k, memory) => matchTarget({ workshop, shop, ...journey }, k, memory);
}

if (values.calibration) {
  const { lines, worst } = reliabilityTable(calibrate(module_.default as WorkshopFactory, seeds));
  for (const line of lines) console.log(line);
  console.log(JSON.stringify({ summary: 'calibration', worstTenth: round(worst) }));
  process.exit(0);
}
if (values.work) {
  const { lines, worst } = workTable(playWork(module_.default as WorkshopFactory, seeds, targets));
  for (const line of lines) console.log(line);
  console.log(JSON.stringify({ summary: 'work', worst: round(worst) }));
  process.exit(0);
}
if (values.production) {
  console.log(productionTable(playProduction(module_.default as WorkshopFactory, seeds, targets)).line);
  process.exit(0);
}
if (values.photo && !values.eye && !values.bare)
  for (const line of photoTable(module_.default as PicturingFactory, seeds)) console.log(line);
if (values.eye || values.bare || values.photo) {
  const mode: SeeingMode = values.bare
    ? values.photo
      ? 'bare with photo'
      : 'bare'
    : values.eye
      ? values.photo
        ? 'eye and photo'
        : 'eye'
      : 'photo';
  for (const line of eyeTable(module_.default as EyedFactory, mode, { seeds, targets, mostBoards })) console.log(line);
  process.exit(0);
}
if (values.open) {
  for (const line of openLoop(module_.bench as BenchFactory, seeds)) console.log(line);
  process.exit(0);
}
for (const mode of modes) {
  const started = performance.now();
  const results: Played[] = [];
  for (const seed of seeds) {
    const play = shopOf(seed, mode);
    const memory: BoardEvidence[] = [];
    for (let k = 1; k <= targets; k++) {
      const result = play(k, memory);
      results.push(result);
      if (values.json) console.log(JSON.stringify(result));
      else console.log(`${mode} ${seed}/${k} ${result.species}: ${result.deltaE.map((d) => d.toFixed(2)).join(' ')}`);
    }
  }
  // Boards a failed target would still need are unknown: it counts as one more than the most.
  const needed = results.map((r) => (r.passed ? r.boards : mostBoards + 1));
  const firsts = results.flatMap((r) => r.deltaE.slice(0, 1));
  const likely = results
    .flatMap((r) => r.chance.map((c, i) => ({ c, ok: r.deltaE[i] <= tolerance })))
    .filter((x) => x.c >= 0.7 && x.c <= 0.9);
  console.log(
    JSON.stringify({
      summary: mode,
      targets: results.length,
      ladderBoards: mean(results.map((r) => r.ladderBoards)),
      medianBoards: quantile(needed, 0.5),
      p90Boards: quantile(needed, 0.9),
      sharePassed: round(mean(results.map((r) => (r.passed ? 1 : 0)))),
      meanFirstDeltaE: round(mean(firsts)),
      medianFirstDeltaE: round(quantile(firsts, 0.5)),
      ...(values.systems
        ? {
            meanActs: round(mean(results.map((r) => r.acts ?? 0))),
            saidUnreachable: results.filter((r) => r.reachable === false).length,
          }
        : {}),
      saidLikely: likely.length,
      ofThosePassed: likely.length > 0 ? round(mean(likely.map((x) => (x.ok ? 1 : 0)))) : null,
      seconds: round((performance.now() - started) / 1000),
    }),
  );
}

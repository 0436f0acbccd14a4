import type { Stack } from '../../core/layers/layer.ts';
import { type Needed, suppliesFor } from '../../core/mix/index.ts';
import { type DryingAir, durationOf } from '../../core/time/coats.ts';
import type { JobWood } from '../../shared/job.ts';
import type { Bench } from '../job/bench.ts';
import { sumOfAreas } from '../job/parts.ts';
import { litresOn } from './batches.ts';
import { costOfPots, potFor } from './cost.ts';

/** The layers that a wood of a job is to be finished with: its newest recipe, else its draft. */
export const stackOfWood = (wood: JobWood): Stack | null =>
  wood.boards.findLast((b) => b.recipe)?.recipe?.stack ?? wood.draft ?? null;

/** What finishing the parts of a wood comes to. */
export interface WorkOfWood {
  /** Square metres that are coated. */
  area: number;
  /** Money for all that is poured, as far as costs are known. */
  cost: number;
  /** What is in it whose cost is not known, by name. */
  unknown: readonly string[];
  /** Minutes of hands. */
  hands: number;
  /** Hours from the first coat to use. */
  elapsed: number;
}

/** Materials, hands and days of the parts of a wood; null before it has layers or parts. */
export function workOfWood(bench: Bench, wood: JobWood, spare: number, drying: DryingAir): WorkOfWood | null {
  const stack = stackOfWood(wood)?.filter((l) => !l.off);
  const { coated: area } = sumOfAreas(bench.job.parts.filter((p) => p.woodId === wood.id));
  if (!stack || stack.length === 0 || !(area > 0)) return null;
  const { shelf, materials } = bench;
  const pots = stack.map((layer) => potFor(layer, litresOn(area, layer, shelf, spare), materials));
  const { cost, unknown } = costOfPots(stack, pots, bench);
  const { wait, hands } = durationOf(stack, drying);
  return { area, cost, unknown, hands: hands * area, elapsed: wait.usual };
}

/** A supply of a job: what the steps and areas ask for, and what the shop counts instead. */
export interface JobSupply extends Needed {
  /** As it was worked out, before anybody put it right. */
  asked: number;
}

/** What all woods of a job use up together, by the shop's own counts where it has some. */
export function suppliesOfJob({ job }: Bench): JobSupply[] {
  const all = new Map<string, Needed>();
  for (const wood of job.woods) {
    const stack = stackOfWood(wood);
    const { coated: area } = sumOfAreas(job.parts.filter((p) => p.woodId === wood.id));
    if (!stack || !(area > 0)) continue;
    for (const needed of suppliesFor(stack, wood.preparation.grit, area)) {
      const before = all.get(needed.key);
      all.set(needed.key, before ? { ...before, count: before.count + needed.count } : needed);
    }
  }
  return [...all.values()].map((s) => ({ ...s, asked: s.count, count: job.supplies[s.key] ?? s.count }));
}

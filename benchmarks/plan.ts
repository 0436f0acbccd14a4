import type { PlanProblem } from '../src/core/plan/problem.ts';
import { schedulerOf } from '../src/core/plan/schedule.ts';
import { type Cost, compareCosts, costOf, latestFinishes, searchPlan } from '../src/core/plan/search.ts';
import { dice, noSooner, project, shopWeek } from '../test/fixtures/projects.ts';
import { sized } from './ratio.ts';

const SECONDS = Number(process.env.SECONDS ?? sized(0.9, 0.2));
const INSTANCES = Number(process.env.INSTANCES ?? sized(20, 2));
const ACTIVITIES = 300;

const median = (values: readonly number[]) => {
  const sorted = [...values].sort((p, q) => p - q);
  return sorted[sorted.length >> 1] as number;
};
const per = (share: number) => `${(100 * share).toFixed(1)} %`;

/** Priority lists for the same time: latest finish first, then sampled about it by their regret (Kolisch & Drexl 1996). */
function priorityLists(problem: PlanProblem, until: number): { cost: Cost; single: Cost } {
  const scheduler = schedulerOf(problem);
  const latest = latestFinishes(scheduler, problem.open.length);
  const { even } = dice(7);
  const sorted = (priority: ArrayLike<number>) =>
    Int32Array.from({ length: priority.length }, (_, i) => i).sort(
      (p, q) => (priority[p] as number) - (priority[q] as number),
    );
  const run = (priority: ArrayLike<number>) => costOf(problem, scheduler.run(sorted(priority)));
  const single = run(latest);
  let cost = single;
  const spread = Math.max(...latest) - Math.min(...latest);
  while (performance.now() < until) {
    const width = spread * 0.15 * even();
    const next = run(latest.map((l) => l + width * (even() - 0.5)));
    if (compareCosts(next, cost) < 0) cost = next;
  }
  return { cost, single };
}

function compare(title: string, make: (seed: number) => PlanProblem, bounded: boolean) {
  const rows = Array.from({ length: INSTANCES }, (_, i) => {
    const problem = make(i + 1);
    let made = 0;
    const began = performance.now();
    const { cost } = searchPlan(problem, {
      more: (m) => {
        made = m;
        return performance.now() - began < 1000 * SECONDS;
      },
    });
    const took = performance.now() - began;
    const lists = priorityLists(problem, performance.now() + 1000 * SECONDS);
    return { cost, lists, bound: Math.max(...Object.values(noSooner(problem))), took, made };
  });
  const worse = rows.filter((r) => compareCosts(r.cost, r.lists.cost) > 0).length;
  console.log(`plan: ${title}, ${INSTANCES} instances, ${SECONDS} s each`);
  console.log(
    `  plans made in it:                    median ${median(rows.map((r) => r.made))}, longest ${Math.round(Math.max(...rows.map((r) => r.took)))} ms`,
  );
  if (bounded)
    console.log(
      `  finish over no-sooner-than:          median ${per(median(rows.map((r) => r.cost.finish / r.bound - 1)))} (wanted: within 10 %)`,
    );
  if (bounded)
    console.log(
      `  the same of sampled priority lists:  median ${per(median(rows.map((r) => r.lists.cost.finish / r.bound - 1)))}`,
    );
  console.log(
    `  finish against one priority list:    median ${per(median(rows.map((r) => 1 - r.cost.finish / r.lists.single.finish)))} sooner`,
  );
  console.log(
    `  finish against sampled lists:        median ${per(median(rows.map((r) => 1 - r.cost.finish / r.lists.cost.finish)))} sooner, worse in ${worse} of ${INSTANCES}`,
  );
  const late = rows.filter((r) => r.lists.cost.lateness > 0);
  if (late.length > 0)
    console.log(
      `  lateness against sampled lists:      median ${per(median(late.map((r) => 1 - r.cost.lateness / r.lists.cost.lateness)))} less, of the ${late.length} that are late`,
    );
}

/** Plans of 300 activities against what no plan can beat, and against priority lists with the same time. */
export function benchmarkPlan(): void {
  for (const strength of [0.3, 0.4, 0.5])
    compare(
      `projects of ${ACTIVITIES} activities, resource strength ${strength}`,
      (seed) => project({ activities: ACTIVITIES, complexity: 1.8, factor: 0.5, strength }, seed),
      true,
    );
  compare(
    'weeks of a shop, 60 pieces of about five coats',
    (seed) => shopWeek({ items: 60, coats: 5, people: 2, day: 288, worked: 108, days: 40, places: [24, 6] }, seed),
    false,
  );
}

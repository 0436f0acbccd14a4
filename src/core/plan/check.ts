import type { Activity, Plan, PlanProblem } from './problem.ts';
import { endOf } from './problem.ts';

/** What a plan breaks. */
export type Broken = 'release' | 'wait' | 'window' | 'closed' | 'resource' | 'place';

/** When what dries after an activity is dry, in the place where the plan puts it. */
export function dryOf(problem: PlanProblem, plan: Plan, i: number): number {
  const { dries } = problem.activities[i] as Activity;
  const place = plan.places[i] as number;
  return endOf(problem, plan, i) + (dries && place >= 0 ? (dries.slots[place] as number) : 0);
}

/**
 * Everything that a plan breaks, looked at slot by slot and apart from how plans are made. Windows that the plan itself
 * names as not to be kept are left out, and so is what it has not planned.
 */
export function brokenBy(problem: PlanProblem, plan: Plan): { what: Broken; activity: number }[] {
  const { activities, lags, resources, places, standing, open } = problem;
  const broken: { what: Broken; activity: number }[] = [];
  const gone = new Set(plan.unplanned);
  const named = new Set(plan.unkept.map((u) => u.activity));
  const start = (i: number) => plan.starts[i] as number;
  const used = resources.map(() => new Map<number, number>());
  const stood = places.map(() => new Map<number, number>());
  const add = (row: Map<number, number>, t: number, units: number) => {
    row.set(t, (row.get(t) ?? 0) + units);
    return row.get(t) as number;
  };
  for (const { place, units, until } of standing)
    for (let t = 0; t < until; t++) add(stood[place] as Map<number, number>, t, units);
  for (const [i, { release, latest, duration, needs, dries, pinned }] of activities.entries()) {
    if (gone.has(i)) continue;
    const say = (what: Broken) => broken.push({ what, activity: i });
    if (start(i) < release && pinned === null) say('release');
    if (latest !== null && start(i) > latest && !named.has(i)) say('window');
    for (let t = start(i); t < start(i) + duration; t++) {
      if (!open[t]) say('closed');
      for (const [r, units] of needs.entries())
        if (add(used[r] as Map<number, number>, t, units) > (resources[r] as number)) say('resource');
    }
    const place = plan.places[i] as number;
    if (dries && place >= 0)
      for (let t = start(i) + duration; t < dryOf(problem, plan, i); t++)
        if (add(stood[place] as Map<number, number>, t, dries.units) > (places[place] as number)) say('place');
  }
  for (const { from, to, min, max, dry } of lags) {
    if (gone.has(from) || gone.has(to)) continue;
    const after = start(to) - endOf(problem, plan, from);
    if (after < min || (dry && start(to) < dryOf(problem, plan, from))) broken.push({ what: 'wait', activity: to });
    if (max !== null && after > max && !named.has(to)) broken.push({ what: 'window', activity: to });
  }
  return broken;
}

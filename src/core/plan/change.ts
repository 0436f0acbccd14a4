import { dryOf } from './check.ts';
import type { Activity, Plan, PlanProblem } from './problem.ts';
import { endOf } from './problem.ts';
import { type Scheduler, schedulerOf } from './schedule.ts';

/** Why an activity cannot be put at a slot: with the first slot that it could, or what stands against it. */
export type NotThere =
  | { why: 'past'; from: number }
  | { why: 'closed' }
  | { why: 'wait'; from: number; behind: number }
  | { why: 'busy' }
  | { why: 'window'; of: number; late: number };

const closure = (next: (i: number) => readonly number[], i: number): Set<number> => {
  const seen = new Set<number>();
  const open = [...next(i)];
  for (let j = open.pop(); j !== undefined; j = open.pop())
    if (!seen.has(j)) {
      seen.add(j);
      open.push(...next(j));
    }
  return seen;
};
const inOrderOf = (starts: ArrayLike<number>): number[] =>
  Array.from({ length: starts.length }, (_, i) => i).sort(
    (p, q) => (starts[p] as number) - (starts[q] as number) || p - q,
  );
const pinnedAt = (problem: PlanProblem, at: (i: number) => number | null): PlanProblem => ({
  ...problem,
  activities: problem.activities.map((a, i) => ({ ...a, pinned: at(i) ?? a.pinned })),
});
const lateness = (unkept: Plan['unkept'], i: number) => unkept.find((u) => u.activity === i)?.late ?? 0;
const wholeOf = ({ into }: Scheduler, i: number) => (into[i] ?? []).map((l) => l.from);

/**
 * An activity put at another slot by hand: what comes before it stays, what comes after it follows, and nothing else
 * moves unless it has to.
 * @returns the plan with it there, or why not
 */
export function putAt(problem: PlanProblem, plan: Plan, i: number, slot: number): { plan: Plan } | { not: NotThere } {
  const { activities, open } = problem;
  const { release, duration } = activities[i] as Activity;
  if (slot < release) return { not: { why: 'past', from: release } };
  for (let t = slot; t < slot + duration; t++) if (!open[t]) return { not: { why: 'closed' } };
  const scheduler = schedulerOf(problem);
  for (const { from, min, dry } of scheduler.into[i] ?? []) {
    const earliest = Math.max(endOf(problem, plan, from) + min, dry ? dryOf(problem, plan, from) : 0);
    if (slot < earliest) return { not: { why: 'wait', from: earliest, behind: from } };
  }
  const before = closure((j) => wholeOf(scheduler, j), i);
  const behind = closure((j) => (scheduler.outOf[j] ?? []).map((l) => l.to), i);
  const held = pinnedAt(problem, (j) => (j === i ? slot : before.has(j) ? (plan.starts[j] as number) : null));
  const starts = plan.starts.map((s, j) => (j === i ? slot : s));
  const floors = starts.map((s, j) => (behind.has(j) ? 0 : s));
  const moved = schedulerOf(held).run(inOrderOf(starts), null, floors);
  const late = moved.unkept.find((u) => u.late > lateness(plan.unkept, u.activity));
  if (late) return { not: { why: 'window', of: late.activity, late: late.late } };
  if (moved.unplanned.length > plan.unplanned.length || clashes(problem, moved, i)) return { not: { why: 'busy' } };
  return { plan: moved };
}

/** Whether what was put at its slot by hand takes more hands or room there than there are. */
function clashes({ activities, resources, ...rest }: PlanProblem, plan: Plan, i: number): boolean {
  const problem = { activities, resources, ...rest };
  const [from, to] = [plan.starts[i] as number, endOf(problem, plan, i)];
  return resources.some((most, r) => {
    for (let t = from; t < to; t++) {
      const taken = activities.reduce(
        (sum, a, j) =>
          sum + ((plan.starts[j] as number) <= t && t < endOf(problem, plan, j) ? (a.needs[r] as number) : 0),
        0,
      );
      if (taken > most) return true;
    }
    return false;
  });
}

/**
 * What is left of an earlier plan, with the least change: its order is kept, nothing is begun before it was to be, and
 * what slipped pushes what hangs on it.
 * @param was the slot each was planned for; null for what is new
 */
export function withLeastChange(problem: PlanProblem, was: readonly (number | null)[]): Plan {
  const known = was.map((s, i) => s ?? Math.max(problem.activities[i]?.release ?? 0, ...was.map((w) => w ?? 0)));
  return schedulerOf(problem).run(
    inOrderOf(known),
    null,
    was.map((s) => s ?? 0),
  );
}

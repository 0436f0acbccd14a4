import { dryOf } from './check.ts';
import type { Activity, Plan, PlanProblem } from './problem.ts';
import { endOf } from './problem.ts';

/** Why an activity begins no sooner: a coat below dries, a wait, hands or room were taken, or it was not there yet. */
export type Reason = 'dries' | 'wait' | 'hands' | 'room' | 'begins' | 'pinned';
/** A link of the chain that the end hangs on, from the last backwards. */
export interface Link {
  activity: number;
  reason: Reason;
  /** What it waited for; -1 where for nothing. */
  behind: number;
  /** Slots between. */
  slots: number;
}

/** The chain of work and waits that the end of a plan hangs on, the last first. Empty where nothing is planned. */
export function criticalPath(problem: PlanProblem, plan: Plan): Link[] {
  const { activities, lags, open } = problem;
  const gone = new Set(plan.unplanned);
  const planned = activities.map((_, i) => i).filter((i) => !gone.has(i));
  const start = (i: number) => plan.starts[i] as number;
  const end = (i: number) => endOf(problem, plan, i);
  /** Whether an activity could not have begun between two slots only because the shop was shut. */
  const shutBetween = (from: number, to: number, duration: number) => {
    for (let t = from; t < to; t++) {
      let fits = true;
      for (let s = t; s < t + duration && fits; s++) fits = open[s] === 1;
      if (fits) return false;
    }
    return true;
  };
  const behindOf = (i: number): Link => {
    const { duration, needs, pinned, release } = activities[i] as Activity;
    const link = (reason: Reason, behind: number, slots: number): Link => ({ activity: i, reason, behind, slots });
    if (pinned !== null) return link('pinned', -1, 0);
    const waits = lags
      .filter((l) => l.to === i && !gone.has(l.from))
      .map(({ from, min, dry }) => {
        const dried = dry ? dryOf(problem, plan, from) : 0;
        const until = Math.max(end(from) + min, dried);
        return { from, until, reason: (dried >= end(from) + min && dried > end(from) ? 'dries' : 'wait') as Reason };
      })
      .sort((p, q) => q.until - p.until);
    const [tight] = waits;
    if (tight && shutBetween(tight.until, start(i), duration))
      return link(tight.reason, tight.from, start(i) - end(tight.from));
    if (shutBetween(release, start(i), duration)) return link('begins', -1, 0);
    // Whoever had the hands or the room last before it.
    const [holder] = planned
      .filter((k) => k !== i && end(k) <= start(i) && activities[k]?.needs.some((n, r) => n > 0 && (needs[r] ?? 0) > 0))
      .sort((p, q) => end(q) - end(p));
    if (holder !== undefined && shutBetween(end(holder), start(i), 1))
      return link(
        needs.length > 1 && (needs[1] ?? 0) > 0 && (activities[holder]?.needs[1] ?? 0) > 0 ? 'room' : 'hands',
        holder,
        start(i) - end(holder),
      );
    if (tight) return link(tight.reason, tight.from, start(i) - end(tight.from));
    return link('begins', -1, 0);
  };
  const [last] = planned.sort((p, q) => end(q) - end(p));
  const chain: Link[] = [];
  for (let i = last ?? -1; i >= 0 && chain.length <= activities.length; ) {
    const link = behindOf(i);
    chain.push(link);
    i = link.behind;
  }
  return chain;
}

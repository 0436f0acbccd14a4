import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Activity, Lag, Plan, PlanProblem } from './problem.ts';
import { checkProblem, endOf } from './problem.ts';
import { type Scheduler, schedulerOf } from './schedule.ts';

/** What a plan costs, the worst first: what has no place, windows missed, lateness, the finish, switching. Slots and counts. */
export interface Cost {
  unplanned: number;
  unkept: number;
  lateness: number;
  finish: number;
  switches: number;
}
const WORST_FIRST = ['unplanned', 'unkept', 'lateness', 'finish', 'switches'] as const;

/** Negative where the first is the better. */
export function compareCosts(p: Cost, q: Cost): number {
  for (const what of WORST_FIRST) if (p[what] !== q[what]) return p[what] - q[what];
  return 0;
}

export function costOf(problem: PlanProblem, plan: Plan): Cost {
  const { activities } = problem;
  const gone = new Set(plan.unplanned);
  let lateness = 0;
  let finish = 0;
  const order: number[] = [];
  for (const [i, { due }] of activities.entries()) {
    if (gone.has(i)) continue;
    const end = endOf(problem, plan, i);
    finish = Math.max(finish, end);
    if (due !== null) lateness += Math.max(0, end - due);
    order.push(i);
  }
  order.sort((p, q) => (plan.starts[p] as number) - (plan.starts[q] as number));
  let switches = 0;
  for (let k = 1; k < order.length; k++)
    if (activities[order[k] as number]?.batch !== activities[order[k - 1] as number]?.batch) switches++;
  return {
    unplanned: gone.size,
    unkept: plan.unkept.reduce((sum, u) => sum + u.late, 0),
    lateness,
    finish,
    switches,
  };
}

/** What a wait comes to at the least: in the place where it dries fastest. */
const shortest = ({ activities }: PlanProblem, { from, min, dry }: Lag): number => {
  const dries = activities[from]?.dries;
  return Math.max(min, dry && dries ? Math.min(...dries.slots) : 0);
};

/** Activities in an order that keeps every wait. */
function inOrder({ problem, into, outOf }: Scheduler): number[] {
  const left = into.map((lags) => lags.length);
  const order: number[] = [];
  for (let i = 0; i < problem.activities.length; i++) if (left[i] === 0) order.push(i);
  for (const i of order)
    for (const lag of outOf[i] ?? []) {
      left[lag.to] = (left[lag.to] as number) - 1;
      if (left[lag.to] === 0) order.push(lag.to);
    }
  return order;
}

/** The latest slot each may be done by: so that what it is due for, and everything after it, is not late. */
export function latestFinishes(scheduler: Scheduler, horizon: number): Float64Array {
  const { problem, outOf } = scheduler;
  const latest = Float64Array.from(problem.activities, ({ due, latest: window, duration }) =>
    Math.min(due ?? horizon, window === null ? horizon : window + duration),
  );
  for (const i of inOrder(scheduler).reverse())
    for (const lag of outOf[i] ?? [])
      latest[i] = Math.min(
        latest[i] as number,
        (latest[lag.to] as number) - (problem.activities[lag.to] as Activity).duration - shortest(problem, lag),
      );
  return latest;
}

const byPriority = (priority: ArrayLike<number>): Int32Array =>
  Int32Array.from({ length: priority.length }, (_, i) => i).sort(
    (p, q) => (priority[p] as number) - (priority[q] as number) || p - q,
  );

/** The problem read backwards in time: what comes last comes first. Drying is a wait like any other then. */
const mirrored = (problem: PlanProblem): PlanProblem => ({
  ...problem,
  activities: problem.activities.map((a) => ({ ...a, release: 0, latest: null, due: null, dries: null, pinned: null })),
  lags: problem.lags.map((lag) => ({
    from: lag.to,
    to: lag.from,
    min: shortest(problem, lag),
    max: null,
    dry: false,
  })),
  places: [],
  standing: [],
  open: problem.open.slice().reverse(),
});

interface Found {
  list: Int32Array;
  warm: Uint8Array;
  /** Whether what a short window opens for follows at once, or as the list says. */
  atOnce: boolean;
  plan: Plan;
  cost: Cost;
}

const POPULATION = 24;
const SWAPPED = 0.05;
/** So much work has few enough orders to be drawn blindly. */
const FEW = 16;

export interface PlanSearchOptions {
  /** Asked after every plan: false ends the search with the best so far. */
  more?: (made: number) => boolean;
  seed?: number;
  /** A plan to begin with. */
  from?: ArrayLike<number>;
  /** Told of every better plan. */
  onBetter?: (plan: Plan, cost: Cost) => void;
}

/**
 * The best plan found: priority lists, then lists crossed with each other and swapped (Hartmann 2002), each put together
 * forwards, pushed to the right and put together again (double justification, Valls, Ballestin & Quintanilla 2005).
 * @throws FieldError where there is nothing to be planned so
 */
export function searchPlan(
  problem: PlanProblem,
  { more = (made) => made < 400, seed = 1, from, onBetter }: PlanSearchOptions = {},
): { plan: Plan; cost: Cost; list: Int32Array } {
  checkProblem(problem);
  const scheduler = schedulerOf(problem);
  const n = problem.activities.length;
  const horizon = problem.open.length;
  const back = schedulerOf(mirrored(problem));
  const random = xoroshiro128plus(seed);
  const below = (most: number) => uniformInt(random, 0, most - 1);
  const chance = () => below(1_000_000) / 1_000_000;
  let made = 0;
  let best: Found | null = null;

  const windows = problem.lags.some((l) => l.max !== null);
  const evaluate = (list: Int32Array, warm: Uint8Array, atOnce: boolean): Found => {
    made++;
    const plan = scheduler.run(list, warm, null, atOnce);
    const found = { list, warm, atOnce, plan, cost: costOf(problem, plan) };
    if (!best || compareCosts(found.cost, best.cost) < 0) {
      best = found;
      onBetter?.(plan, found.cost);
    }
    return found;
  };
  /** To the right as far as the plan ends, and to the left again. */
  const justified = (found: Found): Found => {
    if (found.cost.unplanned > 0) return found;
    const ends = Float64Array.from({ length: n }, (_, i) => -endOf(problem, found.plan, i));
    const start = new Int32Array(n).fill(horizon - found.cost.finish);
    const right = back.run(byPriority(ends), null, start);
    if (right.unplanned.length > 0) return found;
    const list = byPriority(right.starts.map((s, i) => -s - (problem.activities[i] as Activity).duration));
    const again = evaluate(list, found.warm, found.atOnce);
    return compareCosts(again.cost, found.cost) < 0 ? again : found;
  };

  const everywhere = new Uint8Array(n).fill(1);
  if (n === 0) return { plan: scheduler.run([]), cost: costOf(problem, scheduler.run([])), list: new Int32Array() };
  const latest = latestFinishes(scheduler, horizon);
  const starts = latest.map((l, i) => l - (problem.activities[i] as Activity).duration);
  const followers = scheduler.outOf.map((lags) => -lags.length);
  const pool: Found[] = [];
  const begun = [...(from ? [Float64Array.from(from)] : []), latest, starts];
  for (const priority of begun) {
    for (const atOnce of windows ? [true, false] : [true])
      pool.push(justified(evaluate(byPriority(priority), everywhere, atOnce)));
    if (!more(made)) break;
  }
  const spread = Math.max(1, Math.max(...latest) - Math.min(...latest)) * 0.15;
  while (pool.length < POPULATION && more(made)) {
    const base = below(2) ? latest : starts;
    const shaken = base.map((l, i) => l + spread * (chance() - 0.5) + (followers[i] as number));
    pool.push(justified(evaluate(byPriority(shaken), everywhere, !windows || below(2) === 0)));
  }
  pool.sort((p, q) => compareCosts(p.cost, q.cost));

  const taken = new Uint8Array(n);
  const cross = (mother: Found, father: Found): Found => {
    const [a, b] = [below(n), below(n)].sort((p, q) => p - q) as [number, number];
    taken.fill(0);
    const list = new Int32Array(n);
    let k = 0;
    const take = (i: number) => {
      taken[i] = 1;
      list[k++] = i;
    };
    for (let p = 0; p < a; p++) take(mother.list[p] as number);
    for (let p = 0; p < n && k < b; p++) if (!taken[father.list[p] as number]) take(father.list[p] as number);
    for (let p = 0; p < n; p++) if (!taken[mother.list[p] as number]) take(mother.list[p] as number);
    for (let p = 0; p + 1 < n; p++)
      if (chance() < SWAPPED) {
        const held = list[p] as number;
        list[p] = list[p + 1] as number;
        list[p + 1] = held;
      }
    const warm = mother.warm.map((w, i) => (below(2) ? w : (father.warm[i] as number)));
    if (problem.places.length > 1 && below(2)) {
      const flipped = below(n);
      warm[flipped] = 1 - (warm[flipped] as number);
    }
    const atOnce = windows && below(8) === 0 ? !mother.atOnce : mother.atOnce;
    return justified(evaluate(list, warm, atOnce));
  };
  const fresh = (): Found =>
    justified(evaluate(byPriority(Float64Array.from({ length: n }, chance)), everywhere, !windows || below(2) === 0));
  while (more(made) && n > 1) {
    const [mother, father] = [below(pool.length), below(pool.length)];
    // Of little work any order may be the best: some are drawn afresh.
    const child =
      n <= FEW && below(3) === 0
        ? fresh()
        : cross(pool[Math.min(mother, father)] as Found, pool[below(pool.length)] as Found);
    // Two lists that give one plan are one.
    const known = pool.some(
      (f) => compareCosts(f.cost, child.cost) === 0 && f.plan.starts.every((s, i) => s === child.plan.starts[i]),
    );
    if (known) continue;
    const worst = pool[pool.length - 1] as Found;
    if (pool.length < POPULATION) pool.push(child);
    else if (compareCosts(child.cost, worst.cost) <= 0) pool[pool.length - 1] = child;
    pool.sort((p, q) => compareCosts(p.cost, q.cost));
  }
  const { plan, cost, list } = best as unknown as Found;
  return { plan, cost, list };
}

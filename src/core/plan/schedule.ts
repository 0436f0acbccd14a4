import { type Activity, type Lag, type Plan, type PlanProblem, SLOT_MINUTES } from './problem.ts';

/** How often what opens windows may be put off before the rest of them is given up: so often, and so often for each window. */
const PUT_OFF = { least: 40, perWindow: 4 };
/** What a window of a day or less opens for may follow at once, whatever the list says. */
const TIGHT = (24 * 60) / SLOT_MINUTES;
const NONE = 0x3fffffff;

/** A problem laid out for scheduling it many times. */
export interface Scheduler {
  problem: PlanProblem;
  /** Lags into each activity, and out of it. */
  into: readonly (readonly Lag[])[];
  outOf: readonly (readonly Lag[])[];
  /**
   * Serial schedule generation with a list (Kolisch & Hartmann 1999): each activity in the order of the list as early as
   * its waits, the hours, hands and places allow. Where a window would shut, what opened it is put off and all after it
   * is placed again (unscheduling, after Franck, Neumann & Schwindt 2001).
   * @param list every activity once; one whose predecessors are not placed yet waits for them
   * @param warm by activity: 1 where it may dry in another place than the shop itself
   * @param floors by activity: not to begin before
   * @param atOnce what a short window opens for follows at once, whatever the list says; else the list alone says when
   */
  run(list: ArrayLike<number>, warm?: Uint8Array | null, floors?: ArrayLike<number> | null, atOnce?: boolean): Plan;
}

export function schedulerOf(problem: PlanProblem): Scheduler {
  const { activities, lags, resources, places, standing, open } = problem;
  const n = activities.length;
  const horizon = open.length;
  const mostPutOff = PUT_OFF.least + PUT_OFF.perWindow * lags.filter((l) => l.max !== null).length;
  const into: Lag[][] = activities.map(() => []);
  const outOf: Lag[][] = activities.map(() => []);
  for (const lag of lags) {
    into[lag.to]?.push(lag);
    outOf[lag.from]?.push(lag);
  }
  // Where an open stretch ends, and where the next begins.
  const openUntil = new Int32Array(horizon + 1);
  const nextOpen = new Int32Array(horizon + 1);
  openUntil[horizon] = horizon;
  nextOpen[horizon] = NONE;
  for (let t = horizon - 1; t >= 0; t--) {
    openUntil[t] = open[t] ? (open[t + 1] ? (openUntil[t + 1] as number) : t + 1) : t;
    nextOpen[t] = open[t] ? t : (nextOpen[t + 1] as number);
  }
  const used = resources.map(() => new Int16Array(horizon));
  const limited = places.map((capacity) => Number.isFinite(capacity));
  const stood = places.map(() => new Int16Array(horizon));
  const initial = places.map(() => new Int16Array(horizon));
  const add = (row: Int16Array, from: number, to: number, units: number) => {
    const end = Math.min(to, horizon);
    for (let t = Math.max(0, from); t < end; t++) row[t] = (row[t] as number) + units;
  };
  for (const { place, units, until } of standing) add(initial[place] as Int16Array, 0, until, units);
  /** The last slot of a stretch where so many units more are too many; -1 where they fit. */
  const conflict = (row: Int16Array, from: number, to: number, most: number) => {
    for (let t = Math.min(to, horizon) - 1; t >= from; t--) if ((row[t] as number) > most) return t;
    return -1;
  };

  const starts = new Int32Array(n);
  const dryIn = new Int32Array(n);
  const dryAt = new Int32Array(n);
  const placed = new Uint8Array(n);
  const waiting = new Int32Array(n);
  const floor = new Int32Array(n);
  const kept = new Uint8Array(n);

  const reserve = (i: number, t: number, place: number, sign: 1 | -1) => {
    const { duration, needs, dries } = activities[i] as Activity;
    for (let r = 0; r < needs.length; r++)
      if (needs[r]) add(used[r] as Int16Array, t, t + duration, sign * (needs[r] as number));
    if (dries && place >= 0 && limited[place])
      add(stood[place] as Int16Array, t + duration, t + duration + (dries.slots[place] as number), sign * dries.units);
  };

  /** The place where it is dry first, of those with room after `end`; -1 with the slot to look again where all are full. */
  const placeFor = ({ dries }: Activity, end: number, warm: boolean): { place: number; again: number } => {
    if (!dries) return { place: -1, again: 0 };
    let best = -1;
    let again = NONE;
    for (let p = 0; p < places.length; p++) {
      if (p > 0 && !warm) continue;
      const slots = dries.slots[p] as number;
      if (dries.units > (places[p] as number)) continue;
      const full = limited[p]
        ? conflict(stood[p] as Int16Array, end, end + slots, (places[p] as number) - dries.units)
        : -1;
      if (full >= 0) again = Math.min(again, full + 1 - end);
      else if (best < 0 || slots < (dries.slots[best] as number)) best = p;
    }
    return { place: best, again: best >= 0 ? 0 : again };
  };

  /** The first slot from `from` on where an activity fits, with its place; none beyond what is planned. */
  const firstSlot = (i: number, from: number, warm: boolean): { t: number; place: number } => {
    const activity = activities[i] as Activity;
    const { duration, needs } = activity;
    let t = from;
    while (t < horizon) {
      t = nextOpen[t] as number;
      if (t >= horizon) break;
      if (t + duration > (openUntil[t] as number)) {
        t = openUntil[t] as number;
        continue;
      }
      let clash = -1;
      for (let r = 0; r < needs.length && clash < 0; r++)
        if (needs[r])
          clash = conflict(used[r] as Int16Array, t, t + duration, (resources[r] as number) - (needs[r] as number));
      if (clash >= 0) {
        t = clash + 1;
        continue;
      }
      const { place, again } = placeFor(activity, t + duration, warm);
      if (activity.dries && place < 0) {
        if (again >= NONE) break;
        t += Math.max(1, again);
        continue;
      }
      return { t, place };
    }
    return { t: NONE, place: -1 };
  };

  const run: Scheduler['run'] = (list, warm = null, floors = null, atOnce = true) => {
    for (const row of used) row.fill(0);
    for (const [p, row] of stood.entries()) row.set(initial[p] as Int16Array);
    placed.fill(0);
    kept.fill(0);
    for (let i = 0; i < n; i++) {
      const { release, pinned, dries, duration } = activities[i] as Activity;
      floor[i] = Math.max(release, floors ? (floors[i] as number) : 0);
      waiting[i] = (into[i] as Lag[]).length;
      if (pinned !== null) {
        const { place } = dries ? placeFor(activities[i] as Activity, pinned + duration, true) : { place: -1 };
        starts[i] = pinned;
        dryIn[i] = dries ? Math.max(0, place) : -1;
        reserve(i, pinned, dryIn[i] as number, 1);
      }
    }
    const done: number[] = [];
    let putOff = 0;
    let cursor = 0;
    /** Lists need not keep the order of waits: the next is the first that can go. */
    const urgent: number[] = [];
    while (done.length < n) {
      let i = -1;
      while (i < 0 && urgent.length > 0) {
        const j = urgent.pop() as number;
        if (!placed[j] && waiting[j] === 0) i = j;
      }
      for (let k = cursor; k < n && i < 0; k++) {
        const j = list[k] as number;
        if (placed[j]) {
          if (k === cursor) cursor++;
          continue;
        }
        if (waiting[j] === 0) {
          i = j;
          break;
        }
      }
      if (i < 0) break;
      const activity = activities[i] as Activity;
      let from = floor[i] as number;
      let latest = activity.latest ?? NONE;
      let opener = -1;
      for (const lag of into[i] as Lag[]) {
        const start = starts[lag.from] as number;
        if (start >= NONE) from = NONE;
        const end = start + (activities[lag.from] as Activity).duration;
        from = Math.max(from, end + lag.min, lag.dry ? (dryAt[lag.from] as number) : 0);
        if (lag.max !== null && end + lag.max < latest) {
          latest = end + lag.max;
          opener = lag.from;
        }
      }
      const { t, place } =
        activity.pinned !== null
          ? { t: activity.pinned, place: dryIn[i] as number }
          : from >= NONE
            ? { t: NONE, place: -1 }
            : firstSlot(i, from, !warm || warm[i] === 1);
      if (
        t > latest &&
        t < NONE &&
        opener >= 0 &&
        !kept[i] &&
        (activities[opener] as Activity).pinned === null &&
        putOff < mostPutOff
      ) {
        // Put off what opened the window, and place all that came after it again.
        putOff++;
        const by = t - latest;
        for (let last = done.pop(); last !== undefined; last = done.pop()) {
          if ((activities[last] as Activity).pinned === null && (starts[last] as number) < NONE)
            reserve(last, starts[last] as number, dryIn[last] as number, -1);
          placed[last] = 0;
          for (const lag of outOf[last] as Lag[]) waiting[lag.to] = (waiting[lag.to] as number) + 1;
          if (last === opener) break;
        }
        floor[opener] = (starts[opener] as number) + by;
        if (putOff === mostPutOff) kept.fill(1);
        cursor = 0;
        continue;
      }
      starts[i] = t;
      dryIn[i] = place;
      dryAt[i] =
        t >= NONE
          ? NONE
          : t + activity.duration + (activity.dries && place >= 0 ? (activity.dries.slots[place] as number) : 0);
      if (t < NONE && activity.pinned === null) reserve(i, t, place, 1);
      placed[i] = 1;
      done.push(i);
      for (const lag of outOf[i] as Lag[]) {
        waiting[lag.to] = (waiting[lag.to] as number) - 1;
        if (atOnce && lag.max !== null && lag.max <= TIGHT) urgent.push(lag.to);
      }
    }
    const unplanned: number[] = [];
    const unkept: { activity: number; late: number }[] = [];
    for (let i = 0; i < n; i++) {
      const t = starts[i] as number;
      if (t >= NONE) {
        unplanned.push(i);
        continue;
      }
      let latest = (activities[i] as Activity).latest ?? NONE;
      for (const lag of into[i] as Lag[])
        if (lag.max !== null)
          latest = Math.min(
            latest,
            (starts[lag.from] as number) + (activities[lag.from] as Activity).duration + lag.max,
          );
      if (t > latest) unkept.push({ activity: i, late: t - latest });
    }
    return { starts: starts.slice(), places: dryIn.slice(), unplanned, unkept };
  };
  return { problem, into, outOf, run };
}

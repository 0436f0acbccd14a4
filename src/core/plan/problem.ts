import { FieldError } from '../field-error.ts';

/** Work is planned in slots of five minutes. */
export const SLOT_MINUTES = 5;

/** One stretch of work that is not interrupted: a coat from wet edge to wet edge, a pour, a turning over. */
export interface Activity {
  /** What it is known by, plan after plan. */
  key: string;
  /** Slots of hands-on work. */
  duration: number;
  /** Units of each resource that it takes while it is worked on, by the resource's place in the problem. */
  needs: readonly number[];
  /** The first slot it may begin in. */
  release: number;
  /** The last slot it may begin in, where a window shuts; null where none does. */
  latest: number | null;
  /** The slot it should be done by; null where nobody waits for it. */
  due: number | null;
  /** What dries after it: units of a drying place, and how many slots in each place. Null where nothing does. */
  dries: { units: number; slots: readonly number[] } | null;
  /** What is in hand: another one after it is a switch. */
  batch: string;
  /** The slot it was put at by hand; null where it is the plan's to say. */
  pinned: number | null;
}

/** What has to lie between the end of one activity and the start of another, in slots. */
export interface Lag {
  from: number;
  to: number;
  min: number;
  /** The window shuts so long after; null where it stays open. */
  max: number | null;
  /** It also waits until what dries after `from` is dry, wherever that was put. */
  dry: boolean;
}

/** A job for the planner. */
export interface PlanProblem {
  activities: readonly Activity[];
  lags: readonly Lag[];
  /** Units at hand of each resource: hands, the spray space. */
  resources: readonly number[];
  /** Units that each drying place takes; the first is the shop itself. */
  places: readonly number[];
  /** What stands in the places already. */
  standing: readonly { place: number; units: number; until: number }[];
  /** By slot: 1 in working hours. Its length is as far as is planned. */
  open: Uint8Array;
}

/** A plan: by activity, the slot it begins in and the place where it dries (-1 where nothing does). */
export interface Plan {
  starts: Int32Array;
  places: Int32Array;
  /** Activities that no slot was found for as far as is planned. */
  unplanned: readonly number[];
  /** Windows that cannot be kept: the activity that comes too late, and how many slots. */
  unkept: readonly { activity: number; late: number }[];
}

export const endOf = ({ activities }: PlanProblem, { starts }: Plan, i: number): number =>
  (starts[i] as number) + (activities[i] as Activity).duration;

/**
 * Refuses what cannot be planned at all.
 * @throws FieldError with a sentence
 */
export function checkProblem({ activities, lags, resources, open }: PlanProblem): void {
  const order = new Map<number, number[]>();
  for (const { from, to, min, max } of lags) {
    if (min < 0) throw new FieldError('wait', 'A wait is zero or more.');
    if (max !== null && max < min) throw new FieldError('window', 'This window shuts before it opens.');
    order.set(from, [...(order.get(from) ?? []), to]);
  }
  if (activities.length > 0 && !open.includes(1))
    throw new FieldError('days', 'There is no working hour in these days.');
  for (const { duration, needs, key } of activities) {
    if (!(duration > 0)) throw new FieldError('duration', `“${key}” takes no time.`);
    if (needs.some((n, r) => n > (resources[r] ?? 0)))
      throw new FieldError('needs', `“${key}” asks for more hands or room than there are.`);
  }
  const state = new Uint8Array(activities.length);
  const visit = (i: number): void => {
    if (state[i] === 2) return;
    if (state[i] === 1) throw new FieldError('lags', 'Some of this work waits for itself.');
    state[i] = 1;
    for (const next of order.get(i) ?? []) visit(next);
    state[i] = 2;
  };
  for (let i = 0; i < activities.length; i++) visit(i);
}

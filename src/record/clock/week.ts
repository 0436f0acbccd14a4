import { format, getISODay, startOfDay } from 'date-fns';
import { nth } from '../../core/known.ts';
import {
  type Activity,
  criticalPath,
  dryOf,
  endOf,
  type Lag,
  type NotThere,
  type Plan,
  type PlanProblem,
  SLOT_MINUTES,
} from '../../core/plan/index.ts';
import { type AirLine, driedAt, HOUR } from '../../core/time/air.ts';
import { inAir, readyAfter } from '../../core/time/coats.ts';
import { LATEST_OPENING } from '../../core/time/drying.ts';
import type { PlannedTask, WeekPlan } from '../../shared/clock.ts';
import type { House } from '../../shared/house.ts';
import type { DryingPlace, Stretch, WorkWeek } from '../../shared/week.ts';
import type { Task } from '../work/work.ts';
import type { ClockItem } from './clock.ts';
import { shutsAt, waitedAt } from './clock.ts';

const SLOT = SLOT_MINUTES * 60_000;
const DAYS_AHEAD = 56;
const slots = (hours: number) => Math.max(0, Math.ceil((hours * HOUR) / SLOT - 1e-6));

/** Midnight of the day that a moment lies in, by the clock on this wall. */
export const dayOf = (now: number): Date => startOfDay(now);
/** A day as it is written in a calendar. */
export const dateText = (day: Date): string => format(day, 'yyyy-MM-dd');

/** The stretches of work of a day; null on a day off and on a holiday. Days of the week are counted from Monday. */
export function stretchesOfDay({ days, holidays }: WorkWeek, day: Date): Stretch[] | null {
  return holidays.includes(dateText(day)) ? null : (days[getISODay(day) - 1] ?? null);
}
/** When a day's work begins and ends, its breaks within; null on a day off. */
export function hoursOfDay(week: WorkWeek, day: Date): Stretch | null {
  const stretches = stretchesOfDay(week, day);
  const [first, last] = [stretches?.[0], stretches?.at(-1)];
  return first && last ? { from: first.from, to: last.to } : null;
}
/** A moment of a day by the clock on the wall, also on a day that the clocks are changed on. */
const momentOfDay = (day: Date, hour: number): number =>
  new Date(day.getFullYear(), day.getMonth(), day.getDate(), Math.floor(hour), Math.round((hour % 1) * 60)).getTime();

/** A week's work for the planner, with what it is made from. Slots begin at midnight of today. */
export interface Week {
  problem: PlanProblem;
  tasks: readonly Task[];
  origin: number;
  places: readonly DryingPlace[];
}

/** The places where things dry: one kept warm only where the shop has it. */
export const placesOf = ({ week, tools }: Pick<House, 'week' | 'tools'>): DryingPlace[] =>
  week.places.filter((p, i) => i === 0 || p.air === null || tools.includes('warm-cupboard'));

/** Slots in which the shop works, from midnight of a day. */
export function openSlots(week: WorkWeek, origin: number, days = DAYS_AHEAD): Uint8Array {
  const first = new Date(origin);
  const open = new Uint8Array((days * 24 * HOUR) / SLOT);
  for (let d = 0; d < days; d++) {
    const day = new Date(first.getFullYear(), first.getMonth(), first.getDate() + d);
    const at = (hour: number) => Math.max(0, Math.round((momentOfDay(day, hour) - origin) / SLOT));
    for (const { from, to } of stretchesOfDay(week, day) ?? []) open.fill(1, at(from), at(to));
  }
  return open;
}

interface Asked {
  house: Pick<House, 'week' | 'tools' | 'people'>;
  air: AirLine;
  now: number;
  /** What stands in the plan already. */
  kept?: WeekPlan | null;
}

/** All work that is still to do, laid out for the planner. */
export function weekOf(items: readonly ClockItem[], { house, air, now, kept = null }: Asked): Week {
  const origin = dayOf(now).getTime();
  const slotAt = (at: number) => Math.max(0, Math.ceil((at - origin) / SLOT - 1e-6));
  const places = placesOf(house);
  const tasks = items.flatMap((i) => i.chain.filter((t) => !t.done));
  const at = new Map(tasks.map((t, i) => [t.key, i]));
  const doneAt = new Map(
    items.flatMap((i) => i.chain.flatMap((t) => (t.done && t.doneAt ? [[t.key, Date.parse(t.doneAt)] as const] : []))),
  );
  const pinned = new Map((kept?.tasks ?? []).filter((t) => t.pinned).map((t) => [t.key, Date.parse(t.start)]));
  const dryIn = ({ drying }: Task, place: DryingPlace): number => {
    if (!drying) return 0;
    if (place.air) return slots(readyAfter(inAir(drying, place.air)));
    const dried = (driedAt(drying.carrier, air, now, readyAfter(drying)) - now) / HOUR;
    const { window } = drying;
    return slots(window?.remedy === 'again' ? Math.min(dried, LATEST_OPENING * window.shuts) : dried);
  };
  const lags: Lag[] = [];
  const activities = items.flatMap((item): Activity[] =>
    item.chain
      .filter((t) => !t.done)
      .map((task): Activity => {
        let release = slotAt(now);
        const shuts: number[] = [];
        for (const wait of task.waits) {
          const from = at.get(wait.key);
          const to = at.get(task.key) as number;
          if (from !== undefined)
            lags.push({
              from,
              to,
              min: slots((waitedAt(wait, nth(tasks, from), now, air) - now) / HOUR),
              max: wait.max === null ? null : slots(wait.max),
              dry: wait.dry,
            });
          const since = doneAt.get(wait.key);
          if (since === undefined) continue;
          const behind = item.chain.find((t) => t.key === wait.key) as Task;
          release = Math.max(release, slotAt(waitedAt(wait, behind, since, air)));
          if (wait.max !== null && since + wait.max * HOUR > now) shuts.push(since + wait.max * HOUR);
        }
        if (task === item.next) {
          release = Math.max(release, slotAt(item.from));
          const own = shutsAt(item);
          if (own !== null && own > now) shuts.push(own);
        }
        const latest = shuts.length > 0 ? Math.floor((Math.min(...shuts) - origin) / SLOT) : null;
        const { due } = item.item.job;
        const end = task === item.chain.at(-1) && due ? dayEnd(house.week, due) : null;
        const hand = pinned.get(task.key);
        return {
          key: task.key,
          duration: Math.max(1, Math.ceil(task.minutes / SLOT_MINUTES)),
          needs: [1, task.sprayed ? 1 : 0],
          release,
          latest,
          due: end === null ? null : slotAt(end),
          // The same pieces stand there until their other side is done.
          dries:
            task.drying && task.act !== 'under'
              ? { units: item.item.pieces, slots: places.map((place) => dryIn(task, place)) }
              : null,
          batch: task.product,
          pinned: hand !== undefined && hand >= now ? slotAt(hand) : null,
        };
      }),
  );
  // Pieces of a wood without a board that passes come after the board that is to show it.
  for (const { item, chain } of items.filter((i) => i.item.awaits)) {
    const board = items.find((i) => i.item.kind === 'board' && i.item.board.id === item.awaits?.id);
    const read = at.get(board?.chain.at(-1)?.key ?? '');
    const coloured = at.get(chain.find((t) => !t.done && t.act !== 'prepare')?.key ?? '');
    if (read !== undefined && coloured !== undefined)
      lags.push({ from: read, to: coloured, min: 0, max: null, dry: false });
  }
  const people = Math.max(1, house.people.filter((p) => !p.archived).length);
  return {
    problem: {
      activities,
      lags,
      resources: [people, house.week.spraying],
      // More than a place takes can never stand in it: it is given the room that the largest needs.
      places: places.map((p, i) => (i === 0 ? Math.max(p.room, ...items.map((x) => x.item.pieces)) : p.room)),
      standing: standingNow(items, origin, now),
      open: openSlots(house.week, origin),
    },
    tasks,
    origin,
    places,
  };
}

/** What is drying in the shop already. */
function standingNow(items: readonly ClockItem[], origin: number, now: number): PlanProblem['standing'] {
  return items.flatMap(({ item, coat }) => {
    const until = coat ? coat.on.goOn.usual : 0;
    return until > now ? [{ place: 0, units: item.pieces, until: Math.ceil((until - origin) / SLOT) }] : [];
  });
}

/** When the work of a day ends. */
function dayEnd(week: WorkWeek, date: string): number {
  const [y = 0, m = 1, d = 1] = date.split('-').map(Number);
  const day = new Date(y, m - 1, d);
  return momentOfDay(day, hoursOfDay(week, day)?.to ?? 17);
}

/** A task of the week where the plan puts it. */
export interface Planned {
  task: Task;
  index: number;
  start: number;
  end: number;
  /** Dry for the next. */
  dry: number;
  place: string | null;
  pinned: boolean;
  /** Hours past the window; 0 where it is kept. */
  late: number;
}

/** A plan as moments, in order of time. */
export function plannedTasks({ problem, tasks, origin, places }: Week, plan: Plan): Planned[] {
  const gone = new Set(plan.unplanned);
  const late = new Map(plan.unkept.map((u) => [u.activity, (u.late * SLOT) / HOUR]));
  return tasks
    .flatMap((task, i): Planned[] =>
      gone.has(i)
        ? []
        : [
            {
              task,
              index: i,
              start: origin + (plan.starts[i] as number) * SLOT,
              end: origin + endOf(problem, plan, i) * SLOT,
              dry: origin + dryOf(problem, plan, i) * SLOT,
              place: places[plan.places[i] as number]?.name ?? null,
              pinned: problem.activities[i]?.pinned !== null,
              late: late.get(i) ?? 0,
            },
          ],
    )
    .sort((p, q) => p.start - q.start || p.index - q.index);
}

/** As it is kept. */
export const keptTasks = (planned: readonly Planned[]): PlannedTask[] =>
  planned.map(({ task, start, end, place, pinned }) => ({
    key: task.key,
    title: task.title.slice(0, 200),
    item: `${task.item.told}, ${task.item.job.piece}`.slice(0, 200),
    job: task.item.job.number,
    start: new Date(start).toISOString(),
    end: new Date(end).toISOString(),
    place,
    pinned,
  }));

/** The slot each task was planned for, where it was; one that should have been done by now is begun as soon as it can. */
export function slotsKept({ tasks, origin }: Week, kept: WeekPlan): (number | null)[] {
  const starts = new Map(kept.tasks.map((t) => [t.key, Date.parse(t.start)]));
  return tasks.map((t) => {
    const at = starts.get(t.key);
    return at === undefined ? null : Math.max(0, Math.round((at - origin) / SLOT));
  });
}

/** Tasks that were to be done by now and are not. */
export const slipped = (kept: WeekPlan, tasks: readonly Task[], now: number): Task[] => {
  const starts = new Map(kept.tasks.map((t) => [t.key, Date.parse(t.start)]));
  return tasks.filter((t) => (starts.get(t.key) ?? Number.POSITIVE_INFINITY) < now - SLOT);
};

export const slotOf = ({ origin }: Pick<Week, 'origin'>, at: number): number => Math.round((at - origin) / SLOT);
export const momentOfSlot = ({ origin }: Pick<Week, 'origin'>, slot: number): number => origin + slot * SLOT;

/** What the end of the week's work hangs on, in words: `Bog on 6 × Chair back`, and how long. */
export function whatHoldsTheEnd(week: Week, plan: Plan): { what: string; hours: number } | null {
  const links = criticalPath(week.problem, plan);
  const spans = links.map((link) => {
    const behind = week.tasks[link.behind];
    const own = week.tasks[link.activity];
    const task = link.reason === 'dries' || link.reason === 'wait' ? behind : own;
    return { task, hours: (link.slots * SLOT) / HOUR, reason: link.reason };
  });
  const [longest] = spans.filter((s) => s.task).sort((p, q) => q.hours - p.hours);
  if (!longest?.task) return null;
  const { task, hours } = longest;
  const what = task.product === '' ? task.title : task.product;
  return { what: `${what} on ${task.item.told}`, hours };
}

/** Why a task cannot be put somewhere, in a sentence. */
export function whyNotThere(week: Week, not: NotThere, when: (at: number) => string): string {
  const name = (i: number) => {
    const task = week.tasks[i];
    return task ? `${task.title} (${task.item.told})` : 'what comes before';
  };
  switch (not.why) {
    case 'past':
      return `It cannot begin before ${when(momentOfSlot(week, not.from))}.`;
    case 'closed':
      return 'Nobody works then: it has to lie in working hours, from its beginning to its end.';
    case 'wait':
      return `${name(not.behind)} is not ready for it before ${when(momentOfSlot(week, not.from))}.`;
    case 'busy':
      return 'Hands or room are taken then by work that cannot move.';
    case 'window':
      return `Then the window of ${name(not.of)} would be missed by ${Math.ceil((not.late * SLOT) / HOUR)} h.`;
  }
}

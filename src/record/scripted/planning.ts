import { format, parseISO } from 'date-fns';
import { z } from 'zod';
import { FieldError } from '../../core/field-error.ts';
import {
  type Activity,
  criticalPath,
  endOf,
  type Lag,
  type PlanProblem,
  type Reason,
  SLOT_MINUTES,
  searchPlan,
} from '../../core/plan/index.ts';
import { climateFactor } from '../../core/time/climate.ts';
import { CalendarDay } from '../../shared/id.ts';
import { DryingPlace, WorkWeek } from '../../shared/week.ts';
import { dayOf, hoursOfDay, openSlots } from '../clock/week.ts';
import { checked } from './asked.ts';

const hours = (what: string) =>
  z.number().min(0, `${what} is zero hours or more.`).max(2200, `${what} is at most 2200 h.`);

/** A piece of work of a board, and what has to pass after it before the next. */
const ChainTask = z.strictObject({
  title: z.string().min(1, 'What is done?').max(200),
  /** Hands-on, without a break. */
  minutes: z
    .number()
    .positive('Work takes some minutes.')
    .max(24 * 60, 'Work takes a day at most.'),
  /** Hours of fair air that it dries before the next may begin; by what carries it a place's own air changes them. */
  dries: hours('Drying').default(0),
  carrier: z.enum(['water', 'alcohol', 'solvent', 'oil']).default('water'),
  /** Hours after it in which the next has to begin. */
  window: z.strictObject({ opens: hours('A window'), shuts: hours('A window') }).nullish(),
  /** It takes the spray space. */
  sprayed: z.boolean().default(false),
});

/** Boards as chains of work, with the shop that does it. */
export const PlanInput = z.strictObject({
  /** The day that the plan begins on: its first working hour, or the one of the next day that has any. */
  begin: CalendarDay,
  /** Seven days from Monday, each the stretches that are worked in; null is a day off. */
  hours: WorkWeek.shape.days,
  holidays: WorkWeek.shape.holidays,
  people: z.number().int().min(1, 'One pair of hands at least.').max(50, 'Fifty at most.').default(1),
  spraying: WorkWeek.shape.spraying,
  places: z
    .array(DryingPlace)
    .min(1, 'Things dry somewhere: name one place.')
    .max(6, 'At most six places.')
    .default([{ name: 'Shop', room: 60, air: null }]),
  boards: z
    .array(
      z.strictObject({
        board: z.string().min(1, 'What is the board called?').max(80),
        /** The day that it is wanted by. */
        due: CalendarDay.nullish(),
        chain: z.array(ChainTask).min(1, 'There is no work on this board.').max(60, 'At most 60 tasks a board.'),
      }),
    )
    .max(300, 'At most 300 boards.'),
});

export interface ScriptedPlan {
  /** In order of time; moments by the clock on the wall. */
  tasks: { board: string; title: string; start: string; end: string; place: string | null; late?: number }[];
  /** When the last of it ends; null where there is nothing. */
  ends: string | null;
  /** What the end hangs on, the last first. */
  holds: { board: string; title: string; reason: Reason; hours: number }[];
}

const DAYS = 120;
/** Plans looked at: the same input gives the same plan. */
const LOOKED_AT = { most: 4000, work: 400_000 };
const SLOT = SLOT_MINUTES * 60_000;
const slots = (h: number): number => Math.ceil((h * 3_600_000) / SLOT - 1e-6);
const wallTime = (moment: number): string => format(moment, "yyyy-MM-dd'T'HH:mm");
const dayAt = (day: string): Date => parseISO(day);

/** A week's work planned. @throws FieldError naming the field */
export function planForScript(asked: unknown): ScriptedPlan {
  const input = checked(PlanInput, asked);
  const { boards, places } = input;
  const week = { days: input.hours, holidays: input.holidays, places, spraying: input.spraying };
  const origin = dayOf(dayAt(input.begin).getTime()).getTime();
  const open = openSlots(week, origin, DAYS);
  const activities: Activity[] = [];
  const lags: Lag[] = [];
  const of: { board: string; title: string }[] = [];
  for (const [b, { board, due, chain }] of boards.entries()) {
    const last = due ? dayAt(due) : null;
    const wanted = last ? last.getTime() + (hoursOfDay(week, last)?.to ?? 17) * 3_600_000 : null;
    for (const [k, task] of chain.entries()) {
      const at = activities.length;
      const { window } = task;
      if (window && window.shuts < window.opens)
        throw new FieldError(`boards.${b}.chain.${k}.window`, 'This window shuts before it opens.');
      if (k < chain.length - 1)
        lags.push({
          from: at,
          to: at + 1,
          min: slots(window?.opens ?? 0),
          max: window ? slots(window.shuts) : null,
          dry: task.dries > 0,
        });
      activities.push({
        key: `${board}/${k}`,
        duration: Math.max(1, slots(task.minutes / 60)),
        needs: [1, task.sprayed ? 1 : 0],
        release: 0,
        latest: null,
        due: k === chain.length - 1 && wanted !== null ? Math.floor((wanted - origin) / SLOT) : null,
        dries:
          task.dries > 0
            ? {
                units: 1,
                slots: places.map((p) => slots(task.dries * (p.air ? climateFactor(task.carrier, p.air) : 1))),
              }
            : null,
        batch: task.title,
        pinned: null,
      });
      of.push({ board, title: task.title });
    }
  }
  const problem: PlanProblem = {
    activities,
    lags,
    resources: [input.people, input.spraying],
    places: places.map((p) => p.room),
    standing: [],
    open,
  };
  const most = Math.min(LOOKED_AT.most, Math.ceil(LOOKED_AT.work / Math.max(1, activities.length)));
  const { plan } = searchPlan(problem, { more: (made) => made < most });
  const [first] = plan.unplanned;
  if (first !== undefined)
    throw new FieldError(
      'boards',
      `“${of[first]?.title} (${of[first]?.board})” finds no place in ${DAYS} days: more hours, hands or room are needed.`,
    );
  const late = new Map(plan.unkept.map((u) => [u.activity, u.late]));
  const start = (i: number) => origin + (plan.starts[i] ?? 0) * SLOT;
  const end = (i: number) => origin + endOf(problem, plan, i) * SLOT;
  const order = activities.map((_, i) => i).sort((p, q) => start(p) - start(q) || p - q);
  return {
    tasks: order.map((i) => ({
      ...(of[i] as { board: string; title: string }),
      start: wallTime(start(i)),
      end: wallTime(end(i)),
      place: places[plan.places[i] ?? -1]?.name ?? null,
      ...(late.has(i) ? { late: Number((((late.get(i) ?? 0) * SLOT) / 3_600_000).toFixed(3)) } : {}),
    })),
    ends: order.length > 0 ? wallTime(Math.max(...order.map(end))) : null,
    holds: criticalPath(problem, plan).map(({ activity, reason, slots: n }) => ({
      ...(of[activity] as { board: string; title: string }),
      reason,
      hours: Number(((n * SLOT) / 3_600_000).toFixed(3)),
    })),
  };
}

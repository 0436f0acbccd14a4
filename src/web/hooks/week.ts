import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Plan } from '../../core/plan/index.ts';
import { putAt, withLeastChange } from '../../core/plan/index.ts';
import {
  keptTasks,
  type Planned,
  plannedTasks,
  slipped,
  slotOf,
  slotsKept,
  type Week,
  weekOf,
  whatHoldsTheEnd,
  whyNotThere,
} from '../../record/clock/week.ts';
import type { PlannedTask, WeekPlan } from '../../shared/clock.ts';
import { keepPlan } from '../../shared/contract/clock.ts';
import { newId } from '../../shared/id.ts';
import { startPlanner } from '../workers/index.ts';
import type { Gain, WhatIf } from '../workers/planner.ts';
import { change } from './api.ts';
import type { ClockView } from './clock.ts';
import { sentenceOf } from './sentence.ts';

/** How long a plan is looked for. */
const PLANNING_MS = 800;
const GAINING_MS = 400;

export interface WeekPlanned {
  week: Week;
  plan: Plan;
  planned: readonly Planned[];
  /** What the end hangs on. */
  holds: { what: string; hours: number } | null;
  /** Tasks that should have been done by now. */
  slipped: number;
}

/** Keeps a plan in the place of the one that it was made from. */
const keepOver = (was: WeekPlan | null, tasks: readonly PlannedTask[]) =>
  change(keepPlan, {}, { id: newId(), was: was?.id ?? null, tasks });

/** The week's plan: as it was kept, what slipped moved on; made anew, or changed by hand. */
export function useWeek(view: ClockView) {
  const { items, house, air, now, clock } = view;
  const kept = clock.plan;
  const week = useMemo(() => weekOf(items, { house, air, now, kept }), [items, house, air, now, kept]);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [gains, setGains] = useState<readonly Gain[] | null>(null);
  const running = useRef<(() => void) | null>(null);
  const cancel = useCallback(() => {
    running.current?.();
    running.current = null;
    setBusy(false);
  }, []);
  useEffect(() => cancel, [cancel]);

  const planned = useMemo((): WeekPlanned | null => {
    if (!kept) return null;
    const plan = withLeastChange(week.problem, slotsKept(week, kept));
    return {
      week,
      plan,
      planned: plannedTasks(week, plan),
      holds: whatHoldsTheEnd(week, plan),
      slipped: slipped(kept, week.tasks, now).length,
    };
  }, [week, kept, now]);

  const inWorker = useCallback(
    async <T>(work: (planner: ReturnType<typeof startPlanner>['planner']) => Promise<T>): Promise<T | null> => {
      cancel();
      const { planner, end } = startPlanner();
      running.current = end;
      setBusy(true);
      setError(null);
      try {
        return await work(planner);
      } catch (trouble) {
        setError(sentenceOf(trouble));
        return null;
      } finally {
        if (running.current === end) cancel();
      }
    },
    [cancel],
  );

  /** Plans everything that is not done anew; what was put somewhere by hand stays there. */
  const planAnew = useCallback(async () => {
    const plan = await inWorker((planner) => planner.plan(week.problem, PLANNING_MS));
    if (plan) await keepOver(kept, keptTasks(plannedTasks(week, plan)));
  }, [inWorker, week, kept]);

  /** A task put at a moment by hand. @returns why not, or null */
  const move = useCallback(
    async (key: string, at: number, when: (at: number) => string): Promise<string | null> => {
      if (!planned) return null;
      const i = week.tasks.findIndex((t) => t.key === key);
      if (i < 0) return 'This task is done, or no longer there.';
      const moved = putAt(week.problem, planned.plan, i, slotOf(week, at));
      if ('not' in moved) return whyNotThere(week, moved.not, when);
      const tasks = keptTasks(plannedTasks(week, moved.plan)).map((t) => (t.key === key ? { ...t, pinned: true } : t));
      await keepOver(kept, tasks);
      return null;
    },
    [planned, week, kept],
  );
  /** Gives a task that was put somewhere by hand back to the plan. */
  const letGo = useCallback(
    async (key: string) => {
      if (kept)
        await keepOver(
          kept,
          kept.tasks.map((t) => (t.key === key ? { ...t, pinned: false } : t)),
        );
    },
    [kept],
  );
  const undo = useCallback((tasks: readonly PlannedTask[]) => keepOver(kept, tasks), [kept]);

  /** What a second pair of hands, or room in the warm, would gain. */
  const askGains = useCallback(async () => {
    const found = await inWorker((planner) => planner.gains(week.problem, whatIfsOf(week), GAINING_MS));
    if (found) setGains(found);
  }, [inWorker, week]);

  return { planned, week, busy, error, cancel, planAnew, move, letGo, undo, gains, askGains };
}

/** Changes of the shop that might be worth it. */
function whatIfsOf({ problem, places }: Week): WhatIf[] {
  const [people = 1, spray = 1] = problem.resources;
  const warm = places.findIndex((p) => p.air !== null);
  const ifs: WhatIf[] = [{ what: 'Another pair of hands', problem: { ...problem, resources: [people + 1, spray] } }];
  ifs.push({ what: 'A second spray space', problem: { ...problem, resources: [people, spray + 1] } });
  if (warm >= 0)
    ifs.push(
      {
        what: `Without the ${places[warm]?.name.toLowerCase()}`,
        problem: { ...problem, places: problem.places.map((room, p) => (p === warm ? 0 : room)) },
      },
      {
        what: `Twice the room in the ${places[warm]?.name.toLowerCase()}`,
        problem: { ...problem, places: problem.places.map((room, p) => (p === warm ? 2 * room : room)) },
      },
    );
  else
    ifs.push({
      what: 'A warm cupboard for six pieces',
      problem: {
        ...problem,
        places: [...problem.places, 6],
        activities: problem.activities.map((a) => ({
          ...a,
          dries: a.dries && { ...a.dries, slots: [...a.dries.slots, Math.ceil((a.dries.slots[0] ?? 0) * WARM)] },
        })),
      },
    });
  return ifs;
}
/** A place at 28 °C: about three quarters of the time. */
const WARM = 0.75;

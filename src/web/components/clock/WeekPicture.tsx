import { lazy, Suspense } from 'react';
import { HOUR } from '../../../core/time/air.ts';
import { dayOf, hoursOfDay, type Planned } from '../../../record/clock/week.ts';
import type { WorkWeek } from '../../../shared/week.ts';
import { Area } from '../layout.tsx';
import type { WeekPictureProps, WeekRow } from './WeekChart.tsx';

/** The stretches of some days in which nobody works. */
export function shutHours(week: WorkWeek, from: number, days: number): [number, number][] {
  const shut: [number, number][] = [];
  let since = from;
  const first = new Date(from);
  for (let d = 0; d < days; d++) {
    const day = new Date(first.getFullYear(), first.getMonth(), first.getDate() + d);
    const hours = hoursOfDay(week, day);
    if (!hours) continue;
    shut.push([since, day.getTime() + hours.from * HOUR]);
    since = day.getTime() + hours.to * HOUR;
  }
  shut.push([since, from + days * 24 * HOUR]);
  return shut.filter(([a, b]) => b > a);
}

/** A plan as rows of bars: an item each, the one that is worked on first above. */
export function rowsOf(planned: readonly Planned[], now: number, days: number): WeekRow[] {
  const until = dayOf(now).getTime() + days * 24 * HOUR;
  const byItem = new Map<string, WeekRow>();
  for (const { task, start, end, dry, pinned, late } of planned) {
    if (start >= until) continue;
    const { key, name, job } = task.item;
    const row = byItem.get(key) ?? { name: `${name}, job ${job.number}`, bars: [] };
    const window = task.drying?.window;
    row.bars.push({
      key: task.key,
      start,
      end,
      dry,
      shuts: window && task.last ? end + window.shuts * HOUR : null,
      pinned,
      late: late > 0,
    });
    byItem.set(key, row);
  }
  return [...byItem.values()];
}

const Chart = lazy(async () => ({ default: (await import('./WeekChart.tsx')).WeekChart }));

/** The picture of the week. */
export function WeekPicture(props: WeekPictureProps) {
  return (
    <Suspense fallback={<Area height={60 + 34 * props.rows.length} />}>
      <Chart {...props} />
    </Suspense>
  );
}

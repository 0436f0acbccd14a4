import { createEvents, type EventAttributes } from 'ics';
import type { WeekPlan } from '../../shared/clock.ts';
import { Refusal } from './refusal.ts';

/** The plan of the week as a calendar, iCalendar (RFC 5545): an event for each piece of work, in universal time. */
export function calendarOf(plan: WeekPlan | null): string {
  const parts = (iso: string): [number, number, number, number, number] => {
    const at = new Date(iso);
    return [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), at.getUTCHours(), at.getUTCMinutes()];
  };
  const events = (plan?.tasks ?? []).map(
    (task): EventAttributes => ({
      uid: `${task.key.replaceAll('/', '-')}@urushi`,
      title: `${task.title}: ${task.item}`,
      description: `Job ${task.job}${task.place ? `. Dries in: ${task.place}` : ''}${task.pinned ? '. Put there by hand' : ''}`,
      start: parts(task.start),
      startInputType: 'utc',
      startOutputType: 'utc',
      end: parts(task.end),
      endInputType: 'utc',
      endOutputType: 'utc',
      busyStatus: 'BUSY',
      productId: 'urushi/week',
    }),
  );
  const { error, value } = createEvents(events, { productId: 'urushi/week', calName: 'Finishing shop' });
  if (error) throw new Refusal(409, 'The plan holds a time that no calendar takes: plan the week anew.');
  return value ?? '';
}

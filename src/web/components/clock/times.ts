import { differenceInCalendarDays } from 'date-fns';
import { HOUR } from '../../../core/time/air.ts';
import { hourText } from '../moment.ts';
import { hoursText } from '../numbers.ts';

/** A day by its name where it is near: today, tomorrow, Thursday, 27 March. */
export function dayText(at: number, now: number): string {
  const days = differenceInCalendarDays(at, now);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return new Date(at).toLocaleDateString(
    'en-GB',
    Math.abs(days) < 6 ? { weekday: 'long' } : { day: 'numeric', month: 'short' },
  );
}
/** A moment beside another: the hour alone where it is today. */
export const whenText = (at: number, now: number): string => {
  const day = dayText(at, now);
  return day === 'today' ? hourText(at) : `${day} ${hourText(at)}`;
};
/** How long from now: 20 min, 3 h. */
export const inText = (at: number, now: number): string => hoursText(Math.max(0, (at - now) / HOUR));
export const weekdayText = (at: number): string =>
  `${new Date(at).toLocaleDateString('en-GB', { weekday: 'long' })} ${hourText(at)}`;

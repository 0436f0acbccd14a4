import { format, isSameDay } from 'date-fns';
import { shopNow } from '../hooks/shop-clock.ts';

/** The time of a day: 14:20. */
export const hourText = (at: number): string =>
  new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** A moment as the clock on the wall shows it: the day only where it is not today. */
export function momentText(iso: string, now = new Date(shopNow())): string {
  const at = new Date(iso);
  const time = hourText(at.getTime());
  if (isSameDay(at, now)) return time;
  return `${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })} ${time}`;
}

/** What a field for date and time wants: local time without a zone. */
export const localInput = (iso: string): string => format(iso, "yyyy-MM-dd'T'HH:mm");
/** The moment that such a field names; null when it is empty or no date. */
export function momentOf(local: string): string | null {
  const at = new Date(local);
  return local && !Number.isNaN(at.getTime()) ? at.toISOString() : null;
}

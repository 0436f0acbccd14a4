import { v7 } from 'uuid';
import { z } from 'zod';

/** Whoever makes a thing makes its id (UUID version 7, RFC 9562), so that a repeated request changes nothing twice. */
export const Id = z.uuid('An id is a UUID, made by whoever makes the thing.');
export const newId = (): string => v7();

/** The version of a record that an edit was made on. */
export const Version = z.number().int().min(1).max(2_000_000_000);
/** What a save of something that has versions answers. */
export const VersionMade = z.object({ version: z.number() });
/** No shop's record begins before, and no plan reaches further. */
const [FIRST_YEAR, YEARS_AHEAD] = [1990, 10];
const inReach = (text: string): boolean => {
  const at = Date.parse(text);
  const now = new Date();
  return at >= Date.UTC(FIRST_YEAR, 0, 1) && at < now.setFullYear(now.getFullYear() + YEARS_AHEAD);
};
const REACH = `between ${FIRST_YEAR} and ${YEARS_AHEAD} years from now.`;
/** A moment, as it crosses the wire. */
export const Moment = z.iso
  .datetime({ offset: true, error: 'A moment is a date with its time.' })
  .refine(inReach, `A moment lies ${REACH}`);
/** A day without its time. */
export const CalendarDay = z.iso.date('A day is written as year-month-day.').refine(inReach, `A day lies ${REACH}`);

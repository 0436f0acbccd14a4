import { z } from 'zod';
import { CalendarDay } from './id.ts';

export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

const Hour = z
  .number('An hour of the day is 0 to 24.')
  .min(0, 'An hour of the day is 0 to 24.')
  .max(24, 'An hour of the day is 0 to 24.');
/** A stretch of work without a break. */
export const Stretch = z
  .object({ from: Hour, to: Hour })
  .refine((d) => d.to > d.from, 'This day has no hours: it ends after it begins, or it is a day off.');
export type Stretch = z.infer<typeof Stretch>;
/** The stretches of a day, one after the other, with the breaks between; null on a day off. */
export const WorkDay = z
  .preprocess(
    // One stretch, as a day was written before there were breaks.
    (day) => (typeof day === 'object' && day !== null && !Array.isArray(day) ? [day] : day),
    z
      .array(Stretch)
      .min(1, 'This day has no hours: it is a day off.')
      .max(6, 'A day has six stretches at most.')
      .refine(
        (all) => all.every((s, i) => i === 0 || s.from > (all[i - 1]?.to ?? 24)),
        'The stretches of a day follow each other, with a break between.',
      ),
  )
  .nullable();
export type WorkDay = z.output<typeof WorkDay>;

/** Where things dry: the shop itself, with its own air, or a place kept warm. */
export const DryingPlace = z.object({
  name: z.string().trim().min(1, 'What is the place called?').max(40, 'At most 40 letters.'),
  /** Boards or pieces that it takes. */
  room: z
    .number()
    .int('Pieces are counted whole.')
    .min(1, 'It takes one piece at least.')
    .max(10_000, 'At most 10 000.'),
  /** Its own air, °C and per cent; null where it is the shop's. */
  air: z
    .object({
      temperature: z.number().min(-20, 'Colder than −20 °C?').max(60, 'Warmer than 60 °C?'),
      humidity: z.number().min(0, 'Humidity is 0 to 100 %.').max(100, 'Humidity is 0 to 100 %.'),
    })
    .nullable(),
});
export type DryingPlace = z.infer<typeof DryingPlace>;

const OFFICE: WorkDay = [{ from: 8, to: 17 }];
const days = z
  .array(WorkDay)
  .length(7, 'A week has seven days.')
  .refine((all) => all.some((d) => d !== null), 'There is no working hour in this week.');
const holidays = z.array(CalendarDay).max(200, 'At most 200 holidays.');
const places = z.array(DryingPlace).min(1, 'Things dry somewhere: name one place.').max(6, 'At most six places.');
const spraying = z.number().int('Spray spaces are counted whole.').min(1, 'One at least.').max(10, 'At most ten.');

/** When the shop works and where things dry. Days from Monday. */
export const WorkWeek = z.object({
  days: days.default([OFFICE, OFFICE, OFFICE, OFFICE, OFFICE, null, null]),
  holidays: holidays.default([]),
  places: places.default([
    { name: 'Shop', room: 60, air: null },
    { name: 'Warm cupboard', room: 6, air: { temperature: 28, humidity: 35 } },
  ]),
  /** Things that can be sprayed at once. */
  spraying: spraying.default(1),
});
export type WorkWeek = z.infer<typeof WorkWeek>;
export const WorkWeekChange = z.object({ days, holidays, places, spraying }).partial();

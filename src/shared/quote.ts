import { z } from 'zod';
import { Id } from './id.ts';

const share = (what: string) => z.number().min(0, `${what} is 0 % or more.`).max(5, `${what} is at most 500 %.`);
/** What a pair of hands keeps even on one wood, square metres, where the shop says nothing else. Common practice, no source. */
export const HAND_LIMIT = 12;
/** What a quote goes by. */
export const QuoteTerms = z.object({
  /** Money for an hour of hands. */
  hour: z.number().min(0, 'An hour costs nothing or more.').max(100_000),
  /** Over all of it. */
  margin: share('The margin'),
  /** Hours of rework, as a share of the hours that are planned. */
  rework: share('The allowance for rework'),
  /** Trial boards of each wood. */
  trials: z.number().int('Trial boards are whole ones.').min(0).max(100, 'At most 100 trial boards of a wood.'),
  /** Hours that come for each that is worked out: as the jobs before went. */
  pace: z
    .number()
    .min(0.2, 'Work takes a fifth of what is worked out at least.')
    .max(5, 'Work takes five times that at most.'),
  /** Square metres of one wood that are finished by hand at most: more is sprayed, or quoted as two. */
  handLimit: z
    .number()
    .positive('By hand something can be finished.')
    .max(10_000, 'At most 10 000 m² by hand.')
    .default(HAND_LIMIT),
});
export type QuoteTerms = z.infer<typeof QuoteTerms>;
export const QuoteLine = z.object({
  /** The wood that it is for; null of what is for all. */
  wood: z.string().nullable(),
  what: z.string(),
  hours: z.number(),
  /** Its hours were taken as the jobs before went; trial boards are what they are. */
  byPace: z.boolean(),
  /** For materials. */
  money: z.number(),
});
export type QuoteLine = z.infer<typeof QuoteLine>;

export const NewQuote = z.object({ id: Id, terms: QuoteTerms });
export type NewQuote = z.infer<typeof NewQuote>;
export const KeptQuote = NewQuote.extend({ number: z.number(), lines: z.array(QuoteLine), madeAt: z.string() });
export type KeptQuote = z.infer<typeof KeptQuote>;

export const NewHours = z.object({
  id: Id,
  hours: z.number('Hours are a number.').positive('More than no time.').max(1000, 'At most 1000 h at once.'),
  what: z.string().trim().max(120, 'At most 120 letters.'),
});
export type NewHours = z.infer<typeof NewHours>;
export const HoursWorked = NewHours.extend({ at: z.string(), person: z.string().nullable() });
export type HoursWorked = z.infer<typeof HoursWorked>;

/** What jobs before teach the next quote: what they were quoted at and took, and the terms of the newest quote. */
export const QuotesTaught = z.object({
  terms: QuoteTerms.nullable(),
  /** Hours of what went wrong, of the hours that were noted, in jobs whose hours were noted; null where there is none. */
  rework: z.object({ hours: z.number(), worked: z.number() }).nullable(),
  jobs: z.array(z.object({ job: z.number(), quoted: z.number(), worked: z.number() })),
});
export type QuotesTaught = z.infer<typeof QuotesTaught>;

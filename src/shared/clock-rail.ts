import { z } from 'zod';

/** What the rail shows: how many may go on, and the window that shuts next. */
export const ClockRail = z.object({
  now: z.string(),
  stands: z.boolean(),
  ready: z.number(),
  tests: z.number(),
  shuts: z.object({ what: z.string(), at: z.string() }).nullable(),
  next: z.object({ what: z.string(), at: z.string() }).nullable(),
});
export type ClockRail = z.infer<typeof ClockRail>;

import { z } from 'zod';
import { Noted } from './notebook.ts';

/** A job whose target is like another's, and what became of it. */
export const SimilarJob = z.object({
  number: z.number(),
  customer: z.string(),
  piece: z.string(),
  at: z.string(),
  /** Of its target from the other one's, CIEDE2000. */
  away: z.number(),
  woods: z.array(
    z.object({
      code: z.string(),
      speciesId: z.string(),
      /** Boards with a recipe, and the nearest that one of them came, CIEDE2000. */
      boards: z.number(),
      off: z.number().nullable(),
      matched: z.boolean(),
    }),
  ),
  /** Worked on it as they were noted, and lost to faults. */
  hours: z.number(),
  lost: z.number(),
  faults: z.array(z.string()),
});
export type SimilarJob = z.infer<typeof SimilarJob>;
export const JobsLike = z.object({
  jobs: z.array(SimilarJob),
  /** For each wood of the job, or for any where it has none, the board of another job that came nearest to its target. */
  boards: z.array(Noted),
});
export type JobsLike = z.infer<typeof JobsLike>;

import { z } from 'zod';

/** RFC 9457 problem details. */
export const ProblemDetails = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  /** The sentence for the finisher. */
  detail: z.string(),
  /** What the sentence is about. */
  field: z.string().optional(),
  /** An edit of something that changed meanwhile: what it is now, and its version. */
  current: z.object({ version: z.number(), value: z.unknown() }).optional(),
});
export type ProblemDetails = z.infer<typeof ProblemDetails>;

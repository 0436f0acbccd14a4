import { z } from 'zod';

/** RFC 9457 problem details; `field` names what the sentence is about. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  field: z.string().optional(),
});
export type Problem = z.infer<typeof Problem>;

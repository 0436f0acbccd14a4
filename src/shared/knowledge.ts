import { z } from 'zod';
import { Id } from './id.ts';

/** Three numbers that looks or pictures told, and their covariance, 3 x 3 by rows. */
const SeenNumbers = z.object({ mean: z.array(z.number()), covariance: z.array(z.number()) });

export const KnowledgeSchema = z.object({
  parameters: z.record(z.string(), z.object({ value: z.number(), deviation: z.number() })),
  residuals: z.record(z.string(), z.record(z.string(), z.array(z.number()))),
  spread: z.record(z.string(), z.number()).default({}),
  boards: z.array(z.string()),
  leftOut: z.array(z.object({ board: z.string(), why: z.string() })).default([]),
  seen: z
    .object({
      eyes: z.record(
        z.string(),
        z.object({ looks: z.number(), scale: z.number(), lean: z.tuple([z.number(), z.number(), z.number()]) }),
      ),
      turns: z.record(z.string(), SeenNumbers),
      cameras: z.record(z.string(), SeenNumbers).optional(),
    })
    .optional(),
});

/** What is known for a job, kept by what it was learned from. */
export const KeptKnowledge = z.object({
  /** Null before anything was learned. */
  id: Id.nullable(),
  /** Whether there is more to learn: from boards of this job, or only from the rest of the shop. */
  stale: z.enum(['no', 'shop', 'job']),
  content: KnowledgeSchema,
});
export type KeptKnowledge = z.infer<typeof KeptKnowledge>;

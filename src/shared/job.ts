import { z } from 'zod';
import { Board } from './board.ts';
import { Id, Version } from './id.ts';
import { LightShares } from './lights.ts';
import { Part } from './part.ts';
import { StoredReading } from './reading.ts';
import { PreparationSchema, StackSchema } from './stack.ts';

const job = {
  customer: z.string().trim().min(1, 'Who is the customer?').max(120, 'At most 120 letters.'),
  piece: z.string().trim().min(1, 'What is the piece?').max(200, 'At most 200 letters.'),
  tolerance: z
    .number('The tolerance is a ΔE00, for example 1.0.')
    .min(0.2, 'A tolerance under 0.2 is finer than wood allows.')
    .max(10, 'A tolerance above 10 is no match at all.'),
};
export const NewJob = z.object({ id: Id, ...job });
export type NewJob = z.infer<typeof NewJob>;
/** What of a job can be changed; lights one by one. */
export const JobChange = z.object({
  version: Version,
  ...z.object(job).partial().shape,
  lights: LightShares.partial().optional(),
});
export type JobChange = z.infer<typeof JobChange>;

/** A wood of a job, with the board that is taken of it at once. */
export const NewWood = z.object({ id: Id, boardId: Id, speciesId: z.string().min(1, 'Choose a wood.') });
export type NewWood = z.infer<typeof NewWood>;
export const DraftInput = z.object({ version: Version, stack: StackSchema });
export const PreparationInput = z.object({ version: Version, preparation: PreparationSchema });
export const OffcutsInput = z.object({
  version: Version,
  offcuts: z
    .number()
    .int('Offcuts are counted whole.')
    .min(0, 'Offcuts cannot be less than none.')
    .max(10_000)
    .nullable(),
});

export const JobWood = z.object({
  id: Id,
  speciesId: z.string(),
  /** What its boards are given until colour goes on. */
  preparation: PreparationSchema,
  preparationVersion: z.number(),
  draft: StackSchema.nullable(),
  draftVersion: z.number(),
  /** Offcuts of the job kept for trials, counted when they were counted; null before that. */
  offcuts: z.number().nullable(),
  /** Boards taken since. */
  offcutsTaken: z.number(),
  offcutsVersion: z.number(),
  boards: z.array(Board),
});
export type JobWood = z.infer<typeof JobWood>;

export const Job = z.object({
  ...NewJob.shape,
  /** Its address. */
  number: z.number(),
  version: z.number(),
  lights: LightShares,
  createdAt: z.string(),
  target: z.array(StoredReading),
  woods: z.array(JobWood),
  parts: z.array(Part),
});
export type Job = z.infer<typeof Job>;

/** A row of the jobs list. */
export const JobSummary = z.object({
  ...NewJob.shape,
  number: z.number(),
  createdAt: z.string(),
  /** What the target reads, gloss left out; null before it is read. */
  target: z.array(z.number()).nullable(),
  /** The board that came nearest, and its finished reading. */
  best: z.object({ speciesId: z.string(), deltaE: z.number(), reading: z.array(z.number()) }).nullable(),
  woods: z.array(
    z.object({ speciesId: z.string(), name: z.string(), boards: z.number(), deltaE: z.number().nullable() }),
  ),
});
export type JobSummary = z.infer<typeof JobSummary>;
export const JOB_ORDERS = ['newest', 'oldest', 'customer', 'farthest'] as const;
export const JOB_STATES = ['all', 'open', 'passed'] as const;
/** Which jobs are asked for: words in customer, piece or wood; how they are sorted; those at work or those that pass. */
export const JobQuery = z.object({
  search: z.string().max(80, 'A search is at most 80 letters long.').default(''),
  order: z.enum(JOB_ORDERS, 'Jobs are sorted by newest, oldest, customer or farthest.').default('newest'),
  state: z.enum(JOB_STATES, 'Jobs are all, open or passed.').default('all'),
  skip: z
    .string()
    .regex(/^(0|[1-9]\d{0,5})$/, 'Jobs are skipped by a number.')
    .default('0')
    .transform(Number),
});
export type JobQuery = z.infer<typeof JobQuery>;
/** Some jobs, how many there are of them, and where the next ones begin. */
export const JobList = z.object({ jobs: z.array(JobSummary), count: z.number(), next: z.number().nullable() });
export type JobList = z.infer<typeof JobList>;

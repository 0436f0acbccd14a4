import { z } from 'zod';
import { StoredReading } from './reading.ts';
import { PreparationSchema, StackSchema } from './stack.ts';

export const NewJob = z.object({
  customer: z.string().trim().min(1, 'Who is the customer?').max(120, 'At most 120 letters.'),
  piece: z.string().trim().min(1, 'What is the piece?').max(200, 'At most 200 letters.'),
  tolerance: z
    .number('The tolerance is a ΔE00, for example 1.0.')
    .min(0.2, 'A tolerance under 0.2 is finer than wood allows.')
    .max(10, 'A tolerance above 10 is no match at all.'),
});
export type NewJob = z.infer<typeof NewJob>;
const share = z
  .number('A light counts with a number, 0 to 10.')
  .min(0, 'A light counts 0 or more.')
  .max(10, 'A light counts 10 at most.');
/** How much each light of the place counts in a search. Daylight, by which a board is judged, always does. */
export const LightShares = z.object({
  D65: share.min(0.1, 'Daylight counts 0.1 at least: a board is judged by it.'),
  A: share,
  LED: share,
  F11: share,
});
export type LightShares = z.infer<typeof LightShares>;
/** What of a job can be changed; lights one by one. */
export const JobChange = NewJob.extend({ lights: LightShares.partial() }).partial();
export type JobChange = z.infer<typeof JobChange>;

export const NewWood = z.object({ speciesId: z.string().min(1, 'Choose a wood.') });
export const DraftInput = z.object({ stack: StackSchema });
export const ORIGINS = ['search', 'hand', 'corrected', 'from-here'] as const;
export const NewRecipe = z.object({
  stack: StackSchema.min(1, 'A recipe needs at least one layer.'),
  litres: z.number().positive('The batch must be more than 0 L.').max(1000, 'The batch is at most 1000 L.'),
  origin: z.enum(ORIGINS),
});
export type NewRecipe = z.infer<typeof NewRecipe>;

export const Recipe = z.object({
  id: z.number(),
  number: z.number(),
  stack: StackSchema,
  litres: z.number(),
  origin: z.enum(ORIGINS),
  /** Expected reading after every stage, raw first; (layers + 1) x 31. */
  expected: z.array(z.array(z.number())),
  learnedFrom: z.array(z.string()),
  createdAt: z.string(),
});
export type Recipe = z.infer<typeof Recipe>;

export const Board = z.object({
  id: z.number(),
  number: z.number(),
  recipe: Recipe.nullable(),
  readings: z.array(StoredReading),
  createdAt: z.string(),
});
export type Board = z.infer<typeof Board>;

export const JobWood = z.object({
  id: z.number(),
  speciesId: z.string(),
  preparation: PreparationSchema,
  draft: StackSchema.nullable(),
  boards: z.array(Board),
});
export type JobWood = z.infer<typeof JobWood>;

export const Job = NewJob.extend({
  id: z.number(),
  lights: LightShares,
  createdAt: z.string(),
  target: z.array(StoredReading),
  woods: z.array(JobWood),
});
export type Job = z.infer<typeof Job>;

/** A row of the jobs list. */
export const JobSummary = NewJob.extend({
  id: z.number(),
  createdAt: z.string(),
  target: z.array(z.number()).nullable(),
  best: z.array(z.number()).nullable(),
  woods: z.array(
    z.object({ speciesId: z.string(), name: z.string(), boards: z.number(), deltaE: z.number().nullable() }),
  ),
});
export type JobSummary = z.infer<typeof JobSummary>;

export const KnowledgeSchema = z.object({
  parameters: z.record(z.string(), z.object({ value: z.number(), deviation: z.number() })),
  residuals: z.record(z.string(), z.record(z.string(), z.array(z.number()))),
  spread: z.record(z.string(), z.number()).default({}),
  boards: z.array(z.string()),
});

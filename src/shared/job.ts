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
export const JobChange = NewJob.partial();

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

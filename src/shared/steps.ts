import { z } from 'zod';
import { Id } from './id.ts';

/** A step of a mix sheet: the stage it belongs to and what it is, e.g. `1/honey`, `1/strain`, `0/sand`. */
export const StepKey = z.string().regex(/^\d{1,2}\/[a-z0-9-]{1,60}$/, 'A step is a stage and what is done there.');
const grams = z.number().min(0, 'A pour is zero grams or more.').max(1e7, 'A pour is at most 10 t.');

/** A step done: of a pour what was really poured, and out of which lot. */
export const StepInput = z.object({
  id: Id,
  step: StepKey,
  grams: grams.nullish(),
  millilitres: z.number().min(0, 'A pour is zero or more.').max(1e7, 'A pour is at most 10 000 L.').nullish(),
  lotId: Id.nullish(),
  /** The lot held more than was counted: it is poured all the same. */
  overdrawn: z.boolean().optional(),
});
export type StepInput = z.infer<typeof StepInput>;
export const StepDone = z.object({
  id: Id,
  step: z.string(),
  grams: z.number().nullable(),
  millilitres: z.number().nullable(),
  lotId: Id.nullable(),
  at: z.string(),
  person: z.string().nullable(),
});
export type StepDone = z.infer<typeof StepDone>;

/** What a layer is mixed in, where it differs from the batch of the recipe: another volume, or solved again. */
export const Pot = z.object({
  stage: z.number().int().min(1, 'The first layer is stage 1.').max(16),
  litres: z.number().positive('The batch must be more than 0 L.').max(1000, 'The batch is at most 1000 L.'),
  /** Colourant id to grams. */
  grams: z
    .record(z.string().max(40), grams)
    .refine((g) => Object.keys(g).length <= 16, 'A pot has at most 16 colours.'),
});
export type Pot = z.infer<typeof Pot>;
export const PotsInput = z.object({
  pots: z
    .array(Pot.extend({ id: Id }))
    .min(1, 'One batch at least.')
    .max(16),
});
export type PotsInput = z.infer<typeof PotsInput>;

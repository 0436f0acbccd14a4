import { z } from 'zod';
import { Id } from './id.ts';
import { SaidSchema } from './look.ts';
import { LabSchema } from './reading.ts';

const seen = {
  /** Which layer the pot is of. */
  stage: z.number().int().min(1, 'A pot is of a layer: the first is stage 1.').max(16),
  /** Of the drops against the sample: nothing where they look the same; null where they were read. */
  said: SaidSchema.nullable(),
  /** What they read, L*a*b*; null where they were looked at. */
  lab: LabSchema.nullable(),
};
/** Drops of a pot on wood like the approved board's, dry, held beside that or read. */
export const NewDrawDown = z
  .object({ id: Id, ...seen })
  .refine((d) => (d.said === null) !== (d.lab === null), 'Say how it looks, or what it reads.');
export type NewDrawDown = z.infer<typeof NewDrawDown>;
export const DrawDown = z.object({ id: Id, ...seen, at: z.string(), person: z.string().nullable() });
export type DrawDown = z.infer<typeof DrawDown>;

import { z } from 'zod';
import { Id } from './id.ts';

/** What went wrong with a board after a stage, and what it was found to come from: ids of `core/faults`. */
export const NewFaultFound = z.object({
  id: Id,
  boardId: Id,
  stage: z.number().int().min(0).max(16),
  fault: z.string().min(1, 'Which fault is it?').max(40),
  cause: z.string().min(1, 'What did it come from?').max(40),
  /** Hours of work that it cost. */
  hours: z.number('How many hours did it cost?').min(0, 'It cost zero hours or more.').max(10_000, 'At most 10 000 h.'),
  note: z.string().max(500, 'A note is at most 500 letters long.').default(''),
});
export type NewFaultFound = z.infer<typeof NewFaultFound>;
export const FaultFound = NewFaultFound.extend({
  job: z.number(),
  piece: z.string(),
  /** The board's code, as on its label. */
  board: z.string(),
  person: z.string().nullable(),
  foundAt: z.string(),
});
export type FaultFound = z.infer<typeof FaultFound>;
export const FaultsFound = z.array(FaultFound);

import { z } from 'zod';
import { Id } from './id.ts';

/** One change: what, when, who. The story of a board, a job or the shelf is a list of these. */
export const StoredEvent = z.object({
  id: Id,
  at: z.string(),
  kind: z.string(),
  person: z.string().nullable(),
  /** e.g. `beech-2`, where it is about one board. */
  board: z.string().nullable(),
  detail: z.record(z.string(), z.unknown()),
});
export type StoredEvent = z.infer<typeof StoredEvent>;
export const Story = z.array(StoredEvent);

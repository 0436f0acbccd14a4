import { z } from 'zod';
import { Id } from './id.ts';

/** What the boards of a bracket are called, in their order. */
export const BRACKET_LETTERS = 'ABCD';
/** Boards that a customer chooses among, in the order in which they stand: more than four nobody sees at once. */
export const NewBracket = z.object({
  id: Id,
  boards: z
    .array(
      z.object({
        board: Id,
        /** What it is beside the others: lighter, on, darker. */
        says: z.string().trim().max(40, 'At most 40 letters.').default(''),
      }),
    )
    .min(2, 'A choice is of two boards or more.')
    .max(4, 'Four boards are enough to choose among.')
    .refine((boards) => new Set(boards.map((b) => b.board)).size === boards.length, 'Each board once.'),
});
export type NewBracket = z.infer<typeof NewBracket>;

/** What the customer chose, and what they said. */
export const BracketAnswer = z.object({
  board: Id,
  words: z.string().trim().max(300, 'At most 300 letters.').default(''),
  initials: z.string().trim().min(1, 'Whose initials?').max(12, 'At most 12 letters.'),
});
export type BracketAnswer = z.infer<typeof BracketAnswer>;

/** How long an address lives that shows a bracket over the shop's network. */
export const NewAddress = z.object({
  hours: z.number().int().min(1, 'An hour at least.').max(72, 'Three days at most.').default(24),
});
export const OpenedAddress = z.object({ address: z.string(), until: z.string() });
export type OpenedAddress = z.infer<typeof OpenedAddress>;

export const KeptBracket = z.object({
  id: Id,
  boards: z.array(z.object({ board: z.string(), says: z.string() })),
  createdAt: z.string(),
  /** Until when an address shows it; null where none does. */
  openUntil: z.string().nullable(),
  answer: z.object({ board: z.string(), words: z.string(), initials: z.string(), answeredAt: z.string() }).nullable(),
});
export type KeptBracket = z.infer<typeof KeptBracket>;

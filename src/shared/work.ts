import { z } from 'zod';
import { Id } from './id.ts';

/** Which pieces a thing of record is: a portion of a part, and how many of its pieces. */
export const PiecesOf = z.object({ part: Id, portion: z.number().int(), count: z.number().int() });
export type PiecesOf = z.infer<typeof PiecesOf>;

/** The work of a wood begun: the board that its pieces follow, and each part in portions that are worked at one sitting. */
export const NewWork = z.object({
  board: Id,
  portions: z
    .array(
      z.object({
        id: Id,
        part: Id,
        portion: z.number().int().min(1, 'Portions are counted from 1.').max(1000, 'A part has at most 1000 portions.'),
        count: z.number().int().min(1, 'A portion has a piece at least.').max(10_000),
      }),
    )
    .min(1, 'There is no piece to begin with.')
    .max(1000, 'At most 1000 portions are begun at once.'),
});
export type NewWork = z.infer<typeof NewWork>;

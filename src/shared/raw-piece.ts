import { z } from 'zod';
import { Id, Version } from './id.ts';
import { SaidSchema } from './look.ts';
import { LabSchema } from './reading.ts';

const piece = {
  /** What is chalked on it. */
  name: z.string().trim().min(1, 'What is chalked on it?').max(40, 'At most 40 letters.'),
  /** Against the middle of the pile; null where it was read. */
  said: SaidSchema.nullable(),
  /** What it reads, L*a*b*. */
  lab: LabSchema.nullable(),
  /** Its figure is loud: cathedrals, curl, knots. */
  lively: z.boolean(),
  /** Pieces of one letter are cut from one another and lie side by side, book-matched. */
  pair: z.string().trim().max(8, 'A pair is a letter or two.'),
  /** The part that it is for, where somebody decided; null leaves it to the pile. */
  partId: Id.nullable(),
};
export const RawPiece = z.object({ id: Id, ...piece, version: z.number() });
export type RawPiece = z.infer<typeof RawPiece>;
const NewRawPiece = z.object({ id: Id, ...piece, partId: piece.partId.default(null) });
export const NewRawPieces = z.object({
  pieces: z
    .array(NewRawPiece)
    .min(1, 'There is no piece in it.')
    .max(500, 'At most 500 pieces at once.')
    .refine((all) => new Set(all.map((p) => p.id)).size === all.length, 'Each piece is added once.'),
});
export type NewRawPieces = z.infer<typeof NewRawPieces>;
export const RawPieceChange = z.object({ version: Version, ...z.object(piece).partial().shape });
export type RawPieceChange = z.infer<typeof RawPieceChange>;

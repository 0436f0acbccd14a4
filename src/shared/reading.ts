import { z } from 'zod';

const finite = z.number().refine(Number.isFinite);
export const Lab = z.tuple([
  finite.min(0, 'L* must lie between 0 and 100.').max(100, 'L* must lie between 0 and 100.'),
  finite.min(-128, 'a* must lie between −128 and 128.').max(128, 'a* must lie between −128 and 128.'),
  finite.min(-128, 'b* must lie between −128 and 128.').max(128, 'b* must lie between −128 and 128.'),
]);

/** The three ways a reading comes in. */
export const ReadingInput = z.discriminatedUnion('source', [
  z.object({ source: z.literal('file'), fileName: z.string().min(1).max(200), text: z.string() }),
  z.object({ source: z.literal('typed'), lab: Lab }),
  z.object({
    source: z.literal('instrument'),
    count: z.number().int().min(1, 'Take at least one reading.').max(20, 'Take at most 20 readings at once.'),
    piece: z.string().optional(),
  }),
]);
export type ReadingInput = z.infer<typeof ReadingInput>;

export const BoardReadingInput = z.object({
  stage: z.number().int().min(0, 'Stage 0 is the raw board.'),
  reading: ReadingInput,
});

export const StoredReading = z.object({
  id: z.number(),
  stage: z.number().nullable(),
  source: z.string(),
  name: z.string(),
  lab: z.array(z.number()).nullable(),
  /** 31 reflectances, 400-700 nm. */
  grid: z.array(z.number()).length(31),
  takenAt: z.string(),
});
export type StoredReading = z.infer<typeof StoredReading>;

export const ReadingsTaken = z.object({ readings: z.array(StoredReading), notes: z.array(z.string()) });
export type ReadingsTaken = z.infer<typeof ReadingsTaken>;

export const SamplePieces = z.array(z.object({ id: z.string(), name: z.string() }));

/** Asks the simulated bench for one rung of a ladder: a board read before and after one coat. */
export const RungRequest = z.object({
  colourantId: z.string(),
  speciesId: z.string(),
  strength: z.number().positive('A rung needs a strength above zero.'),
});
/** A board read before and after, whether a rung or a coat. */
export const BeforeAndAfter = z.object({
  before: z.array(z.number()).length(31),
  after: z.array(z.number()).length(31),
});

/** Asks the simulated bench for a raw board read before and after a sealer or clear. */
export const CoatRequest = z.object({ mediumId: z.string(), speciesId: z.string() });

/** Asks the simulated instrument for one tissue of a wood, read through a small aperture. */
export const TissueRequest = z.object({ speciesId: z.string(), tissue: z.enum(['ground', 'grain', 'pore']) });
export const TissueReading = z.object({ reflectance: z.array(z.number()).length(31) });

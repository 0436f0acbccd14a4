import { z } from 'zod';
import { TISSUE_NAMES } from '../core/board/tissues.ts';
import { DIRECTIONS } from '../core/colour/directions.ts';
import { COLUMN_ROLES } from '../core/formats/columns.ts';
import { Id, Moment, Version } from './id.ts';

/** L*, a*, b* each in its field. */
export const LabFields = z.object({
  L: z.number().min(0, 'L* must lie between 0 and 100.').max(100, 'L* must lie between 0 and 100.'),
  a: z.number().min(-128, 'a* must lie between −128 and 128.').max(128, 'a* must lie between −128 and 128.'),
  b: z.number().min(-128, 'b* must lie between −128 and 128.').max(128, 'b* must lie between −128 and 128.'),
});
export const LabSchema = z.tuple([LabFields.shape.L, LabFields.shape.a, LabFields.shape.b]);
export const Grid = z.array(z.number()).length(31, 'A spectrum has 31 values, 400–700 nm.');

/** Where an instrument is put down: the face as a whole, its two tones through a small aperture, or a zone beside it. */
export const SPOTS = ['face', 'ground', 'grain', 'edge', 'end', 'profile', 'knot'] as const;
export const SpotSchema = z.enum(SPOTS);
export type Spot = z.infer<typeof SpotSchema>;

/** What every way has: the id of the taking (one tap, however many readings), and when, where it was not just now. */
const taking = { takingId: Id, takenAt: Moment.optional() };

/** A light with its observer, `D65/10`. */
export const LabLight = z
  .string()
  .regex(/^(A|D50|D65|F2|F11|LED)\/(2|10)$/, 'A light is named with its observer, for example D65/10 or D50/2.');

/** What words start from. */
export const StartOfWords = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('wood'), speciesId: z.string().min(1, 'Choose a wood.') }),
  /** The last stage of a board that was read; of one with a recipe that was not, what is foreseen of it when all is on. */
  z.object({ kind: z.literal('board'), board: Id }),
  z.object({ kind: z.literal('rack'), oldBoard: Id }),
  /** The target of this job or another, as it is or as it was. */
  z.object({ kind: z.literal('target'), job: Id, revision: Version }),
  /** The darkest that a wood can be dyed with its grain still showing. */
  z.object({ kind: z.literal('darkest'), speciesId: z.string().min(1, 'Choose a wood.') }),
]);
export type StartOfWords = z.infer<typeof StartOfWords>;
export const MoveSchema = z.object({
  direction: z.enum(DIRECTIONS),
  /** Shades; a shade is {@link SHADE}. */
  shades: z.number().min(0.25, 'A quarter of a shade is the least.').max(8, 'Eight shades are the most.'),
});

export const FileAnswers = z.object({
  scale: z.enum(['percent', 'fraction']).optional(),
  light: z.string().max(20).optional(),
  columns: z.array(z.enum(COLUMN_ROLES)).max(1000).optional(),
});

/** The ways a reading comes in. */
export const ReadingInput = z.discriminatedUnion('source', [
  z.object({
    ...taking,
    source: z.literal('file'),
    fileName: z.string().min(1).max(200),
    text: z.string(),
    /** What the finisher said of the file, where it does not say itself. */
    answers: FileAnswers.optional(),
    /** The instrument of the house that wrote it, where that is known. */
    instrument: Id.nullish(),
  }),
  /** L*a*b* as somebody told it, and the light and observer that it was told for. */
  z.object({ ...taking, source: z.literal('typed'), lab: LabSchema, light: LabLight.optional() }),
  z.object({
    ...taking,
    source: z.literal('instrument'),
    count: z.number().int().min(1, 'Take at least one reading.').max(20, 'Take at most 20 readings at once.'),
    piece: z.string().optional(),
    /** The instrument of the house it was taken with, where the shop has named any. */
    instrument: Id.nullish(),
  }),
  /** The reading of a board on the rack, taken as the target. */
  z.object({ ...taking, source: z.literal('rack'), oldBoard: Id }),
  /** No object at all: something that there is, moved by words. */
  z.object({
    ...taking,
    source: z.literal('words'),
    from: StartOfWords,
    moves: z.array(MoveSchema).max(4, 'Four words are enough.'),
  }),
]);
export type ReadingInput = z.infer<typeof ReadingInput>;

/** Which part of a target was read: its face, or one of its tones. It stands beside the reading. */
export const TargetZone = z.object({ zone: z.enum(['face', 'ground', 'grain']).default('face') });
export type TargetZone = z.infer<typeof TargetZone>['zone'];
/** A reading of a target, and of which part of it. */
export const TargetReadingInput = z.intersection(TargetZone, ReadingInput);

export const BoardReadingInput = z.object({
  /** The face where it is not said; readings of another spot stand beside the stage's mean. */
  zone: SpotSchema.default('face'),
  stage: z.number().int().min(0, 'Stage 0 is the raw board.').max(16, 'A board has at most 16 layers.'),
  reading: ReadingInput,
});

export type BoardReadingInput = z.infer<typeof BoardReadingInput>;

/** The grids on which a board's readings stand: each can be one file. */
export const Grids = z.array(z.object({ name: z.string(), count: z.number() }));

export const StoredReading = z.object({
  id: Id,
  stage: z.number().nullable(),
  source: z.string(),
  name: z.string(),
  lab: z.array(z.number()).nullable(),
  /** 31 reflectances, 400-700 nm. */
  grid: Grid,
  takenAt: z.string(),
  version: z.number(),
  zone: SpotSchema,
});
export type StoredReading = z.infer<typeof StoredReading>;

/** A reading filed under the wrong stage, or at the wrong time, put right. */
export const ReadingChange = z.object({
  version: Version,
  stage: z.number().int().min(0).max(16).optional(),
  takenAt: Moment.optional(),
});

export type ReadingChange = z.infer<typeof ReadingChange>;

export const ReadingsTaken = z.object({ readings: z.array(StoredReading), notes: z.array(z.string()) });
export type ReadingsTaken = z.infer<typeof ReadingsTaken>;

export const SamplePieces = z.array(z.object({ id: z.string(), name: z.string() }));

/** Asks the simulated workshop for one rung of a ladder: a board read before and after one coat. */
export const RungRequest = z.object({
  colourantId: z.string(),
  speciesId: z.string(),
  strength: z.number().positive('A rung needs a strength above zero.'),
  beside: z.record(z.string(), z.number().positive()).default({}),
});
/** A board read before and after, whether a rung or a coat. */
export const BeforeAndAfter = z.object({ before: Grid, after: Grid });

/** Asks the simulated workshop for a raw board read before and after coats of a sealer, an oil or a clear. */
export const CoatRequest = z.object({
  mediumId: z.string(),
  speciesId: z.string(),
  coats: z.number().int().min(1, 'One coat at least.').max(8, 'Eight coats at most.'),
});

/** Asks the simulated instrument for one tissue of a wood, read through a small aperture. */
export const TissueRequest = z.object({ speciesId: z.string(), tissue: z.enum(TISSUE_NAMES) });
export const TissueReading = z.object({ reflectance: Grid });

const count = z.number().int().min(1, 'Take at least one reading.').max(20, 'Take at most 20 readings at once.');
/** What lies under the simulated instrument, and how often it reads: into the watched folder, or as a line. */
export const MeasureRequest = z.discriminatedUnion('of', [
  z.object({ of: z.literal('piece'), piece: z.string().max(40), count }),
  z.object({
    of: z.literal('board'),
    board: Id,
    stage: z.number().int().min(0).max(16),
    zone: SpotSchema.default('face'),
    count,
  }),
]);
export type MeasureRequest = z.infer<typeof MeasureRequest>;
export const MeasuredFile = z.object({ name: z.string() });
export const MeasuredLines = z.object({ lines: z.array(z.string()) });

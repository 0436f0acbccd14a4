import { z } from 'zod';
import { KeptApproval } from './approval.ts';
import { Board, LayersTaken } from './board.ts';
import { KeptBracket } from './bracket.ts';
import { WishesSchema } from './finish.ts';
import { CalendarDay, Id, Version } from './id.ts';
import { LightShares } from './lights.ts';
import { KeptHeld } from './look.ts';
import { Part } from './part.ts';
import { KeptPicture } from './picture.ts';
import { HoursWorked, KeptQuote } from './quote.ts';
import { RawPiece } from './raw-piece.ts';
import { Grid, ReadingInput, StoredReading, TargetZone } from './reading.ts';
import { PreparationSchema, StackSchema } from './stack.ts';

const tolerance = z
  .number('The tolerance is a ΔE00, for example 1.0.')
  .min(0.2, 'A tolerance under 0.2 is finer than wood allows.')
  .max(10, 'A tolerance above 10 is no match at all.');
const job = {
  customer: z.string().trim().min(1, 'Who is the customer?').max(120, 'At most 120 letters.'),
  piece: z.string().trim().min(1, 'What is the piece?').max(200, 'At most 200 letters.'),
  tolerance,
};
export const NewJob = z.object({ id: Id, ...job });
export type NewJob = z.infer<typeof NewJob>;
/** How many of a supply, by its key, where the shop counts otherwise than its areas ask for. */
export const SuppliesSchema = z
  .record(
    z.string().max(40),
    z.number().int('A whole number.').min(0, 'None, or more.').max(100_000, 'At most 100 000.'),
  )
  .refine((s) => Object.keys(s).length <= 200, 'A job has at most 200 supplies.');

const retainPlace = z.string().trim().max(120, 'At most 120 letters.');
const customerNote = z.string().trim().max(1000, 'At most 1000 letters.');
/** What of a job can be changed; lights one by one. */
export const JobChange = z.object({
  version: Version,
  ...z.object(job).partial().shape,
  lights: LightShares.partial().optional(),
  /** Of the grain, where it is another than that of the ground. */
  grainTolerance: tolerance.nullable().optional(),
  /** All of them together. */
  wishes: WishesSchema.optional(),
  /** All of them together. */
  supplies: SuppliesSchema.optional(),
  /** The day it is wanted by; null where nobody waits. */
  due: CalendarDay.nullable().optional(),
  retainPlace: retainPlace.optional(),
  customerNote: customerNote.optional(),
  /** The pieces are with the customer. */
  handedOver: z.boolean().optional(),
});
export type JobChange = z.infer<typeof JobChange>;

/** What the customer changed, and the first reading of what is wanted now; the target before is kept. */
export const Revision = z.object({
  /** The target that is revised: another one meanwhile is not. */
  revision: z.number().int().min(1).max(1_000_000),
  why: z.string().trim().min(1, 'What changed? A word is enough.').max(200, 'At most 200 letters.'),
  ...TargetZone.shape,
  reading: ReadingInput,
});
export type Revision = z.infer<typeof Revision>;
/** A target as it was before it was revised. */
export const PastTarget = z.object({
  revision: z.number(),
  why: z.string(),
  tolerance: z.number(),
  grainTolerance: z.number().nullable(),
  wishes: WishesSchema,
  grid: Grid,
  revisedAt: z.string(),
});
export type PastTarget = z.infer<typeof PastTarget>;

/** A wood of a job, with the board that is taken of it at once. */
export const NewWood = z.object({
  id: Id,
  boardId: Id,
  speciesId: z.string().min(1, 'Choose a wood.'),
  /** What tells it from another of the same species: veneer, sanded to 120; nothing for the first. */
  label: z
    .string()
    .trim()
    .max(30, 'At most 30 letters.')
    .refine((label) => label === '' || /[\p{L}\p{N}]/u.test(label), 'Say it in letters or figures.')
    .default(''),
});
export type NewWood = z.infer<typeof NewWood>;
export const DraftInput = z.object({ version: Version, stack: StackSchema });
export const PreparationInput = z.object({ version: Version, preparation: PreparationSchema });
export const OffcutsInput = z.object({
  version: Version,
  offcuts: z
    .number()
    .int('Offcuts are counted whole.')
    .min(0, 'Offcuts cannot be less than none.')
    .max(10_000)
    .nullable(),
});

const StackName = z.string().trim().min(1, 'A version has a name.').max(60, 'A name has at most 60 letters.');
/** Versions of a wood's layers to be kept: one, or the two of a branch. */
export const NewVersions = z.object({
  versions: z
    .array(z.object({ id: Id, name: StackName, stack: StackSchema }))
    .min(1)
    .max(2),
});
export type NewVersions = z.infer<typeof NewVersions>;
/** A version of a wood's layers, kept by name and never changed. */
export const StackVersion = z.object({
  id: Id,
  number: z.number(),
  name: z.string(),
  stack: StackSchema,
  createdAt: z.string(),
});
export type StackVersion = z.infer<typeof StackVersion>;

export const JobWood = z.object({
  id: Id,
  /** Its name in addresses and on labels: the species, and what tells it from another of the same. */
  code: z.string(),
  label: z.string(),
  speciesId: z.string(),
  /** What its boards are given until colour goes on. */
  preparation: PreparationSchema,
  preparationVersion: z.number(),
  draft: StackSchema.nullable(),
  draftVersion: z.number(),
  /** Offcuts of the job kept for trials, counted when they were counted; null before that. */
  offcuts: z.number().nullable(),
  /** Boards taken since. */
  offcutsTaken: z.number(),
  offcutsVersion: z.number(),
  /** Whose layers its draft was begun with, until a recipe is planned. */
  repeated: LayersTaken.nullable(),
  versions: z.array(StackVersion),
  /** Its boards for trial. */
  boards: z.array(Board),
  /** The pieces of its parts, in portions, once their work was begun. */
  pieces: z.array(Board),
  /** The wood for them as it lies in the pile. */
  rawPieces: z.array(RawPiece),
});
export type JobWood = z.infer<typeof JobWood>;

export const Job = z.object({
  ...NewJob.shape,
  /** Its address. */
  number: z.number(),
  version: z.number(),
  lights: LightShares,
  createdAt: z.string(),
  /** Which target it is: 1, and one more with each change of mind. */
  revision: z.number(),
  grainTolerance: z.number().nullable(),
  wishes: WishesSchema,
  supplies: SuppliesSchema,
  due: z.string().nullable(),
  /** Where the board that is retained hangs. */
  retainPlace: z.string(),
  /** What the customer is told at the hand-over. */
  customerNote: z.string(),
  handedOverAt: z.string().nullable(),
  /** Readings of the target as it is now, of its face and of its tones. */
  target: z.array(StoredReading),
  pastTargets: z.array(PastTarget),
  woods: z.array(JobWood),
  parts: z.array(Part),
  /** What the target looked like against what stands on the rack, the first look first. */
  held: z.array(KeptHeld),
  pictures: z.array(KeptPicture),
  approvals: z.array(KeptApproval),
  /** Boards that the customer chose among, or is to, the first bracket first. */
  brackets: z.array(KeptBracket),
  /** What it was quoted at, the first time first. */
  quotes: z.array(KeptQuote),
  /** Hours that were worked on it, the first first. */
  hours: z.array(HoursWorked),
});
export type Job = z.infer<typeof Job>;

/** A row of the jobs list. */
export const JobSummary = z.object({
  ...NewJob.shape,
  number: z.number(),
  createdAt: z.string(),
  /** The day it is wanted by. */
  due: z.string().nullable(),
  /** What the target reads, gloss left out; null before it is read. */
  target: z.array(z.number()).nullable(),
  /** The board that came nearest, and its finished reading. */
  best: z.object({ speciesId: z.string(), deltaE: z.number(), reading: z.array(z.number()) }).nullable(),
  woods: z.array(
    z.object({
      code: z.string(),
      speciesId: z.string(),
      name: z.string(),
      boards: z.number(),
      /** Boards whose coats are on and that nobody has read or judged yet. */
      toJudge: z.number(),
      /** One of its boards was accepted in words. */
      accepted: z.boolean(),
      deltaE: z.number().nullable(),
    }),
  ),
});
export type JobSummary = z.infer<typeof JobSummary>;
export const JOB_ORDERS = ['newest', 'oldest', 'customer', 'farthest'] as const;
export const JOB_STATES = ['all', 'open', 'passed'] as const;
/** Which jobs are asked for: words in customer, piece or wood; how they are sorted; those at work or those that pass. */
export const JobQuery = z.object({
  search: z.string().max(80, 'A search is at most 80 letters long.').default(''),
  order: z.enum(JOB_ORDERS, 'Jobs are sorted by newest, oldest, customer or farthest.').default('newest'),
  state: z.enum(JOB_STATES, 'Jobs are all, open or passed.').default('all'),
  skip: z
    .string()
    .regex(/^(0|[1-9]\d{0,5})$/, 'Jobs are skipped by a number.')
    .default('0')
    .transform(Number),
});
export type JobQuery = z.infer<typeof JobQuery>;
/** Some jobs, how many there are of them, and where the next ones begin. */
export const JobList = z.object({ jobs: z.array(JobSummary), count: z.number(), next: z.number().nullable() });
export type JobList = z.infer<typeof JobList>;

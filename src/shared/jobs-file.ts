import { z } from 'zod';
import { Id } from './id.ts';
import { NewLot } from './lot.ts';
import { NewMix } from './mix.ts';
import { NewColourant, NewMedium, NewRung, NewSupply, SpeciesSchema } from './shelf.ts';

export const JOBS_FORMAT = 'urushi-jobs';
/** A row of a table of the record, by the names of its columns (`docs/record.md`). */
export const RecordRow = z.record(z.string(), z.unknown());
export type RecordRow = z.infer<typeof RecordRow>;
/** Rows by the table they stand in. */
export const RecordRows = z.record(z.string(), z.array(RecordRow));
export type RecordRows = z.infer<typeof RecordRows>;

/** Jobs with all that belongs to them, and what of the shelf they are made with: one job, or the whole shop. */
export const JobsFile = z.object({
  format: z.literal(JOBS_FORMAT),
  version: z.literal(1),
  /** The newest migration of the database that it came from, e.g. 33. */
  schema: z.number().int().min(1),
  /** One job, or every job with the whole shelf, the rack and the house. */
  of: z.enum(['job', 'shop']),
  madeAt: z.string(),
  tables: RecordRows,
});
export type JobsFile = z.infer<typeof JobsFile>;

/** The largest file, packed, bytes. */
export const MOST_JOBS_FILE = 90_000_000;

/** A product of the shelf, as it is addressed: `colourant/honey`. */
export const ShelfAddress = z
  .string()
  .regex(/^(species|colourant|medium|supply)\/[a-z0-9-]{1,40}$/, 'That is nothing of a shelf.');
/** A product of the file, and the own product that stands for it in layers that are still planned; null puts it on the shelf. */
export const StandIns = z.record(ShelfAddress, ShelfAddress.nullable());
export type StandIns = z.infer<typeof StandIns>;

const file = z
  .base64('The file is not whole.')
  .min(1, 'The file is empty.')
  .max((4 / 3) * MOST_JOBS_FILE + 4, `A file of jobs is at most ${MOST_JOBS_FILE / 1e6} MB.`);
/** A file of jobs that is only looked at. */
export const JobsFileLook = z.object({ file });
/** A file of jobs that is brought in. */
export const NewBrought = z.object({
  id: Id,
  /** What the file is called. */
  name: z.string().trim().min(1).max(200),
  file,
  standIns: StandIns.default({}),
});
export type NewBrought = z.infer<typeof NewBrought>;

/** What a file of jobs holds beside what there is; the same once it is brought in. */
export const BroughtLook = z.object({
  jobs: z.array(
    z.object({
      /** What it is here, or would be. */
      number: z.number(),
      customer: z.string(),
      piece: z.string(),
      there: z.boolean(),
    }),
  ),
  /** Of each kind of record how many are new, are there as they are, or are there otherwise and stay. */
  counts: z.array(z.object({ what: z.string(), fresh: z.number(), there: z.number(), other: z.number() })),
  /** What the shelf has not. */
  lacks: z.array(
    z.object({
      item: ShelfAddress,
      name: z.string(),
      /** What it is: dye in alcohol. */
      what: z.string(),
      /** Whether layers that are still planned ask for it. */
      planned: z.boolean(),
      /** The own product that is nearest. */
      standIn: ShelfAddress.nullable(),
    }),
  ),
  /** What else is to be known: numbers that were taken, what was left out. */
  notes: z.array(z.string()),
});
export type BroughtLook = z.infer<typeof BroughtLook>;
/** How far a file has come that is being brought in: of so many records. */
export const BroughtProgress = z.object({ done: z.number(), of: z.number() });

/** What came in out of a file, and can be taken out again as one. */
export const BroughtFile = z.object({
  id: Id,
  name: z.string(),
  at: z.string(),
  undone: z.boolean(),
  jobs: z.array(z.number()),
});
export type BroughtFile = z.infer<typeof BroughtFile>;

/** One thing that comes to the shelf out of a file. */
export const ShelfThing = z.discriminatedUnion('what', [
  z.object({ what: z.literal('species'), thing: SpeciesSchema }),
  z.object({ what: z.literal('colourant'), thing: NewColourant }),
  z.object({ what: z.literal('medium'), thing: NewMedium }),
  z.object({ what: z.literal('supply'), thing: NewSupply }),
  z.object({ what: z.literal('mix'), thing: NewMix }),
  z.object({ what: z.literal('lot'), thing: NewLot }),
  /** The ladder of a colour that came before. */
  z.object({
    what: z.literal('ladder'),
    thing: z.object({ colourant: z.string().max(40), rungs: z.array(NewRung).min(1).max(40) }),
  }),
]);
export type ShelfThing = z.infer<typeof ShelfThing>;
/** What a file of a shelf brings to it, in order: all of it or nothing. */
export const NewBroughtShelf = z.object({
  id: Id,
  name: z.string().trim().min(1).max(200),
  things: z.array(ShelfThing).min(1, 'There is nothing new in it.').max(20_000, 'At most 20 000 things at once.'),
});
export type NewBroughtShelf = z.infer<typeof NewBroughtShelf>;

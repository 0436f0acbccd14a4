import { z } from 'zod';
import { KeptCheck } from './check.ts';
import { DrawDown } from './draw-down.ts';
import { FinishSchema } from './finish.ts';
import { Id, Moment, Version } from './id.ts';
import { KeptLook } from './look.ts';
import { LabSchema, ReadingsTaken, StoredReading } from './reading.ts';
import { LayerSchema, PreparationSchema, StackSchema } from './stack.ts';
import { Pot, StepDone } from './steps.ts';
import { PiecesOf } from './work.ts';

export const NewBoard = z.object({ id: Id });

const side = (what: string) =>
  z
    .number(`The ${what} is in mm.`)
    .min(20, `A board is at least 20 mm, its ${what} too.`)
    .max(3000, `A board is at most 3000 mm, its ${what} too.`);
/** What boards are cut to, mm: long enough that their steps are seen at arm's length. */
export const CutSize = z.object({ length: side('length'), width: side('width') });
export type CutSize = z.infer<typeof CutSize>;
/** How one board is cut, mm; and where the coats on it begin, mm from its raw end, where that is drawn by hand. */
export const BoardCut = CutSize.extend({
  lines: z.array(z.number('A line is in mm.')).max(16, 'A board has at most 16 layers.'),
}).superRefine(({ length, lines }, said) => {
  for (const [i, line] of lines.entries()) {
    const wrong =
      line <= (lines[i - 1] ?? 0)
        ? 'Each step begins after the one before it, and leaves some of that in sight.'
        : line >= length
          ? 'A step begins before the end of the board.'
          : null;
    if (wrong) said.addIssue({ code: 'custom', path: ['lines', i], message: wrong });
  }
});
export type BoardCut = z.infer<typeof BoardCut>;
/** What boards are cut to where nobody says otherwise. Common practice. */
export const STANDARD_CUT: BoardCut = { length: 300, width: 90, lines: [] };

/** A board whose layers were taken to be made again: as they were, or solved anew on what there is now. */
export const REPEATED_HOW = ['as it was', 'adapted'] as const;
export const LayersTaken = z.object({
  board: Id,
  /** As on its label, with its job: `2/beech-1`. */
  code: z.string().max(80),
  how: z.enum(REPEATED_HOW),
});
export type LayersTaken = z.infer<typeof LayersTaken>;

export const ORIGINS = ['search', 'hand', 'corrected', 'from-here', 'work'] as const;
export const NewRecipe = z.object({
  id: Id,
  stack: StackSchema.min(1, 'A recipe needs at least one layer.'),
  litres: z.number().positive('The batch must be more than 0 L.').max(1000, 'The batch is at most 1000 L.'),
  origin: z.enum(ORIGINS),
  /** The knowledge that the promise on the page was made from; none where nothing was learned. */
  knowledge: Id.nullish(),
  /** Chance that it passes, as it was stated; none where nothing was. */
  chance: z.number().min(0).max(1).nullish(),
});
export type NewRecipe = z.infer<typeof NewRecipe>;

/** Versions of what stands on the shelf, by id. */
export const MadeWith = z.object({
  species: z.record(z.string(), z.number()),
  colourants: z.record(z.string(), z.number()),
  mediums: z.record(z.string(), z.number()),
});
export type MadeWith = z.infer<typeof MadeWith>;

export const Recipe = z.object({
  id: Id,
  number: z.number(),
  stack: StackSchema,
  litres: z.number(),
  origin: z.enum(ORIGINS),
  /** What the board was taken to be when it was predicted. */
  preparation: PreparationSchema,
  /** Versions of the wood, the colours and the mediums that it was predicted with. */
  madeWith: MadeWith,
  /** Expected reading after every stage, raw first; (layers + 1) x 31. */
  expected: z.array(z.array(z.number())),
  learnedFrom: z.array(z.string()),
  /** Batches of its layers that differ from its own, one a stage at most. */
  pots: z.array(Pot),
  /** Steps of its mix sheet that were done. */
  done: z.array(StepDone),
  /** Its pots as they were held against the sample, the first time first. */
  drawDowns: z.array(DrawDown),
  /** Whose layers it was begun with. */
  after: LayersTaken.nullable(),
  /** Chance that it passes, as it was stated when it was planned. */
  chance: z.number().nullable(),
  createdAt: z.string(),
});
export type Recipe = z.infer<typeof Recipe>;

export const Conditions = z.object({
  /** Degrees Celsius. */
  temperature: z.number().min(-20, 'Colder than −20 °C?').max(60, 'Warmer than 60 °C?').nullish(),
  /** Relative, per cent. */
  humidity: z.number().min(0, 'Humidity is 0 to 100 %.').max(100, 'Humidity is 0 to 100 %.').nullish(),
});

const coat = {
  /** What was put on: the layer with the amounts really used. */
  layer: LayerSchema,
  /** Null when nobody noted it. */
  putOnAt: Moment.nullable(),
  /** Minutes it was left before wiping. */
  minutes: z.number().min(0).max(10_000, 'Longer than a week is no dwell.').nullable(),
  conditions: Conditions,
  /** Millilitres or grams really used, in the finisher's words. */
  used: z.string().max(120),
  note: z.string().max(500),
};
/** A coat as it is put on; what is left out is as planned, and now. */
export const NewCoat = z.object({
  id: Id,
  stage: z.number().int().min(1, 'The first coat is stage 1.').max(16),
  layer: coat.layer.optional(),
  putOnAt: Moment.nullish(),
  minutes: coat.minutes.optional(),
  conditions: coat.conditions.optional(),
  used: coat.used.optional(),
  note: coat.note.optional(),
});
export type NewCoat = z.infer<typeof NewCoat>;
export const CoatChange = z.object({ version: Version, ...z.object(coat).partial().shape });
export type CoatChange = z.infer<typeof CoatChange>;
export const Coat = z.object({
  id: Id,
  stage: z.number(),
  ...coat,
  person: z.string().nullable(),
  version: z.number(),
});
export type Coat = z.infer<typeof Coat>;

/** What was done earlier, entered whole: coats with their times, and what was read after them. */
export const PastEntry = z.object({
  entries: z
    .array(
      z.object({
        coatId: Id,
        takingId: Id,
        stage: z.number().int().min(0).max(16),
        at: Moment.nullable(),
        lab: LabSchema.nullable(),
      }),
    )
    .min(1, 'Nothing was entered.')
    .max(17),
});
export type PastEntry = z.infer<typeof PastEntry>;

/** What somebody said of a board whose coats are on: it will do or not, and in which words. */
const said = {
  accepted: z.boolean(),
  words: z.string().trim().max(300, 'At most 300 letters.'),
};
export const Judged = z.object({ ...said, at: z.string(), person: z.string().nullable() });
export type Judged = z.infer<typeof Judged>;

/** What of a board can be changed by itself. */
export const BoardChange = z.object({
  version: Version,
  /** Its own preparation, where it differs from what its wood is given. */
  preparation: PreparationSchema.nullable().optional(),
  /** Why it is set apart from its pile; null puts it back. */
  apart: z.string().trim().min(1, 'Why is it set apart?').max(120, 'At most 120 letters.').nullable().optional(),
  /** How it looks and feels beside its colour, all of it together. */
  finish: FinishSchema.optional(),
  /** Whether it is accepted; null takes back what was said. */
  judged: z.object(said).nullable().optional(),
  cut: BoardCut.optional(),
  /** Put away, it hangs on no wall and waits for nothing; what it taught stays known. */
  archived: z.boolean().optional(),
});
export type BoardChange = z.infer<typeof BoardChange>;

export const Board = z.object({
  id: Id,
  number: z.number(),
  /** The plank that it is a part of (its first board), what its part is called, and how many layers the plank had by then. */
  plank: Id.nullable(),
  strip: z.string().nullable(),
  branched: z.number(),
  version: z.number(),
  /** What it was when colour went on; null while it follows its wood. */
  preparation: PreparationSchema.nullable(),
  /** Why it is set apart from its pile; null while it is one of it. */
  apart: z.string().nullable(),
  finish: FinishSchema,
  judged: Judged.nullable(),
  cut: BoardCut,
  archived: z.boolean(),
  /** The pieces that it stands for, worked on together; null of a board. */
  pieces: PiecesOf.nullable(),
  recipe: Recipe.nullable(),
  coats: z.array(Coat),
  readings: z.array(StoredReading),
  /** Readings of tones, edge, end grain and knots: kept beside those of the face. */
  aside: z.array(StoredReading),
  /** What was seen of it, held against its target or another board, the first look first. */
  looks: z.array(KeptLook),
  /** What was looked for between its layers, and what was changed on the way; the first first. */
  checks: z.array(KeptCheck),
  createdAt: z.string(),
});
export type Board = z.infer<typeof Board>;

const StripName = z.string().trim().min(1, 'Each part has a name.').max(40, 'A part’s name has at most 40 letters.');
/** A board divided into parts: its own is named, and each further part is a board of the same plank from here on. */
export const SplitInput = z.object({
  own: StripName,
  strips: z
    .array(z.object({ id: Id, name: StripName }))
    .min(1, 'A split board has two parts at least.')
    .max(7, 'A plank has eight strips at most.'),
});
export type SplitInput = z.infer<typeof SplitInput>;

/** What a reading of a stage answers: the readings as they were taken, and the board as it is now. */
export const StageRead = z.object({ ...ReadingsTaken.shape, board: Board });
export type StageRead = z.infer<typeof StageRead>;

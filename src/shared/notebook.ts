import { z } from 'zod';
import { LayersTaken } from './board.ts';
import { CalendarDay, Id } from './id.ts';
import { DraftInput } from './job.ts';
import { LightShares } from './lights.ts';
import { LabSchema } from './reading.ts';
import { StackSchema } from './stack.ts';

/** What is noted: boards, and what was thought, made and said of them. */
export const NOTE_KINDS = [
  'board',
  'rack',
  'batch',
  'recipe',
  'target',
  'look',
  'picture',
  'fault',
  'approval',
] as const;
export type NoteKind = (typeof NOTE_KINDS)[number];
/** What came of a thing: said, or by its reading against its target. */
export const VERDICTS = ['accepted', 'passed', 'missed', 'rejected', 'open'] as const;
export type NotedVerdict = (typeof VERDICTS)[number];
/** How its colour is known. */
export const COLOUR_KNOWN = ['read', 'typed', 'seen', 'foreseen'] as const;
export type ColourKnown = (typeof COLOUR_KNOWN)[number];
export type NotedLight = keyof LightShares;
export const NOTED_LIGHTS = LightShares.keyof().options;

/** A thing as it is shown in the notebook: a board picture and what is known of it. */
export const Noted = z.object({
  kind: z.enum(NOTE_KINDS),
  /** The board, look, picture, fault or approval; the recipe; the job of a target; the board of the rack. */
  id: Id,
  part: z.number(),
  at: z.string(),
  job: z.object({ id: Id, number: z.number(), customer: z.string(), piece: z.string() }).nullable(),
  board: z.object({ id: Id, code: z.string() }).nullable(),
  speciesId: z.string().nullable(),
  /** What stands on a board of the rack; what was found or said. */
  label: z.string(),
  words: z.string(),
  stack: StackSchema,
  /** After how many of its layers. */
  stage: z.number(),
  people: z.array(z.string()),
  verdict: z.enum(VERDICTS).nullable(),
  /** From its own target, CIEDE2000. */
  off: z.number().nullable(),
  /** How its colour is known, and to what, CIEDE2000; null of what has none. */
  known: z.enum(COLOUR_KNOWN).nullable(),
  doubt: z.number().nullable(),
  lab: LabSchema.nullable(),
  /** Its spectrum, where it has one. */
  grid: z.array(z.number()).length(31).nullable(),
  /** From the colour that is sought, CIEDE2000 under the light that is asked for. */
  away: z.number().nullable(),
});
export type Noted = z.infer<typeof Noted>;

const number = '-?\\d{1,3}(?:\\.\\d{1,6})?';
/** A colour that is sought: of something noted, L*a*b*, a spectrum, or words. */
const Near = z
  .string()
  .max(700)
  .regex(
    new RegExp(
      `^(?:noted/[a-z]{1,12}/[0-9a-f-]{36}/\\d{1,2}|lab/${number},${number},${number}|spectrum/${number}(?:,${number}){30}|words/.{1,120})$`,
    ),
    'A colour is sought by something noted, by L*a*b*, by a spectrum or by words.',
  );
const few = (one: z.ZodType<string>) => one.optional();
const name = z.string().max(80, 'At most 80 letters.');

/** What is looked for in the notebook: everything that is said holds of what is found. */
export const NotebookQuery = z.object({
  /** Kinds, apart by commas. */
  kinds: z
    .string()
    .max(120)
    .default('board,rack,batch')
    .transform((text) => text.split(','))
    .pipe(z.array(z.enum(NOTE_KINDS, 'There is no such kind of note.')).min(1)),
  near: Near.optional(),
  light: z.enum(NOTED_LIGHTS, 'Lights are D65, A, LED and F11.').default('D65'),
  /** CIEDE2000 */
  within: z.coerce.number('A distance is a ΔE00.').min(0.1, 'At least 0.1.').max(40, 'At most 40.').optional(),
  words: name.default(''),
  wood: few(name),
  /** e.g. colourant/honey */
  item: few(z.string().max(60)),
  lot: few(Id),
  person: few(name),
  system: few(z.string().max(400)),
  verdict: z.enum(VERDICTS, 'There is no such verdict.').optional(),
  from: few(CalendarDay),
  until: few(CalendarDay),
  skip: z.coerce.number('Things are skipped by a number.').int().min(0).max(1_000_000).default(0),
});
export type NotebookQuery = z.infer<typeof NotebookQuery>;

export const NotebookFound = z.object({
  /** Nearest first where a colour is sought, else the newest. */
  things: z.array(Noted),
  /** How many there are; as many as are counted at most. */
  count: z.number(),
  countedAll: z.boolean(),
  next: z.number().nullable(),
  /** The colour that is sought, and how it is called. */
  sought: z.object({ lab: LabSchema, grid: z.array(z.number()).nullable(), name: z.string() }).nullable(),
  /** What the words were taken for, where one of them is nowhere. */
  wordsTaken: z.string().nullable(),
  /** Where nothing is found: what is nearest when one thing that was asked is let go. */
  instead: z.array(z.object({ without: z.string(), nearest: Noted })),
  /** Jobs that are still to be noted: a search that is asked again knows more. */
  behind: z.number(),
});
export type NotebookFound = z.infer<typeof NotebookFound>;

/** What there is to choose by, beside what stands on the shelf. */
export const NotebookChoices = z.object({
  systems: z.array(z.object({ system: z.string(), count: z.number() })),
  people: z.array(z.string()),
});

const searchName = z.string().trim().min(1, 'A search that is kept has a name.').max(80, 'At most 80 letters.');
export const NewSavedSearch = z.object({ id: Id, name: searchName, search: z.string().max(2000) });
export type NewSavedSearch = z.infer<typeof NewSavedSearch>;
export const KeptSearches = z.object({ searches: z.array(NewSavedSearch) });

/** The layers of another board as the draft of a wood; of none, where that is undone. */
export const RepeatInput = DraftInput.extend({ of: LayersTaken.nullable() });
export type RepeatInput = z.infer<typeof RepeatInput>;

import { z } from 'zod';
import { SIZES } from '../core/belief/eye.ts';
import { DIRECTIONS } from '../core/colour/directions.ts';
import { Id } from './id.ts';
import { LightShares } from './lights.ts';
import { LabSchema } from './reading.ts';

const stage = z.number().int().min(0).max(16);
/** What of the second thing is seen against the first: nothing where they look the same. */
export const SaidSchema = z
  .array(z.object({ direction: z.enum(DIRECTIONS), size: z.enum(SIZES) }))
  .max(4, 'Four words say enough.')
  .refine((said) => new Set(said.map((s) => s.direction)).size === said.length, 'Each word is said once.');
const beside = z.object({ board: Id, stage });
const look = {
  stage,
  /** Another board of the job, after a stage; the target where it is null. */
  against: beside.nullable(),
  /** Boards that were held up with it, and are farther from the target than it is. */
  farther: z.array(beside).max(9, 'Nine boards beside it are enough.'),
  /** The target lies between it and the one other that was held up with it. */
  between: z.boolean(),
  /** The hands were swapped: it was held on the left. What somebody sees off on one side shows in the difference. */
  swapped: z.boolean(),
  light: LightShares.keyof(),
  words: z.string().trim().max(300, 'At most 300 letters.'),
};
/** A board held against its target or another board; null where it cannot be told, left out where the words are to tell. */
export const NewLook = z.object({
  id: Id,
  ...look,
  against: look.against.default(null),
  farther: look.farther.default([]),
  between: look.between.default(false),
  swapped: look.swapped.default(false),
  light: look.light.default('D65'),
  words: look.words.default(''),
  said: SaidSchema.nullable().optional(),
  /** It is dry, whatever the clock says of it. */
  dry: z.boolean().default(false),
  /** It is wet, and is to look so: kept, and not counted. */
  wet: z.boolean().default(false),
});
export type NewLook = z.infer<typeof NewLook>;
export const KeptLook = z.object({
  id: Id,
  ...look,
  said: SaidSchema.nullable(),
  wet: z.boolean(),
  person: z.string().nullable(),
  seenAt: z.string(),
});
export type KeptLook = z.infer<typeof KeptLook>;

/** What stands on the rack: a board from before, a finished board of another job, a rung of a ladder. */
export const RACK_KINDS = ['old', 'board', 'rung'] as const;
const onRack = { kind: z.enum(RACK_KINDS), id: Id };
const OnRackRef = z.object(onRack);
/** One of them with its colour, and how it is known: read, typed as L*a*b*, or only foreseen of its recipe. */
export const OnRack = z.object({
  ...onRack,
  label: z.string(),
  lab: LabSchema,
  known: z.enum(['read', 'typed', 'pictured', 'foreseen']),
});
export type OnRack = z.infer<typeof OnRack>;
export const RackAtHand = z.object({ things: z.array(OnRack) });

const held = {
  light: look.light,
  words: look.words,
  swapped: look.swapped,
};
/** The target held against one thing of the rack, or against several of which the first is the nearest. */
export const NewHeld = z.object({
  id: Id,
  things: z.array(OnRackRef).min(1, 'Say what it was held against.').max(9, 'Nine boards at once are enough.'),
  light: held.light.default('D65'),
  words: held.words.default(''),
  swapped: held.swapped.default(false),
  said: SaidSchema.nullable().optional(),
});
export type NewHeld = z.infer<typeof NewHeld>;
export const KeptHeld = z.object({
  id: Id,
  ...held,
  things: z.array(OnRack),
  said: SaidSchema.nullable(),
  person: z.string().nullable(),
  seenAt: z.string(),
});
export type KeptHeld = z.infer<typeof KeptHeld>;

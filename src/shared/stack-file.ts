import { z } from 'zod';
import { ANATOMIES } from '../core/board/tissues.ts';
import { CUTS, FIGURES, OLD_FIGURES } from '../core/board/wood.ts';
import { CARRIERS, COLOURANT_KINDS, MEDIUM_KINDS, SUPPLY_KINDS } from '../core/kinds/index.ts';
import { TissueSchema } from './shelf.ts';
import { PreparationSchema, StackSchema } from './stack.ts';

const bands = z.array(z.number()).length(31, 'A spectrum has 31 values, 400–700 nm.');

export const ColourantShape = z.object({
  name: z.string(),
  kind: z.enum(COLOURANT_KINDS),
  carrier: z.enum(CARRIERS),
  maxStrength: z.number(),
  absorption: bands.nullable(),
  scatter: bands.nullable(),
  exponent: z.number(),
  costPerGram: z.number(),
  lift: z.number().min(0).max(1).nullish(),
});
export const MediumShape = z.object({
  name: z.string(),
  kind: z.enum(MEDIUM_KINDS),
  carrier: z.enum(CARRIERS),
  k1: z.number().nullable(),
  k2: z.number(),
  tint: bands,
});
export const SupplyShape = z.object({
  name: z.string(),
  kind: z.enum(SUPPLY_KINDS),
  carrier: z.enum(CARRIERS).nullable(),
});
export const WoodShape = z.object({
  id: z.string(),
  name: z.string(),
  /** Older files name a figure by its pattern. */
  figure: z.preprocess((v) => OLD_FIGURES[v as string] ?? v, z.enum(FIGURES)),
  cut: z.enum(CUTS).optional(),
  ringMm: z.number().min(0.3).max(15).nullish(),
  tannin: z.number().int().min(0).max(3),
  anatomy: z.enum(ANATOMIES).optional(),
  blotch: z.number().min(0).max(1).optional(),
  tissues: z.array(TissueSchema).min(1).max(4),
  /** The board's own raw reading; null where it was not read. */
  raw: bands.nullable(),
});

/**
 * A stack of layers with all that is needed to predict it: what the program exports, imports and is scripted with.
 * Spectra are 31 values, 400-700 nm by 10 nm. Fixed: a change of meaning is a new version.
 */
export const StackFile = z.object({
  format: z.literal('urushi-stack'),
  version: z.literal(1),
  wood: WoodShape,
  preparation: PreparationSchema,
  /** From the wood outwards. */
  stack: StackSchema,
  /** By the ids that the stack uses. */
  colourants: z.record(z.string(), ColourantShape),
  mediums: z.record(z.string(), MediumShape),
  supplies: z.record(z.string(), SupplyShape).optional(),
});
export type StackFile = z.infer<typeof StackFile>;

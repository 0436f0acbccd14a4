import { z } from 'zod';

const Cell = z.union([z.string(), z.number(), z.null()]);
/** What a shop's record answers to one question: a table, and which of its columns are drawn. */
export const Learned = z.object({
  id: z.string(),
  question: z.string(),
  /** The answer in a sentence; null where the record does not hold enough. */
  answer: z.string().nullable(),
  columns: z.array(z.string()).min(1),
  rows: z.array(z.array(Cell)),
  /** Columns by their place: what goes across, and what is drawn upwards of it. */
  chart: z.object({
    kind: z.enum(['line', 'bar', 'points']),
    across: z.number(),
    up: z.array(z.number()),
    /** Both axes are one share: what is right lies on the diagonal. */
    diagonal: z.boolean().default(false),
  }),
});
export type Learned = z.infer<typeof Learned>;
export const WhatWasLearned = z.object({
  learned: z.array(Learned),
  /** Boards that were looked at, the newest. */
  boards: z.number(),
  behind: z.number(),
});

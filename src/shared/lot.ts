import { z } from 'zod';
import { CalendarDay, Id, Version } from './id.ts';

export const LOT_UNITS = ['g', 'mL', 'piece'] as const;

/** What a lot can be of, as it is addressed: `colourant/honey`. */
export const ItemAddress = z
  .string()
  .regex(/^(colourant|medium|supply)\/[a-z0-9-]{1,40}$/, 'A lot is of a colour, a clear or a supply of the shelf.');

const day = CalendarDay.nullable();
const lot = {
  code: z.string().trim().max(40, 'The code of a lot has at most 40 letters.'),
  /** What was in it when it was counted; null where nobody counted. */
  amount: z.number().min(0, 'There is never less than nothing in it.').max(1e7).nullable(),
  unit: z.enum(LOT_UNITS),
  opened: day,
  bestBefore: day,
  note: z.string().max(200),
};
export const NewLot = z.object({ id: Id, item: ItemAddress, ...lot });
export type NewLot = z.infer<typeof NewLot>;
export const LotChange = z.object({ version: Version, ...z.object(lot).partial().shape });
export type LotChange = z.infer<typeof LotChange>;
export const Lot = NewLot.extend({
  amount: z.number().nullable(),
  /** What was counted less what was poured since; below zero where more was poured than was there. */
  left: z.number().nullable(),
  version: z.number(),
});
export type Lot = z.infer<typeof Lot>;

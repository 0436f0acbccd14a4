import { z } from 'zod';
import { FEELS, GRAINS, HOW_EVEN, PORES, USES } from '../core/finish/finish.ts';

/** Gloss units at 60 degrees, ISO 2813. */
export const Sheen = z
  .number('Sheen is a number of gloss units, for example 20.')
  .min(0, 'Sheen is 0 to 100 gloss units.')
  .max(100, 'Sheen is 0 to 100 gloss units.');
/** How a finished board looks and feels beside its colour; what nobody judged is left out. */
export const FinishSchema = z.object({
  sheen: Sheen.optional(),
  pores: z.enum(PORES).optional(),
  feel: z.enum(FEELS).optional(),
  even: z.enum(HOW_EVEN).optional(),
  grain: z.enum(GRAINS).optional(),
});
/** What a customer wishes of it beside the colour. */
export const WishesSchema = FinishSchema.pick({ sheen: true, pores: true, feel: true }).extend({
  use: z.enum(USES).optional(),
  sunlit: z.boolean().optional(),
});

import { z } from 'zod';

const share = z
  .number('A light counts with a number, 0 to 10.')
  .min(0, 'A light counts 0 or more.')
  .max(10, 'A light counts 10 at most.');
/** How much each light of the place counts in a search. Daylight, by which a board is judged, always does. */
export const LightShares = z.object({
  D65: share.min(0.1, 'Daylight counts 0.1 at least: a board is judged by it.'),
  A: share,
  LED: share,
  F11: share,
});
export type LightShares = z.infer<typeof LightShares>;

import { deltaE00 } from '../colour/ciede2000.ts';
import type { Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import type { TissueName } from './tissues.ts';

/** A tissue's share of the face and its colour, gloss excluded. */
export interface Seen {
  name: TissueName;
  fraction: number;
  dry: Spectrum;
}

/** Ground and grain; pores or rays stand in where there is no grain. */
function pair<T extends { name: TissueName }>(tissues: readonly T[]): [T, T] | null {
  const ground = tissues.find((t) => t.name === 'ground') ?? tissues[0];
  const other = tissues.find((t) => t.name === 'grain') ?? tissues.find((t) => t !== ground);
  return ground && other ? [ground, other] : null;
}

/** Contrast: CIEDE2000 between the light ground and the dark grain, gloss excluded. 0 for a one-tissue wood. */
export function contrastOf(tissues: readonly Seen[], light: Light = DAYLIGHT): number {
  const two = pair(tissues);
  return two ? deltaE00(labOf(two[0].dry, light), labOf(two[1].dry, light)) : 0;
}

/** Fine-scale spread: standard deviation of L* over the face, its tissues by their shares, gloss excluded. */
export function fineSpread(tissues: readonly Seen[], light: Light = DAYLIGHT): number {
  const total = tissues.reduce((sum, t) => sum + t.fraction, 0) || 1;
  const lightness = tissues.map((t) => labOf(t.dry, light)[0]);
  const mean = tissues.reduce((sum, t, k) => sum + t.fraction * lightness[k], 0) / total;
  const square = tissues.reduce((sum, t, k) => sum + t.fraction * (lightness[k] - mean) ** 2, 0) / total;
  return Math.sqrt(square);
}

/** Clarity: fine-scale spread of L* after, over that of the raw board (1 = all kept; above 1 = popped). */
export function clarityOf(raw: readonly Seen[], now: readonly Seen[], light: Light = DAYLIGHT): number {
  const before = fineSpread(raw, light);
  return before > 1e-6 ? fineSpread(now, light) / before : 1;
}

/** A finisher's word for the clarity of a stage. */
export function clarityWord(clarity: number): string {
  if (clarity > 1.15) return 'grain popped';
  if (clarity > 0.85) return 'grain clear';
  if (clarity > 0.6) return 'grain softened';
  if (clarity > 0.3) return 'muddy';
  return 'grain hidden';
}

/** L* beyond which a board is slightly uneven, blotchy, very blotchy. */
export const UNEVEN_FROM = [0.6, 1.5, 3] as const;
/** A finisher's word for an unevenness, L*. The eye sees about half a unit over a soft edge: common practice. */
export function blotchWord(blotch: number): string {
  const [slightly, blotchy, very] = UNEVEN_FROM;
  if (blotch < slightly) return 'even';
  if (blotch < blotchy) return 'slightly uneven';
  if (blotch < very) return 'blotchy';
  return 'very blotchy';
}

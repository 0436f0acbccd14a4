import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf, xyzOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light, weightsFor } from '../colour/lights.ts';
import type { StageLook, TissueColour } from './predict.ts';

/** Lightest-covering and darkest tissue of a look; pores count only when there is nothing else to compare. */
function pair(tissues: readonly TissueColour[]): [TissueColour, TissueColour] | null {
  const ground = tissues.find((t) => t.name === 'ground') ?? tissues[0];
  const other = tissues.find((t) => t.name === 'grain') ?? tissues.find((t) => t !== ground);
  return ground && other ? [ground, other] : null;
}

/** Grain contrast: CIEDE2000 between the light ground and the dark grain, gloss excluded. 0 for a one-tissue wood. */
export function grainContrast(look: StageLook, light: Light = DAYLIGHT): number {
  const two = pair(look.tissues);
  return two ? deltaE00(labOf(two[0].dry, light), labOf(two[1].dry, light)) : 0;
}

/** Michelson contrast (Michelson 1927) of luminance between ground and grain, 0-1: independent of overall depth. */
export function luminanceContrast(look: StageLook, light: Light = DAYLIGHT): number {
  const two = pair(look.tissues);
  if (!two) return 0;
  const [a, b] = two.map((t) => xyzOf(t.dry, weightsFor(light))[1]);
  return Math.abs(a - b) / (a + b);
}

/** Clarity: the share of the raw wood's luminance contrast that is kept (1 = all; above 1 = popped). */
export const grainKept = (raw: StageLook, look: StageLook, light: Light = DAYLIGHT): number => {
  const before = luminanceContrast(raw, light);
  return before > 0 ? luminanceContrast(look, light) / before : 1;
};

/** A finisher's word for the clarity of a stage. */
export function clarityWord(kept: number): string {
  if (kept > 1.15) return 'grain popped';
  if (kept > 0.85) return 'grain clear';
  if (kept > 0.6) return 'grain softened';
  if (kept > 0.3) return 'muddy';
  return 'grain hidden';
}

import type { Lab } from '../colour/lab.ts';
import { chanceWithin, rangeOf } from '../match/risk.ts';
import type { Belief } from './belief.ts';
import { AXES, middle } from './ground.ts';
import { partsAt, rootOf, type Square } from './metric.ts';

/** Keeps what is known for certain a colour of its own; CIEDE2000. */
const FLOOR = 1e-3;
/** What is in doubt of a colour as independent moves, in the parts of CIEDE2000 at it: as {@link chanceWithin} takes them. */
export function straysOf(covariance: Square, at: Lab): Float64Array[] {
  const root = rootOf(covariance);
  return AXES.map((_, k) => inParts(root.getColumn(k), at));
}
function inParts(difference: ArrayLike<number>, at: Lab): Float64Array {
  const parts = partsAt(at);
  return Float64Array.from({ length: 3 }, (_, i) =>
    AXES.reduce((sum, _way, k) => sum + (parts[3 * i + k] as number) * (difference[k] as number), 0),
  );
}

/** How far a thing is believed to be from another: the chance that it is within a tolerance, and where eight in ten of such would be; CIEDE2000. */
export function chanceOfMatch(
  belief: Belief,
  target: string,
  thing: string,
  tolerance: number,
): { chance: number; range: [number, number]; difference: Lab } {
  const { difference, covariance } = belief.between(target, thing);
  const at = middle(belief.colour(target).lab, belief.colour(thing).lab);
  const outlook = { miss: inParts(difference, at), strays: straysOf(covariance, at) };
  return { chance: chanceWithin(outlook, FLOOR, tolerance), range: rangeOf(outlook, FLOOR), difference };
}

/** Where eight in ten of such differences are, in CIEDE2000, of two colours about which they lie. */
export const differenceRange = (difference: Lab, covariance: Square, at: Lab): [number, number] =>
  rangeOf({ miss: inParts(difference, at), strays: straysOf(covariance, at) }, FLOOR);

/** How far a thing is expected to be from another, all that is in doubt counted: the root of the mean square, CIEDE2000. */
export function missedBy(belief: Belief, target: string, thing: string): number {
  const { difference, covariance } = belief.between(target, thing);
  const at = middle(belief.colour(target).lab, belief.colour(thing).lab);
  const square = (parts: ArrayLike<number>) => Array.from(parts).reduce((sum, v) => sum + v * v, 0);
  return Math.sqrt([inParts(difference, at), ...straysOf(covariance, at)].reduce((sum, v) => sum + square(v), 0));
}

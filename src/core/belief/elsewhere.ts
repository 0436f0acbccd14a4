import { inverse, Matrix } from 'ml-matrix';
import type { Lab } from '../colour/lab.ts';
import { CROSSTALK } from '../picture/measure.ts';
import type { Belief } from './belief.ts';
import { ofColour, USUAL_TURN } from './colours.ts';
import { leanDoubt, leanOf } from './ground.ts';
import type { Square } from './metric.ts';
import { isOfCamera } from './pictures.ts';
import type { Known } from './things.ts';

/** How somebody is found to see, from so many looks. */
export interface EyeSeen {
  looks: number;
  /** Thresholds times the usual ones. */
  scale: number;
  /** How far everything is seen off, L*a*b*. */
  lean: Lab;
}
/** How a colour that was only looked at is turned, and how far that is in doubt: 3 numbers, 3 x 3 by rows. */
export interface TurnSeen {
  mean: number[];
  covariance: number[];
}
/** What the looks and pictures of other jobs told: how people see, how colours are turned, how cameras see. */
export interface SeenElsewhere {
  eyes: Record<string, EyeSeen>;
  turns: Record<string, TurnSeen>;
  /** Of each unknown of a camera by a light, see {@link cameraUnknowns}. */
  cameras?: Record<string, TurnSeen>;
}

/** Another job was another wood, another day: what its looks said of a colour counts half. Common practice, no source. */
const OF_ANOTHER_JOB = 0.5;

const squared = (square: ArrayLike<number>) => Matrix.from1DArray(3, 3, Array.from(square));

type Found = readonly { mean: ArrayLike<number>; covariance: Square }[];
/** Three numbers by what several jobs came to, each from the same doubt of each of them: their precisions beyond that add up. */
function foundBy(jobs: Found, doubts: readonly number[]): TurnSeen {
  const usual = doubts.map((d) => d ** -2);
  const precision = Matrix.diag(usual);
  const shift = Matrix.zeros(3, 1);
  for (const { mean, covariance } of jobs) {
    const own = inverse(squared(covariance));
    precision.add(Matrix.sub(own, Matrix.diag(usual)).mul(OF_ANOTHER_JOB));
    shift.add(own.mmul(Matrix.columnVector(Array.from(mean))).mul(OF_ANOTHER_JOB));
  }
  const covariance = inverse(precision);
  return { mean: covariance.mmul(shift).to1DArray(), covariance: covariance.to1DArray() };
}
/** How a colour is turned, by several jobs. */
export const turnOf = (jobs: Found): TurnSeen => foundBy(jobs, USUAL_TURN);
const CAMERA_DOUBTS = [CROSSTALK, CROSSTALK, CROSSTALK];

/** What several jobs' looks told together. */
export function seenTogether(
  jobs: readonly { belief: Belief; colours: readonly string[] }[],
  eyes: readonly (EyeSeen & { person: string })[],
): SeenElsewhere {
  const colours = [...new Set(jobs.flatMap((j) => j.colours))];
  const cameras = [...new Set(jobs.flatMap((j) => [...j.belief.unknowns].filter(isOfCamera)))];
  const found = (unknown: string): Found =>
    jobs.flatMap(({ belief }) => {
      if (!belief.unknowns.has(unknown)) return [];
      const { lab: mean, covariance } = belief.unknown(unknown);
      return [{ mean, covariance }];
    });
  return {
    eyes: Object.fromEntries(eyes.map(({ person, looks, scale, lean }) => [person, { looks, scale, lean }])),
    turns: Object.fromEntries(colours.map((id) => [id, turnOf(found(ofColour(id)))])),
    cameras: Object.fromEntries(cameras.map((id) => [id, foundBy(found(id), CAMERA_DOUBTS)])),
  };
}

/** So many looks are as good as knowing half as well how somebody sees. */
const HALF_KNOWN = 8;

/** What is known before a job's own looks: of its colours in doubt, of cameras, and of people who looked elsewhere. */
export function knownBefore(seen: SeenElsewhere | undefined, colours: readonly string[]): Known {
  const usual: TurnSeen = {
    mean: [0, 0, 0],
    covariance: USUAL_TURN.flatMap((d, i) => USUAL_TURN.map((_, k) => (i === k ? d ** 2 : 0))),
  };
  const people = Object.entries(seen?.eyes ?? {});
  const shrunk = (looks: number) => 1 / Math.sqrt(1 + looks / HALF_KNOWN);
  const blocks = [
    ...colours.map((id) => ({ id: ofColour(id), ...(seen?.turns[id] ?? usual) })),
    ...Object.entries(seen?.cameras ?? {}).map(([id, camera]) => ({ id, ...camera })),
    ...people.map(([person, { looks, lean }]) => ({
      id: leanOf(person),
      // A lean is found from all looks together and shrinks to none: what is not known of it is left.
      mean: lean as readonly number[],
      covariance: Array.from(leanDoubt(shrunk(looks))),
    })),
  ];
  const n = 3 * blocks.length;
  const covariance = new Float64Array(n * n);
  for (const [b, block] of blocks.entries())
    for (let p = 0; p < 3; p++)
      for (let q = 0; q < 3; q++) covariance[(3 * b + p) * n + 3 * b + q] = block.covariance[3 * p + q] as number;
  return {
    ids: blocks.map((b) => b.id),
    mean: Float64Array.from(blocks.flatMap((b) => [...b.mean])),
    covariance,
    eyes: Object.fromEntries(people.map(([person, { scale, looks }]) => [person, { scale, doubt: shrunk(looks) }])),
  };
}

import type { Lab } from '../colour/lab.ts';
import { alikeAt, type Square } from './metric.ts';
import type { Normal } from './normal.ts';
import type { Effect, Known, Thing, Unknown } from './things.ts';

/** How far a person sees everything off, CIEDE2000 along each direction, before anything tells. Common practice, no source. */
const LEAN = 0.4;
/** What is not known of a person's lean, where that share of the usual doubt is left; L*a*b*. */
export const leanDoubt = (share = 1): Square => alikeAt([50, 8, 18], LEAN * share);
/** The unknown of how far a person sees everything off that is held on one side. */
export const leanOf = (person: string): string => `person/${person}`;
/** Halfway between two colours. */
export const middle = (p: Lab, q: Lab): Lab => p.map((v, i) => (v + (q[i] as number)) / 2) as Lab;
/** L*, a* and b* by themselves. */
export const AXES: readonly Lab[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** Of the parts of a sum: a thing, and the sign or share that it has in it. */
export type Parts = readonly (readonly [Thing, number])[];
/** A direction of all unknowns together, and what of it is known. */
export interface SumRow {
  row: Float64Array;
  known: number;
}

/** All that is unknown of the things of a job, as one vector: where each stands in it, and what is known of it before. */
export interface Ground {
  /** Numbers in the vector: three of each unknown. */
  size: number;
  prior: Normal;
  /** Where each unknown begins. */
  place: ReadonlyMap<string, number>;
  /** @throws RangeError where there is none of that id */
  thing(id: string): Thing;
  /** Adds a direction in L*a*b*, times a sign, of an unknown to a row. @throws RangeError where there is none of that id */
  put(row: Float64Array, unknown: string | Effect, way: Lab, sign: number): void;
  /** The row of a sum of things along a direction. */
  rowOf(parts: Parts, way: Lab): SumRow;
}

/** @param before unknowns that are known together from elsewhere; of people who see, their leans are unknowns too */
export function groundOf(
  unknowns: readonly Unknown[],
  things: readonly Thing[],
  people: readonly string[],
  before: Known,
): Ground {
  const own: Unknown[] = [
    ...unknowns,
    ...people
      .filter((person) => !before.ids.includes(leanOf(person)))
      .map((person) => ({ id: leanOf(person), covariance: leanDoubt() })),
  ];
  const first = before.mean.length;
  const place = new Map([...before.ids, ...own.map(({ id }) => id)].map((id, i) => [id, 3 * i]));
  const named = new Map(things.map((t) => [t.id, t]));
  const size = first + 3 * own.length;
  const prior: Normal = { mean: new Float64Array(size), covariance: new Float64Array(size * size) };
  const blockAt = (block: Float64Array, wide: number, at: number) => {
    for (let p = 0; p < wide; p++) prior.covariance.set(block.subarray(p * wide, (p + 1) * wide), (at + p) * size + at);
  };
  prior.mean.set(before.mean);
  blockAt(before.covariance, first, 0);
  for (const [i, { covariance }] of own.entries()) blockAt(covariance, 3, first + 3 * i);
  const put: Ground['put'] = (row, unknown, way, sign) => {
    const id = typeof unknown === 'string' ? unknown : unknown.id;
    const at = place.get(id);
    if (at === undefined) throw new RangeError(`There is no unknown ${id}.`);
    for (let i = 0; i < 3; i++) {
      const moves =
        typeof unknown === 'string'
          ? (way[i] as number)
          : way.reduce((sum, w, k) => sum + w * (unknown.by[3 * k + i] as number), 0);
      row[at + i] = (row[at + i] as number) + sign * moves;
    }
  };
  return {
    size,
    prior,
    place,
    put,
    thing(id) {
      const found = named.get(id);
      if (!found) throw new RangeError(`There is no thing ${id}.`);
      return found;
    },
    rowOf(parts, way) {
      const row = new Float64Array(size);
      let known = 0;
      for (const [{ lab, unknown }, sign] of parts) {
        for (const part of unknown) put(row, part, way, sign);
        known += sign * way.reduce((sum, w, i) => sum + w * (lab[i] as number), 0);
      }
      return { row, known };
    },
  };
}

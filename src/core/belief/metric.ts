import { CholeskyDecomposition, inverse, Matrix } from 'ml-matrix';
import { ciede2000Terms } from '../colour/ciede2000.ts';
import type { Lab } from '../colour/lab.ts';

/** 3 x 3 by rows. */
export type Square = Float64Array;

const STEP = 1e-3;
const labs = new Float64Array(6);
const terms = new Float64Array(4);

/** The parts of CIEDE2000 of a small step from a colour, along L*, a*, b* in turn: 3 x 3, a column a step of 1. */
export function partsAt(at: Lab): Square {
  const parts = new Float64Array(9);
  for (let k = 0; k < 3; k++) {
    labs.set(at, 0);
    labs.set(at, 3);
    labs[k] = (labs[k] as number) - STEP / 2;
    labs[3 + k] = (labs[3 + k] as number) + STEP / 2;
    ciede2000Terms(labs, 0, 3, terms);
    for (let i = 0; i < 3; i++) parts[3 * i + k] = (terms[i] as number) / STEP;
  }
  return parts;
}

/** What CIEDE2000 squared is of a small difference d at a colour: d' M d; 3 x 3. */
export function metricAt(at: Lab): Square {
  const parts = partsAt(at);
  labs.set(at, 0);
  labs.set(at, 3);
  ciede2000Terms(labs, 0, 3, terms);
  const rotation = terms[3] as number;
  const part = (i: number, k: number) => parts[3 * i + k] as number;
  const metric = new Float64Array(9);
  for (let j = 0; j < 3; j++)
    for (let k = 0; k < 3; k++)
      metric[3 * j + k] =
        part(0, j) * part(0, k) +
        part(1, j) * part(1, k) +
        part(2, j) * part(2, k) +
        (rotation / 2) * (part(1, j) * part(2, k) + part(2, j) * part(1, k));
  return metric;
}

/** Covariance in L*a*b* of what strays alike in every direction, `units` of CIEDE2000 along each. */
export function alikeAt(at: Lab, units: number): Square {
  const metric = metricAt(at);
  const turned = inverse(new Matrix([0, 1, 2].map((i) => Array.from(metric.subarray(3 * i, 3 * i + 3)))));
  return Float64Array.from(turned.to1DArray(), (v) => v * units * units);
}

/**
 * The direction in which a word is seen at a colour: times a difference in L*a*b* it is how far that goes along the word, in
 * CIEDE2000. A word's own way first, its length is of no matter.
 */
export function seenAlong(way: Lab, metric: Square): Lab {
  const image = [0, 1, 2].map((i) => way.reduce((sum, w, k) => sum + w * (metric[3 * k + i] as number), 0)) as Lab;
  const length = Math.sqrt(way.reduce((sum, w, i) => sum + w * (image[i] as number), 0));
  return image.map((v) => v / length) as Lab;
}

/**
 * The same for a word that is one of three said apart, one for each axis of L*a*b*: how far along its own axis, whatever there is
 * of the others.
 */
export function seenApart(way: Lab, metric: Square): Lab {
  const axis = way.findIndex((w) => w !== 0);
  const length = Math.sqrt(metric[4 * axis] as number);
  return way.map((w) => Math.sign(w) * length) as Lab;
}

/** The lower triangle whose square a covariance is; what is known for certain has a trace of doubt. */
export function rootOf(covariance: Square): Matrix {
  const whole = Matrix.from1DArray(3, 3, Array.from(covariance));
  const even = Matrix.add(whole, whole.transpose()).mul(0.5).add(Matrix.eye(3).mul(1e-9));
  return new CholeskyDecomposition(even).lowerTriangularMatrix;
}

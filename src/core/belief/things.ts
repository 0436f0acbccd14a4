import type { Direction } from '../colour/directions.ts';
import type { Lab } from '../colour/lab.ts';
import type { Eye, Size } from './eye.ts';
import type { Square } from './metric.ts';

/** Three unknown numbers: of a colour, in L*a*b* (how the target really is, what a recipe misses), or of what it was made with. */
export interface Unknown {
  id: string;
  covariance: Square;
}
/** Unknowns that evidence has bound to each other already: three numbers of each, and their covariance, by rows. */
export interface Bound {
  ids: readonly string[];
  mean: Float64Array;
  covariance: Float64Array;
}
/** What is known before any of the evidence: of unknowns, and of how people see. */
export interface Known extends Bound {
  /** Thresholds by person, and how much of the usual doubt of them is left, 0-1. */
  eyes?: Readonly<Record<string, Eye & { doubt: number }>>;
}
/** What an unknown does to a colour: the L*a*b* that one unit of each of its three numbers adds, 3 x 3, a column each. */
export interface Effect {
  id: string;
  by: Square;
}
/** A thing with a colour that can be held in the hand: what is thought of it, and what of that is unknown, as it is or by its effect. */
export interface Thing {
  id: string;
  lab: Lab;
  unknown: readonly (string | Effect)[];
}

/** What was said of two things held edge to edge: of the second against the first. Nothing said: they look the same. */
export interface Look {
  first: string;
  second: string;
  person: string;
  said: readonly { direction: Direction; size: Size }[];
  /** The hands were swapped: what the person sees off at the second is now at the first. */
  swapped?: boolean;
}
/** Which of several things was said to be the nearest to another. */
export interface Nearest {
  nearest: string;
  others: readonly string[];
  to: string;
  person: string;
  /** It lies between the nearest and the others: not beyond the nearest. */
  between?: boolean;
}
/** What an instrument read of a thing, or a camera saw of it, with its covariance in L*a*b*. */
export interface ReadColour {
  thing: string;
  lab: Lab;
  covariance: Square;
  /** What else is unknown of how it was seen, and adds to what the thing is: of a camera, of the light on a table. */
  off?: readonly (string | Effect)[];
}
export interface Sightings {
  looks: readonly Look[];
  nearest?: readonly Nearest[];
  read?: readonly ReadColour[];
}

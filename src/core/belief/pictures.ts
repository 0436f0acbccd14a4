import { Matrix } from 'ml-matrix';
import type { Lab } from '../colour/lab.ts';
import { CROSSTALK, sharedBy, type ThingSeen, thingSeen, UNEVEN } from '../picture/measure.ts';
import type { LinearRgb } from '../picture/raster.ts';
import type { Shot } from '../picture/shot.ts';
import { straysOf } from './chance.ts';
import type { Square } from './metric.ts';
import type { Bound, Effect, Known, ReadColour, Thing } from './things.ts';

/** A picture of things of a belief, by their ids. */
export interface Photographed {
  id: string;
  /** Which camera, by which light: how it sees is one unknown, whatever pictures it takes. */
  camera: string;
  lamp?: boolean;
  /** The picture that it was taken after with nothing moved but the things: the same light falls the same way. */
  swapOf?: string;
  shot: Shot;
}

const OF_CAMERA = 'camera/';
const NOTHING: LinearRgb = [0, 0, 0];
/** The six numbers of a camera's crosstalk, three and three. */
export const cameraUnknowns = (camera: string): [string, string] => [
  `${OF_CAMERA}${camera}/0`,
  `${OF_CAMERA}${camera}/1`,
];
/** Whether an unknown is of how a camera sees, and not of one picture or one thing in it. */
export const isOfCamera = (unknown: string): boolean => unknown.startsWith(OF_CAMERA);
const diagonal = (...variances: number[]): Square =>
  Float64Array.from({ length: 9 }, (_, i) => (i % 4 === 0 ? (variances[i / 4] as number) : 0));
/** What is thought of three of a camera's numbers before it took any picture. */
export const USUAL_CAMERA: Square = diagonal(CROSSTALK ** 2, CROSSTALK ** 2, CROSSTALK ** 2);

/** Some columns of what moves L*a*b*, as an effect has them; of two numbers the third does nothing. */
const columns = (by: Matrix, from: number): Square =>
  Float64Array.from({ length: 9 }, (_, i) => {
    const column = from + (i % 3);
    return column < by.columns ? by.get(Math.floor(i / 3), column) : 0;
  });
const squareOf = (matrix: Matrix): Square => Float64Array.from(matrix.to1DArray());

/** Unknowns that are known together, and others by themselves. */
function joined({ ids, mean, covariance, ...rest }: Known, more: Bound): Known {
  const [m, n] = [mean.length, more.mean.length];
  const all = new Float64Array((m + n) ** 2);
  for (let i = 0; i < m; i++) all.set(covariance.subarray(i * m, (i + 1) * m), i * (m + n));
  for (let i = 0; i < n; i++) all.set(more.covariance.subarray(i * n, (i + 1) * n), (m + i) * (m + n) + m);
  return { ...rest, ids: [...ids, ...more.ids], mean: Float64Array.of(...mean, ...more.mean), covariance: all };
}

/** The bare table in a picture: of any colour, the same wherever it shows. */
export const TABLE = 'table';
const tableIn = (picture: string) => `picture/${picture}/${TABLE}`;
const TABLE_LAB: Lab = [50, 0, 5];
const ANY_TABLE = diagonal(40 ** 2, 20 ** 2, 30 ** 2);

/** A thing that a camera took, of whatever picture: how that camera sees it is the same in each. */
interface TakenThing {
  id: string;
  camera: string;
  seen: ThingSeen;
}
/** What is unknown of pictures before they tell anything. */
function unknownOf(things: readonly TakenThing[], others: ReadonlyMap<string, Square>): Bound {
  const ids = [...others.keys(), ...things.map((t) => t.id)];
  const n = 3 * ids.length;
  const covariance = new Float64Array(n * n);
  const put = (i: number, k: number, block: (r: number, c: number) => number) => {
    for (let r = 0; r < 3; r++) for (let c = 0; c < 3; c++) covariance[(3 * i + r) * n + 3 * k + c] = block(r, c);
  };
  [...others.values()].forEach((square, i) => {
    put(i, i, (r, c) => square[3 * r + c] as number);
  });
  things.forEach((p, i) => {
    things.forEach((q, k) => {
      if (p.camera !== q.camera) return;
      const shared = p === q ? 1 : sharedBy(p.seen.lab, q.seen.lab);
      const block = p.seen.own.mmul(q.seen.own.transpose());
      put(others.size + i, others.size + k, (r, c) => shared * block.get(r, c));
    });
  });
  return { ids, mean: new Float64Array(n), covariance };
}

/**
 * What pictures tell of things, for a joint belief: each sees a thing as it is, off by what is unknown of the camera, of how
 * it sees this thing, of the picture's tone and of its light. So two things in one picture are known against each other far
 * better than either is, a thing of known colour teaches the camera, and a second picture halves what was the first's alone. The
 * bare table, wherever it was tapped, is one thing: it tells how the light falls off.
 * @param before what is known of unknowns already, of cameras among them
 */
export function photographed(
  pictures: readonly Photographed[],
  before: Known,
): { before: Known; things: Thing[]; read: ReadColour[] } {
  const things = new Map<string, TakenThing>();
  const others = new Map<string, Square>();
  const tables: Thing[] = [];
  const once = (id: string, covariance: Square): string => {
    if (!others.has(id) && !before.ids.includes(id)) others.set(id, covariance);
    return id;
  };
  const read = pictures.flatMap(({ id, camera, lamp = false, swapOf, shot }) => {
    const [first, second] = cameraUnknowns(camera);
    once(first, USUAL_CAMERA);
    once(second, USUAL_CAMERA);
    const tone = once(`picture/${id}/tone`, diagonal(...shot.tone.map((e) => e ** 2)));
    const light = once(`picture/${swapOf ?? id}/light`, diagonal(UNEVEN ** 2, UNEVEN ** 2, 1));
    if (shot.things.some((t) => t.id === TABLE)) {
      const own = once(tableIn(id), ANY_TABLE);
      tables.push({ id: own, lab: TABLE_LAB, unknown: [own] });
    }
    return shot.things.map((thing): ReadColour => {
      const seen = thingSeen(thing, lamp);
      const called = thing.id === TABLE ? tableIn(id) : thing.id;
      const own = `thing/${camera}/${called}`;
      if (!things.has(own)) things.set(own, { id: own, camera, seen });
      const off: (string | Effect)[] = [
        { id: first, by: columns(seen.camera, 0) },
        { id: second, by: columns(seen.camera, 3) },
        { id: tone, by: columns(seen.tone, 0) },
        { id: light, by: columns(seen.light, 0) },
        own,
      ];
      return { thing: called, lab: seen.lab, covariance: squareOf(seen.noise), off };
    });
  });
  return { before: joined(before, unknownOf([...things.values()], others)), things: tables, read };
}

/**
 * How far the colour of a thing by a camera may be off however many pictures it takes of it, CIEDE2000: a standard deviation over
 * all directions. What it was taught by things of known colour makes it less.
 * @param unknown6 covariance of its six numbers, see {@link cameraUnknowns}; 6 x 6 by rows
 * @param balanced linear light of the thing
 */
export function cameraGoodTo(unknown6: ArrayLike<number>, balanced: LinearRgb): number {
  const seen = thingSeen({ balanced, error: NOTHING, offCard: [0, 0] });
  const unknown = Matrix.from1DArray(6, 6, Array.from(unknown6));
  const crosstalk = seen.camera.mmul(unknown).mmul(seen.camera.transpose());
  const whole = crosstalk.add(seen.own.mmul(seen.own.transpose()));
  return Math.hypot(...straysOf(squareOf(whole), seen.lab).map((s) => Math.hypot(...s)));
}

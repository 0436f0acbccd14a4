import { inverse, Matrix } from 'ml-matrix';
import { type Lab, labFromXyz, xyzFromLab } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import type { LinearRgb } from './raster.ts';
import { byChannel, CHANNELS, type Shot, type ShotThing } from './shot.ts';

/** What a picture tells of its things together, in their order: differences are known far better than colours. */
export interface PictureTold {
  things: readonly { id: string; lab: Lab }[];
  /** Covariance of L*, a*, b* of all things: 3 n x 3 n. */
  covariance: Matrix;
}

// Linear sRGB to XYZ relative to its white, IEC 61966-2-1, rows summing to one: an equal mix is grey under any white.
const TO_XYZ = [
  [0.4124 / 0.9505, 0.3576 / 0.9505, 0.1805 / 0.9505],
  [0.2126, 0.7152, 0.0722],
  [0.0193 / 1.089, 0.1192 / 1.089, 0.9505 / 1.089],
] as const;
const FROM_XYZ = inverse(new Matrix(TO_XYZ.map((row) => [...row]))).to2DArray();
const times = (m: readonly (readonly number[])[], v: readonly number[]): LinearRgb =>
  m.map((row) => row.reduce((sum, c, i) => sum + c * (v[i] as number), 0)) as unknown as LinearRgb;

const ONE: [number, number, number] = [1, 1, 1];
/** L*, a*, b* of linear light by channel, daylight. */
export const labOfRgb = (rgb: LinearRgb): Lab =>
  labFromXyz(times(TO_XYZ, rgb) as unknown as [number, number, number], ONE);
const rgbOfLab = (lab: Lab): LinearRgb => times(FROM_XYZ, xyzFromLab(lab, ONE));

/**
 * How a camera's colours differ from the eye's before anything known in the picture tells: of each channel, by so much of what
 * lies between it and another; and of each thing beside, relative: two that look alike to the eye are not to a camera
 * (metamerism). Common practice, by simulated cameras.
 */
export const CROSSTALK = 0.12;
const OWN = 0.032;
/** Of that so much is shared by things of the same colour, and less by those that are farther apart: CIELAB units. */
const SHARED = 0.8;
const NEAR = 16;
/** How uneven the light on a table is, relative, from one side of the picture to the other. Common practice. */
export const UNEVEN = 0.12;
/** A lamp is none of daylight's spectrum: what is seen by it is as much more in doubt. Common practice. */
const BY_LAMP = 1.6;
/** Linear light of a known colour that a camera can show: beyond its colours it has none. */
const DARKEST = 1e-4;
/** How far an instrument's reading of a whole thing is off what its field shows, relative. */
const READ = 0.015;

/** Of the logarithm of a channel of a thing: how the camera's six numbers of crosstalk move it. */
function crosstalkOn({ balanced }: Pick<ShotThing, 'balanced'>, k: number): number[] {
  const own = balanced[k] as number;
  const effects = new Array<number>(6).fill(0);
  CHANNELS.filter((v) => v !== k).forEach((other, n) => {
    effects[2 * k + n] = (balanced[other] - own) / own;
  });
  return effects;
}
/** The same with three of the tone curves, and two of how the light falls off. */
function effectsOn(thing: ShotThing, k: number): number[] {
  return [...crosstalkOn(thing, k), ...CHANNELS.map((c) => (c === k ? 1 : 0)), ...thing.offCard];
}
const doubtsOf = ({ tone }: Shot): number[] => [...new Array<number>(6).fill(CROSSTALK), ...tone, UNEVEN, UNEVEN];

const STEP = 1e-4;
/** How L*, a*, b* move with the logarithm of each channel: 3 x 3, a column a channel. */
function movesOf(rgb: LinearRgb): Matrix {
  const lab = labOfRgb(rgb);
  return new Matrix(
    CHANNELS.map((k) =>
      labOfRgb(byChannel((n) => rgb[n] * (n === k ? Math.exp(STEP) : 1))).map(
        (v, axis) => (v - (lab[axis] as number)) / STEP,
      ),
    ),
  ).transpose();
}

/** How much of what a camera sees of two things otherwise than an eye is the same for both, 0-1. */
export const sharedBy = (p: Lab, q: Lab): number => {
  const square = p.reduce((sum, v, i) => sum + (v - (q[i] as number)) ** 2, 0);
  return SHARED * Math.exp(-square / (2 * NEAR ** 2));
};

/** What of a thing in a picture is seen and in doubt, as L*, a*, b*: of the camera, the tone curves, the light, the thing itself. */
export interface ThingSeen {
  lab: Lab;
  /** 3 x 6, 3 x 3, 3 x 2: what one unit of each adds. */
  camera: Matrix;
  tone: Matrix;
  light: Matrix;
  /** 3 x 3: what one deviation adds of how a camera sees this thing otherwise than an eye, whatever the picture. */
  own: Matrix;
  /** Covariance of the field in this picture. */
  noise: Matrix;
}
/** What of a thing in a shot its colour rests on. */
type SeenInShot = Pick<ShotThing, 'balanced' | 'error' | 'offCard'>;
/** @param lamp whether it was taken by a lamp, and not by daylight */
export function thingSeen(thing: SeenInShot, lamp = false): ThingSeen {
  const toLab = movesOf(thing.balanced);
  const noise = Matrix.diag(CHANNELS.map((k) => thing.error[k] ** 2));
  const by = (rows: readonly (readonly number[])[]) => toLab.mmul(new Matrix(rows.map((r) => [...r])));
  const more = lamp ? BY_LAMP : 1;
  return {
    lab: labOfRgb(thing.balanced),
    camera: by(CHANNELS.map((k) => crosstalkOn(thing, k))).mul(more),
    tone: by(CHANNELS.map((k) => CHANNELS.map((c) => (c === k ? 1 : 0)))),
    light: by(CHANNELS.map(() => thing.offCard)),
    own: Matrix.mul(toLab, OWN * more),
    noise: toLab.mmul(noise).mmul(toLab.transpose()),
  };
}

/** A colour that is known of a thing: L*, a*, b*, daylight, 10 degrees; and how far the thing may be off it, relative. */
export interface KnownColour {
  lab: Lab;
  error?: number;
}
/** So far from what was known of it that it is another thing: chi-square of three, one in a thousand; any table of it. */
const ANOTHER = 16.27;

/** How far each channel of each thing may be off, of its logarithm, in which a camera's faults add up: 3 n x 3 n. */
function doubtIn(shot: Shot): Matrix {
  const { things } = shot;
  const labs = things.map(({ balanced }) => labOfRgb(balanced));
  const effects = new Matrix(things.flatMap((thing) => CHANNELS.map((k) => effectsOn(thing, k))));
  const doubt = effects.mmul(Matrix.diag(doubtsOf(shot).map((d) => d ** 2))).mmul(effects.transpose());
  things.forEach((p, i) => {
    things.forEach((q, j) => {
      const shared = i === j ? 1 : sharedBy(labs[i] as Lab, labs[j] as Lab);
      for (const k of CHANNELS) {
        const noise = p === q ? p.error[k] ** 2 : 0;
        doubt.set(3 * i + k, 3 * j + k, doubt.get(3 * i + k, 3 * j + k) + shared * OWN ** 2 + noise);
      }
    });
  });
  return doubt;
}

/** What is known of a thing less what is seen of it, by channel; null where nothing is known. */
function missedOf({ id, balanced }: ShotThing, known: ReadonlyMap<string, KnownColour>) {
  const told = known.get(id);
  if (!told) return null;
  const rgb = rgbOfLab(told.lab);
  return {
    off: CHANNELS.map((k) => Math.log(Math.max(DARKEST, rgb[k]) / balanced[k])),
    variance: (told.error ?? READ) ** 2,
  };
}

/**
 * What a picture by itself tells of the colours of its things: what is unknown of the camera, the tone and the light fitted to
 * those of known colour and shrunk to none. A thing that cannot be what is known of it is left out of that, and said.
 */
export function toldBy(
  shot: Shot,
  known: ReadonlyMap<string, KnownColour> = new Map(),
): PictureTold & { strange: readonly string[] } {
  const { things } = shot;
  const doubt = doubtIn(shot);
  const rowsOf = (i: number) => CHANNELS.map((k) => 3 * i + k);
  const strange: string[] = [];
  const by = things.flatMap((thing, i) => {
    const missed = missedOf(thing, known);
    if (!missed) return [];
    const own = doubt.selection(rowsOf(i), rowsOf(i)).add(Matrix.eye(3).mul(missed.variance));
    const off = Matrix.columnVector(missed.off);
    if (off.transpose().mmul(inverse(own)).mmul(off).get(0, 0) <= ANOTHER) return [{ i, ...missed }];
    strange.push(thing.id);
    return [];
  });
  let mean = new Array<number>(doubt.rows).fill(0);
  let left = doubt;
  if (by.length > 0) {
    const rows = by.flatMap(({ i }) => rowsOf(i));
    const towards = doubt.subMatrixColumn(rows, 0, doubt.rows - 1);
    const noise = Matrix.diag(by.flatMap(({ variance }) => CHANNELS.map(() => variance)));
    const gain = towards.mmul(inverse(doubt.selection(rows, rows).add(noise)));
    mean = gain.mmul(Matrix.columnVector(by.flatMap(({ off }) => off))).getColumn(0);
    left = Matrix.sub(doubt, gain.mmul(towards.transpose()));
  }
  const corrected = things.map(({ balanced }, i) =>
    byChannel((k) => balanced[k] * Math.exp(mean[3 * i + k] as number)),
  );
  const toLab = Matrix.zeros(doubt.rows, doubt.rows);
  corrected.forEach((rgb, i) => {
    toLab.setSubMatrix(movesOf(rgb), 3 * i, 3 * i);
  });
  return {
    things: things.map(({ id }, i) => ({ id, lab: labOfRgb(corrected[i] as LinearRgb) })),
    covariance: toLab.mmul(left).mmul(toLab.transpose()),
    strange,
  };
}

/** The difference of two things of a picture, second less first, with its covariance. */
export function pictureBetween(
  { things, covariance }: PictureTold,
  first: string,
  second: string,
): { difference: Lab; covariance: Float64Array } {
  const [i, k] = [first, second].map((id) => things.findIndex((t) => t.id === id)) as [number, number];
  const [p, q] = [things[i], things[k]];
  if (!p || !q) throw new FieldError('things', `There is no ${p ? second : first} in this picture.`);
  const at = (r: number, c: number) => covariance.get(r, c);
  return {
    difference: q.lab.map((v, n) => v - (p.lab[n] as number)) as Lab,
    covariance: Float64Array.from({ length: 9 }, (_, n) => {
      const [r, c] = [Math.floor(n / 3), n % 3];
      return at(3 * i + r, 3 * i + c) + at(3 * k + r, 3 * k + c) - at(3 * i + r, 3 * k + c) - at(3 * k + r, 3 * i + c);
    }),
  };
}

import { inverse, Matrix } from 'ml-matrix';
import { type Lab, labFromXyz, xyzFromLab } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import { type KnownSum, solved } from './normal-equations.ts';
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
const labOfRgb = (rgb: LinearRgb): Lab => labFromXyz(times(TO_XYZ, rgb) as unknown as [number, number, number], ONE);
const rgbOfLab = (lab: Lab): LinearRgb => times(FROM_XYZ, xyzFromLab(lab, ONE));

/**
 * How a camera's colours differ from the eye's before anything known in the picture tells: of each channel, by so much of what
 * lies between it and another; and for each thing by itself, relative: two that look alike to the eye are not to a camera
 * (metamerism). Common practice, by simulated cameras.
 */
export const CROSSTALK = 0.12;
const OWN = 0.05;
/** How uneven the light on a table is, relative, from one side of the picture to the other. Common practice. */
export const UNEVEN = 0.06;
/** A lamp is none of daylight's spectrum: what is seen by it is as much more in doubt. Common practice. */
const BY_LAMP = 1.6;
/** Linear light of a known colour that a camera can show: beyond its colours it has none. */
const DARKEST = 1e-4;
/** How far an instrument's reading of a whole thing is off what its field shows, relative. */
const READ = 0.015;

/** Of the logarithm of a channel of a thing: how the camera's six numbers of crosstalk move it. */
function crosstalkOn({ balanced }: ShotThing, k: number): number[] {
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
const ownError = ({ error }: ShotThing, k: number): number => Math.hypot(OWN, error[k] as number);

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

/** What of a thing in a picture is seen and in doubt, as L*, a*, b*: of the camera, the tone curves, the light, the thing itself. */
export interface ThingSeen {
  lab: Lab;
  /** 3 x 6, 3 x 3, 3 x 2: what one unit of each adds. */
  camera: Matrix;
  tone: Matrix;
  light: Matrix;
  /** Covariances: of how a camera sees this thing otherwise than an eye, whatever the picture; and of the field in this one. */
  own: Matrix;
  noise: Matrix;
}
/** @param lamp whether it was taken by a lamp, and not by daylight */
export function thingSeen(thing: ShotThing, lamp = false): ThingSeen {
  const toLab = movesOf(thing.balanced);
  const spread = (of: (k: number) => number) =>
    toLab.mmul(Matrix.diag(CHANNELS.map((k) => of(k) ** 2))).mmul(toLab.transpose());
  const by = (rows: readonly (readonly number[])[]) => toLab.mmul(new Matrix(rows.map((r) => [...r])));
  const more = lamp ? BY_LAMP : 1;
  return {
    lab: labOfRgb(thing.balanced),
    camera: by(CHANNELS.map((k) => crosstalkOn(thing, k))).mul(more),
    tone: by(CHANNELS.map((k) => CHANNELS.map((c) => (c === k ? 1 : 0)))),
    light: by(CHANNELS.map(() => thing.offCard)),
    own: spread(() => OWN * more),
    noise: spread((k) => thing.error[k] as number),
  };
}

/** What things of known colour tell of what is unknown. */
const knownOf = ({ things }: Shot, known: ReadonlyMap<string, Lab>): KnownSum[] =>
  things.flatMap((thing) => {
    const lab = known.get(thing.id);
    if (!lab) return [];
    return CHANNELS.map((k) => ({
      of: effectsOn(thing, k),
      is: Math.log(Math.max(DARKEST, rgbOfLab(lab)[k]) / thing.balanced[k]),
      error: Math.hypot(ownError(thing, k), READ),
    }));
  });

/** What is still unknown, as far as it moves the colours of all things together, and what each has by itself. */
function covarianceOf(
  things: readonly { thing: ShotThing; rgb: LinearRgb }[],
  unknown: Matrix,
): Matrix {
  const n = things.length;
  const effects = Matrix.zeros(3 * n, unknown.rows);
  const own = Matrix.zeros(3 * n, 3 * n);
  things.forEach(({ thing, rgb }, i) => {
    const toLab = movesOf(rgb);
    effects.setSubMatrix(toLab.mmul(new Matrix(CHANNELS.map((k) => effectsOn(thing, k)))), 3 * i, 0);
    const alone = Matrix.diag(CHANNELS.map((k) => ownError(thing, k) ** 2));
    own.setSubMatrix(toLab.mmul(alone).mmul(toLab.transpose()), 3 * i, 3 * i);
  });
  return effects.mmul(unknown).mmul(effects.transpose()).add(own);
}

/**
 * What a picture by itself tells of the colours of its things: a correction of the camera fitted to those of known colour
 * (L*, a*, b*, daylight, 10 degrees) and shrunk to none, unevenness of the light as a doubt that grows with distance.
 */
export function toldBy(shot: Shot, known: ReadonlyMap<string, Lab> = new Map()): PictureTold {
  const { mean, covariance } = solved(knownOf(shot, known), doubtsOf(shot));
  const things = shot.things.map((thing) => {
    const rgb = byChannel((k) => {
      const moved = effectsOn(thing, k).reduce((sum, v, n) => sum + v * (mean[n] as number), 0);
      return thing.balanced[k] * Math.exp(moved);
    });
    return { thing, rgb };
  });
  return {
    things: things.map(({ thing: { id }, rgb }) => ({ id, lab: labOfRgb(rgb) })),
    covariance: covarianceOf(things, covariance),
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

import { inverse, Matrix } from 'ml-matrix';
import { type Lab, labFromXyz, xyzFromLab } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import { type FieldSeen, fieldSeen } from './field.ts';
import { type KnownSum, solved } from './normal-equations.ts';
import { checkAreas, checkRaster, type FieldArea, type LinearRgb, type Raster } from './raster.ts';
import { type ToneCurve, toneBy } from './tone.ts';

/** A thing in a picture; `known` where its colour was read: daylight, 10 degrees. */
export interface PicturedThing extends FieldArea {
  id: string;
  known?: Lab;
}
/** A grey of a card, white paper, a black card: its reflectance, 0-1, the same in all of the spectrum. */
export interface PicturedGrey extends FieldArea {
  reflectance: number;
}
/** What a picture tells of a thing. */
export interface Pictured {
  id: string;
  lab: Lab;
  /** Shares of its field that were left out. */
  clipped: number;
  glossy: number;
}
/** What a picture tells of its things together: differences are known far better than colours. */
export interface PictureTold {
  things: readonly Pictured[];
  /** Covariance of L*, a*, b* of all things, in their order: 3 n x 3 n. */
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
const CROSSTALK = 0.12;
const OWN = 0.05;
/** How uneven the light on a table is, relative, from one side of the picture to the other. Common practice. */
const UNEVEN = 0.06;
/** Linear light of a known colour that a camera can show: beyond its colours it has none. */
const DARKEST = 1e-4;
/** How far an instrument's reading of a whole thing is off what its field shows, relative. */
const READ = 0.015;

/** A picture with its tone curves taken out: what a camera without faults would have seen, and where. */
interface Shot {
  curves: readonly ToneCurve[];
  /** Of each thing: linear light by channel, as of a grey of that reflectance; how far that may be off by its field, relative. */
  balanced: readonly LinearRgb[];
  errors: readonly LinearRgb[];
  /** How far it lies from the card, in diagonals of the picture. */
  offCard: readonly (readonly [number, number])[];
  left: readonly Pick<FieldSeen, 'clipped' | 'glossy'>[];
}

const greyCalled = ({ reflectance }: PicturedGrey) => `the grey of ${Math.round(100 * reflectance)} %`;
const centre = ({ x, y, w, h }: FieldArea) => [x + w / 2, y + h / 2] as const;
const CHANNELS = [0, 1, 2] as const;
const byChannel = (of: (k: number) => number): LinearRgb => CHANNELS.map(of) as unknown as LinearRgb;

/** @throws FieldError where nothing grey is known, or a field is none */
function checkPicture(raster: Raster, greys: readonly PicturedGrey[], things: readonly PicturedThing[]): void {
  checkRaster(raster);
  if (greys.length === 0)
    throw new FieldError(
      'greys',
      'Nothing in this picture is of a known grey: lay a card into it. It is kept as a photograph.',
    );
  if (things.length === 0) throw new FieldError('things', 'Say what is what: no thing has a field yet.');
  if (greys.some(({ reflectance }) => !(reflectance > 0.005 && reflectance < 1)))
    throw new FieldError('greys', 'A grey has a reflectance between 0.5 and 99 %.');
  checkAreas(raster, [
    ...greys.map((g) => ({ ...g, called: greyCalled(g) })),
    ...things.map((t) => ({ ...t, called: t.id })),
  ]);
}

function shotOf(raster: Raster, greys: readonly PicturedGrey[], things: readonly PicturedThing[]): Shot {
  const greysSeen = greys.map((g) => ({ ...g, ...fieldSeen(raster, g, greyCalled(g)) }));
  const curves = CHANNELS.map((k) =>
    toneBy(greysSeen.map(({ reflectance, mean }) => ({ reflectance, seen: mean[k] }))),
  );
  const seen = things.map((t) => fieldSeen(raster, t, t.id));
  const size = Math.hypot(raster.width, raster.height);
  const card = [0, 1].map((i) => greys.reduce((sum, g) => sum + (centre(g)[i] as number), 0) / greys.length);
  return {
    curves,
    balanced: seen.map(({ mean }) => byChannel((k) => (curves[k] as ToneCurve).reflectance(mean[k] as number))),
    errors: seen.map(({ error }) => error),
    offCard: things.map((t) => centre(t).map((v, i) => (v - (card[i] as number)) / size) as [number, number]),
    left: seen,
  };
}

/** What is unknown of a picture: six numbers of the camera's crosstalk, three of its tone curves, two of the light's fall. */
const doubtsOf = ({ curves }: Shot): number[] => [
  ...new Array<number>(6).fill(CROSSTALK),
  ...curves.map((c) => c.error),
  UNEVEN,
  UNEVEN,
];
/** How each of that changes the logarithm of a channel of a thing. */
function effectsOn({ balanced, offCard }: Shot, thing: number, k: number): number[] {
  const rgb = balanced[thing] as LinearRgb;
  const own = rgb[k] as number;
  const effects = new Array<number>(11).fill(0);
  CHANNELS.filter((v) => v !== k).forEach((other, n) => {
    effects[2 * k + n] = (rgb[other] - own) / own;
  });
  effects[6 + k] = 1;
  const [across, down] = offCard[thing] as readonly [number, number];
  effects[9] = across;
  effects[10] = down;
  return effects;
}
const ownError = ({ errors }: Shot, thing: number, k: number): number => Math.hypot(OWN, errors[thing]?.[k] as number);

/** What things of known colour tell of what is unknown. */
const knownOf = (shot: Shot, things: readonly PicturedThing[]): KnownSum[] =>
  things.flatMap(({ known }, i) =>
    known
      ? CHANNELS.map((k) => ({
          of: effectsOn(shot, i, k),
          is: Math.log(Math.max(DARKEST, rgbOfLab(known)[k]) / (shot.balanced[i]?.[k] as number)),
          error: Math.hypot(ownError(shot, i, k), READ),
        }))
      : [],
  );

const STEP = 1e-4;
/** How L*, a*, b* move with the logarithm of each channel: 3 x 3, a row a channel. */
const labMoves = (rgb: LinearRgb, lab: Lab): number[][] =>
  CHANNELS.map((k) =>
    labOfRgb(byChannel((n) => (rgb[n] as number) * (n === k ? Math.exp(STEP) : 1))).map(
      (v, axis) => (v - (lab[axis] as number)) / STEP,
    ),
  );

/** What is still unknown, as far as it moves the colours of all things together, and what each has by itself. */
function covarianceOf(shot: Shot, colours: readonly { rgb: LinearRgb; lab: Lab }[], unknown: Matrix): Matrix {
  const n = colours.length;
  const effects = Matrix.zeros(3 * n, unknown.rows);
  const own = Matrix.zeros(3 * n, 3 * n);
  colours.forEach(({ rgb, lab }, i) => {
    const toLab = new Matrix(labMoves(rgb, lab)).transpose();
    effects.setSubMatrix(toLab.mmul(new Matrix(CHANNELS.map((k) => effectsOn(shot, i, k)))), 3 * i, 0);
    const alone = Matrix.diag(CHANNELS.map((k) => ownError(shot, i, k) ** 2));
    own.setSubMatrix(toLab.mmul(alone).mmul(toLab.transpose()), 3 * i, 3 * i);
  });
  return effects.mmul(unknown).mmul(effects.transpose()).add(own);
}

/**
 * What a picture with something grey in it tells of the colours of its things: tone curves by the greys, a correction of the
 * camera fitted to the things of known colour and shrunk to none, unevenness of the light as a doubt that grows with distance.
 * @throws FieldError where nothing grey is known, greys are out of order, or a field tells nothing
 */
export function measured(
  raster: Raster,
  greys: readonly PicturedGrey[],
  things: readonly PicturedThing[],
): PictureTold {
  checkPicture(raster, greys, things);
  const shot = shotOf(raster, greys, things);
  const { mean, covariance } = solved(knownOf(shot, things), doubtsOf(shot));
  const colours = things.map((_, i) => {
    const rgb = byChannel((k) => {
      const moved = effectsOn(shot, i, k).reduce((sum, v, n) => sum + v * (mean[n] as number), 0);
      return (shot.balanced[i]?.[k] as number) * Math.exp(moved);
    });
    return { rgb, lab: labOfRgb(rgb) };
  });
  return {
    things: things.map(({ id }, i) => {
      const { clipped, glossy } = shot.left[i] as Shot['left'][number];
      return { id, lab: (colours[i] as { lab: Lab }).lab, clipped, glossy };
    }),
    covariance: covarianceOf(shot, colours, covariance),
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

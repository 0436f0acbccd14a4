import { inverse, Matrix } from 'ml-matrix';
import { DAYLIGHT, type Illuminant, type Spectrum, spectralPower, weightsFor, xyzOf } from '../core/colour/index.ts';
import { type Chance, chanceOf } from './chance.ts';
import type { Picture } from './interface.ts';

/** A thing that lies on the table: its mean reflectance, 31 bands, and how loud its grain is, relative. */
export interface OnTable {
  id: string;
  reflectance: Spectrum;
  grain: number;
}

const BANDS = 31;
const nm = (i: number) => 400 + 10 * i;
/** Power of a light at the 31 bands. */
const powerOf = (light: Illuminant): number[] =>
  Array.from({ length: BANDS }, (_, i) => spectralPower(light)[4 + 2 * i] as number);
/** What the lights of the place are like. */
const LIGHTS: Readonly<Record<string, Illuminant>> = { window: 'D65', lamp: 'A', LED: 'LED' };

/** Centres and widths of the three sensitivities, nm; no observer's. Invented. */
const SEES = [
  [602, 38],
  [536, 42],
  [456, 30],
] as const;
const [CENTRE_OFF, WIDTH_OFF] = [12, 0.15];
/** How far the maker's own correction is off, the white balance, the exposure, the tone curve. */
const OFF = { matrix: 0.025, white: 0.04, exposure: 0.12, gamma: 0.1, bend: 0.2 };
/** Unevenness of the light from side to side, and towards the corners; noise at full light. */
const UNEVEN = { fall: 0.12, corners: 0.1 };
const NOISE = 0.02;

/** The card: four greys, flat. */
const CARD = [0.9, 0.42, 0.18, 0.06] as const;
const CELL = { w: 150, h: 110 };
const MARGIN = 20;
const PATCH = 60;
/** A field keeps so far from the edge of what it shows. */
const RIM = 6;
const LIGHTEST = 0.86;
const ACROSS = 3;

type Rgb = [number, number, number];
const encoded = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

/** Spectra that a maker fits a camera to: smooth ones of every hue. */
const TAUGHT = Array.from({ length: 48 }, (_, n) =>
  Float64Array.from({ length: BANDS }, (_v, i) => {
    const [from, soft, low] = [420 + (n % 12) * 20, n % 3 === 0 ? 60 : 30, 0.05 + 0.1 * (n % 4)];
    const rise = 1 / (1 + Math.exp((n < 24 ? 1 : -1) * ((from - nm(i)) / soft)));
    return low + (0.8 - low) * rise;
  }),
);
// Linear sRGB from XYZ relative to its white, IEC 61966-2-1.
const SRGB = new Matrix([
  [3.2406 * 0.9505, -1.5372, -0.4986 * 1.089],
  [-0.9689 * 0.9505, 1.8758, 0.0415 * 1.089],
  [0.0557 * 0.9505, -0.204, 1.057 * 1.089],
]);
function screenRgb(reflectance: ArrayLike<number>): number[] {
  const weights = weightsFor(DAYLIGHT);
  const xyz = xyzOf(reflectance, weights).map((v, i) => v / (weights.white[i] as number));
  return SRGB.mmul(Matrix.columnVector(xyz)).getColumn(0);
}

/** The camera of a workshop: what it makes of a reflectance in a light, linear, as its maker corrects it. */
function cameraOf(seed: number) {
  const chance = chanceOf(seed, 'camera');
  const sees = SEES.map(([centre, width]) => {
    const [c, w] = [centre + CENTRE_OFF * chance.normal(), width * chance.factor(WIDTH_OFF)];
    return Float64Array.from({ length: BANDS }, (_, i) => Math.exp(-0.5 * ((nm(i) - c) / w) ** 2));
  });
  const raw = (reflectance: ArrayLike<number>, power: readonly number[]): number[] =>
    sees.map((s) => s.reduce((sum, v, i) => sum + v * (power[i] as number) * (reflectance[i] as number), 0));
  const white = new Float64Array(BANDS).fill(1);
  const balanced = (reflectance: ArrayLike<number>, power: readonly number[]): number[] => {
    const of = raw(white, power);
    return raw(reflectance, power).map((v, k) => v / (of[k] as number));
  };
  const daylight = powerOf('D65');
  const from = new Matrix(TAUGHT.map((r) => balanced(r, daylight)));
  const to = new Matrix(TAUGHT.map(screenRgb));
  const fitted = inverse(from.transpose().mmul(from)).mmul(from.transpose()).mmul(to).transpose();
  const matrix = fitted.add(new Matrix([0, 1, 2].map(() => [0, 1, 2].map(() => OFF.matrix * chance.normal()))));
  const tone = { gamma: chance.factor(OFF.gamma), bend: OFF.bend * chance.normal() };
  return {
    linear: (reflectance: ArrayLike<number>, light: string): Rgb =>
      matrix.mmul(Matrix.columnVector(balanced(reflectance, powerOf(LIGHTS[light] ?? 'D65')))).getColumn(0) as Rgb,
    code(v: number): number {
      const y = encoded(Math.min(1, Math.max(0, v))) ** tone.gamma;
      return y + tone.bend * y * (1 - y) * (2 * y - 1);
    },
  };
}

/** How even the light lies over a picture. */
function lightOn(chance: Chance, width: number, height: number) {
  const [across, down] = [UNEVEN.fall * chance.normal(), UNEVEN.fall * chance.normal()];
  return (x: number, y: number): number => {
    const [u, v] = [(2 * x) / width - 1, (2 * y) / height - 1];
    return (1 + (across * u) / 2 + (down * v) / 2) * (1 - (UNEVEN.corners * (u * u + v * v)) / 2);
  };
}

/** What a lens does to light: each pixel a quarter of its neighbours', across and down. Changes it. */
function softened(signal: Float32Array, width: number, height: number): void {
  for (const [step, lines, line, along] of [
    [3, height, 3 * width, width],
    [3 * width, width, 3, height],
  ] as const)
    for (let l = 0; l < lines; l++)
      for (let k = 0; k < 3; k++) {
        const first = l * line + k;
        let before = signal[first] as number;
        for (let i = 1; i < along - 1; i++) {
          const at = first + i * step;
          const here = signal[at] as number;
          signal[at] = (before + 2 * here + (signal[at + step] as number)) / 4;
          before = here;
        }
      }
}

/**
 * Everything on a table in one picture, with a card of four greys: the n-th picture of a workshop.
 * @param scale how many times as large as it must be, in each direction
 */
export function pictureBy(seed: number, n: number, things: readonly OnTable[], light: string, scale = 1): Picture {
  const [cell, margin, patch, rim] = [
    { w: CELL.w * scale, h: CELL.h * scale },
    MARGIN * scale,
    PATCH * scale,
    RIM * scale,
  ];
  const camera = cameraOf(seed);
  const chance = chanceOf(seed, 'picture', n);
  const rows = Math.ceil(things.length / ACROSS);
  const width = margin + ACROSS * (cell.w + margin);
  const height = margin + rows * (cell.h + margin) + patch + 2 * margin;
  const signal = new Float32Array(3 * width * height);
  const even = lightOn(chance, width, height);
  const white = [0, 1, 2].map(() => chance.factor(OFF.white));
  // A telephone minds the lightest of what it sees.
  const exposure = Math.min(
    0.85 * chance.factor(OFF.exposure),
    LIGHTEST / (CARD[0] * Math.max(...white) * (1 + UNEVEN.fall)),
  );
  const paint = (x0: number, y0: number, w: number, h: number, linear: Rgb, grain: number) => {
    // Grain runs along the board: each row a little lighter or darker than its neighbours.
    let lie = 0;
    for (let y = y0; y < y0 + h; y++) {
      lie = 0.8 * lie + 0.6 * grain * chance.normal();
      for (let x = x0; x < x0 + w; x++) {
        const here = even(x, y) * exposure * Math.exp(lie + 0.3 * grain * chance.normal());
        for (let k = 0; k < 3; k++)
          signal[3 * (y * width + x) + k] = Math.max(0, (linear[k] as number) * (white[k] as number) * here);
      }
    }
  };
  paint(0, 0, width, height, [0.25, 0.24, 0.22], 0);
  const inside = (x: number, y: number, w: number, h: number) => ({
    x: x + rim,
    y: y + rim,
    w: w - 2 * rim,
    h: h - 2 * rim,
  });
  const fields: Picture['fields'] = things.map(({ id, reflectance, grain }, i) => {
    const x = margin + (i % ACROSS) * (cell.w + margin);
    const y = margin + Math.floor(i / ACROSS) * (cell.h + margin);
    paint(x, y, cell.w, cell.h, camera.linear(reflectance, light), grain);
    return { thing: id, ...inside(x, y, cell.w, cell.h) };
  });
  CARD.forEach((reflectance, i) => {
    const [x, y] = [margin + i * (patch + margin), height - patch - margin];
    paint(x, y, patch, patch, camera.linear(new Float64Array(BANDS).fill(reflectance), light), 0);
    fields.push({ thing: 'grey', reflectance, ...inside(x, y, patch, patch) });
  });
  softened(signal, width, height);
  const rgb = Uint8Array.from(signal, (v) => {
    const noisy = v + NOISE * Math.sqrt(v) * chance.normal();
    return Math.round(255 * Math.min(1, Math.max(0, camera.code(noisy))));
  });
  return { width, height, rgb, fields };
}

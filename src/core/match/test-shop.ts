/** A small shop for the tests of this room. */
import { BANDS, WAVELENGTHS } from '../colour/grid.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import type { Colourant, Materials } from '../layers/materials.ts';
import { PLAIN, predict, UNTUNED, type Wood } from '../optics/index.ts';
import { type MatchProblem, ONLY_DAYLIGHT } from './problem.ts';

const bump = (centre: number, width: number, height: number, floor = 0.002) =>
  WAVELENGTHS.map((nm) => floor + height * Math.exp(-(((nm - centre) / width) ** 2) / 2));
export const dye = (id: string, absorption: number[], over: Partial<Colourant> = {}): Colourant => ({
  id,
  name: id,
  kind: 'dye',
  carrier: 'water',
  maxStrength: 25,
  absorption,
  scatter: new Array(BANDS).fill(0),
  exponent: 0.86,
  costPerGram: 0.5,
  ...over,
});
export const COLOURS = [
  dye('yellow', bump(430, 40, 0.4)),
  dye('red', bump(520, 40, 0.4)),
  dye('blue', bump(610, 50, 0.35)),
  dye('black', bump(560, 130, 0.35, 0.05)),
  dye('brown', bump(450, 90, 0.35)),
  dye('ochre', bump(420, 60, 8, 0.2), {
    kind: 'pigment',
    maxStrength: 0.3,
    exponent: 1,
    scatter: new Array(BANDS).fill(2.5),
  }),
  dye('umber', bump(430, 130, 10, 2), {
    kind: 'pigment',
    maxStrength: 0.3,
    exponent: 1,
    scatter: new Array(BANDS).fill(1),
  }),
];
const clear = {
  id: 'clear',
  name: 'Clear',
  kind: 'clear',
  carrier: 'water',
  k2: 0.56,
  tint: new Array(BANDS).fill(0.005),
} as const;
const shellac = { ...clear, id: 'shellac', kind: 'sealer', carrier: 'alcohol', k2: 0.5 } as const;
export const MATERIALS: Materials = {
  colourants: Object.fromEntries(COLOURS.map((c) => [c.id, c])),
  mediums: { clear, shellac },
};
export const WOOD: Wood = {
  id: 'birch',
  name: 'Birch',
  figure: 'straight',
  tannin: 0,
  tissues: [
    { name: 'ground', fraction: 0.75, reflectance: Array.from(reflectanceFromLab([80, 4, 18])), dye: 1, hold: 1 },
    { name: 'grain', fraction: 0.25, reflectance: Array.from(reflectanceFromLab([74, 5, 20])), dye: 1.2, hold: 1.1 },
  ],
};
export const CLEAR = newLayer('clear', { medium: 'clear' });
export const dyed = (colours: Record<string, number>): Stack => [newLayer('dye', { colours }), CLEAR];
export const finalOf = (stack: Stack, wood = WOOD, tuning = UNTUNED) => {
  const looks = predict(stack, wood, MATERIALS, { tuning });
  return looks[looks.length - 1].reading;
};
export const problem = (over: Partial<MatchProblem> = {}): MatchProblem => ({
  target: { reflectance: finalOf(dyed({ yellow: 6, red: 3 })), singleLight: false },
  lights: ONLY_DAYLIGHT,
  wood: WOOD,
  materials: MATERIALS,
  preparation: PLAIN,
  tuning: UNTUNED,
  stack: dyed({}),
  open: [{ layer: 0, colourants: ['yellow', 'red', 'blue', 'black', 'brown'] }],
  ...over,
});

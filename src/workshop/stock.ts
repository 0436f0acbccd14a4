import { type Lab, reflectanceFromLab, WAVELENGTHS } from '../core/colour/index.ts';

/** The true nature of the simulated workshop's woods and colours. Invented; nobody but the workshop reads this. */
export type Band = readonly [centre: number, width: number, height: number];

export interface TrueTissue {
  fraction: number;
  raw: readonly number[];
  /** Factor on dye uptake and on glaze film. */
  dye: number;
  film: number;
}
export interface TrueWood {
  id: string;
  name: string;
  thirst: number;
  roughness: number;
  tissues: readonly TrueTissue[];
}
export interface TrueDye {
  id: string;
  name: string;
  /** K/S per (g/L)^exponent. */
  curve: readonly number[];
  exponent: number;
  maxStrength: number;
}
export interface TruePigment {
  id: string;
  name: string;
  absorption: readonly number[];
  scatter: readonly number[];
  maxStrength: number;
}

export const curveOf = (bands: readonly Band[], floor = 0): number[] =>
  WAVELENGTHS.map(
    (nm) =>
      floor +
      bands.reduce((sum, [centre, width, height]) => sum + height * Math.exp(-(((nm - centre) / width) ** 2) / 2), 0),
  );

const tissue = (fraction: number, lab: Lab, dye: number, film: number): TrueTissue => ({
  fraction,
  raw: Array.from(reflectanceFromLab(lab)),
  dye,
  film,
});
const wood = (id: string, thirst: number, roughness: number, ...tissues: TrueTissue[]): TrueWood => ({
  id,
  name: id[0].toUpperCase() + id.slice(1),
  thirst,
  roughness,
  tissues,
});

export const WOODS: readonly TrueWood[] = [
  wood(
    'sapele',
    1.05,
    0.19,
    tissue(0.68, [54.5, 14, 22], 1.05, 1),
    tissue(0.24, [47, 15, 21], 1.24, 1.1),
    tissue(0.08, [33, 12, 14], 1.6, 1.9),
  ),
  wood('beech', 0.95, 0.22, tissue(0.74, [74, 7, 19.5], 1, 1), tissue(0.26, [68.5, 8.5, 21], 1.22, 1.15)),
  wood('birch', 0.9, 0.24, tissue(0.8, [80.5, 4, 19], 1, 1), tissue(0.2, [76, 5, 20.5], 1.18, 1.05)),
  wood(
    'ash',
    1.1,
    0.2,
    tissue(0.66, [79, 4, 18], 0.95, 1),
    tissue(0.24, [69.5, 6, 21], 1.35, 1.2),
    tissue(0.1, [58, 8, 21], 1.5, 2.1),
  ),
  wood(
    'oak',
    1.08,
    0.19,
    tissue(0.64, [68, 6.5, 20.5], 1, 1),
    tissue(0.24, [61, 7.5, 21], 1.3, 1.2),
    tissue(0.12, [45, 9, 18], 1.6, 2.2),
  ),
  wood('maple', 0.85, 0.25, tissue(0.82, [82, 4, 16], 1, 1), tissue(0.18, [76.5, 6, 18.5], 1.25, 1.05)),
];

const dye = (id: string, name: string, bands: readonly Band[], exponent: number, floor = 0.002): TrueDye => ({
  id,
  name,
  curve: curveOf(bands, floor),
  exponent,
  maxStrength: 24,
});

/** Seven water dyes, named by colour and code of the demo shop. */
export const DYES: readonly TrueDye[] = [
  dye(
    'honey',
    'Honey',
    [
      [425, 40, 0.5],
      [475, 25, 0.1],
    ],
    0.88,
  ),
  dye(
    'amber',
    'Amber',
    [
      [450, 45, 0.52],
      [505, 22, 0.2],
    ],
    0.9,
  ),
  dye(
    'russet',
    'Russet',
    [
      [490, 38, 0.44],
      [530, 26, 0.2],
    ],
    0.84,
  ),
  dye(
    'wine',
    'Wine',
    [
      [525, 34, 0.5],
      [420, 30, 0.12],
      [565, 20, 0.16],
    ],
    0.86,
  ),
  dye(
    'moss',
    'Moss',
    [
      [430, 36, 0.3],
      [640, 46, 0.32],
    ],
    0.92,
  ),
  dye(
    'slate',
    'Slate',
    [
      [600, 52, 0.4],
      [540, 40, 0.12],
    ],
    0.87,
    0.01,
  ),
  dye(
    'coal',
    'Coal',
    [
      [560, 110, 0.42],
      [420, 60, 0.18],
    ],
    0.8,
    0.06,
  ),
];

const pigment = (
  id: string,
  name: string,
  k: readonly Band[],
  kFloor: number,
  s: number,
  slope: number,
): TruePigment => ({
  id,
  name,
  absorption: curveOf(k, kFloor),
  scatter: WAVELENGTHS.map((nm) => s * (550 / nm) ** slope),
  maxStrength: 0.3,
});

/** Five earth-like pigments for glazes and gels. */
export const PIGMENTS: readonly TruePigment[] = [
  pigment('ochre', 'Ochre', [[420, 55, 9]], 0.25, 3.2, 0.5),
  pigment(
    'brick',
    'Brick',
    [
      [440, 80, 9],
      [545, 26, 4],
    ],
    0.5,
    2.4,
    0.4,
  ),
  pigment('umber', 'Umber', [[430, 130, 10]], 2.2, 1.1, 0.3),
  pigment('soot', 'Soot', [[500, 300, 4]], 14, 0.25, 0.3),
  pigment('chalk', 'Chalk', [[400, 14, 1]], 0.03, 6.5, 0.7),
];

/** Old colours that made the customer's pieces; no shop can buy them. */
export const OLD_DYES: readonly TrueDye[] = [
  dye(
    'old-brown',
    'old brown',
    [
      [425, 55, 0.62],
      [500, 40, 0.2],
    ],
    0.9,
    0.022,
  ),
  dye('old-red', 'old red', [[515, 42, 0.42]], 0.9, 0.012),
];

/** What the simulated workshop puts under a glaze when it is told of no sealer: thin and colourless. */
export const THIN_SEALER = { act: 'seal', amber: 0 } as const;

/** The simulated workshop's sealers and clears, by the demo shop's own names, with their amber. */
export const MEDIUMS: Readonly<Record<string, { act: 'seal' | 'clear'; amber: number }>> = {
  'water-satin': { act: 'clear', amber: 0.05 },
  'oil-varnish': { act: 'clear', amber: 0.14 },
  'blonde-shellac': { act: 'seal', amber: 0.004 },
  'garnet-shellac': { act: 'seal', amber: 0.18 },
};

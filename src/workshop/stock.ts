import { type Lab, reflectanceFromLab, WAVELENGTHS } from '../core/colour/index.ts';
import {
  amberCurve,
  byId,
  type CoatKind,
  type CoatNature,
  type ColourKind,
  type ColourNature,
  type NatureCarrier,
  type NatureCurve,
  type Stock,
  type TissueNature,
  type WoodNature,
} from './natures.ts';

/** The true nature of the simulated workshop's own woods, colours and coats. Invented. */
export type StockBand = readonly [centre: number, width: number, height: number];

export const curveOf = (bands: readonly StockBand[], floor = 0): NatureCurve =>
  WAVELENGTHS.map(
    (nm) =>
      floor +
      bands.reduce((sum, [centre, width, height]) => sum + height * Math.exp(-(((nm - centre) / width) ** 2) / 2), 0),
  );
const flat = (v: number, slope = 0): NatureCurve => WAVELENGTHS.map((nm) => v * (550 / nm) ** slope);
const none = flat(0);

const tissue = (fraction: number, lab: Lab, drinks: number, holds: number): Omit<TissueNature, 'depth'> => ({
  fraction,
  raw: Array.from(reflectanceFromLab(lab)),
  drinks,
  holds,
});
const DEPTHS = [0, 0.2, 1];
const wood = (
  id: string,
  nature: Pick<WoodNature, 'thirst' | 'roughness' | 'tannin' | 'blotch' | 'lodges'>,
  ...tissues: Omit<TissueNature, 'depth'>[]
): WoodNature => ({
  id,
  name: id[0].toUpperCase() + id.slice(1),
  ...nature,
  tissues: tissues.map((t, i) => ({ ...t, depth: DEPTHS[i] })),
});

export const WOODS: readonly WoodNature[] = [
  wood(
    'sapele',
    { thirst: 1.05, roughness: 0.19, tannin: 1.6, blotch: 0.03, lodges: 1 },
    tissue(0.68, [54.5, 14, 22], 1.05, 1),
    tissue(0.24, [47, 15, 21], 1.24, 1.1),
    tissue(0.08, [33, 12, 14], 1.6, 1.9),
  ),
  wood(
    'beech',
    { thirst: 0.95, roughness: 0.22, tannin: 0.08, blotch: 0.05, lodges: 0.27 },
    tissue(0.74, [74, 7, 19.5], 1, 1),
    tissue(0.26, [68.5, 8.5, 21], 1.22, 1.15),
  ),
  wood(
    'birch',
    { thirst: 0.9, roughness: 0.24, tannin: 0.05, blotch: 0.07, lodges: 0.27 },
    tissue(0.8, [80.5, 4, 19], 1, 1),
    tissue(0.2, [76, 5, 20.5], 1.18, 1.05),
  ),
  wood(
    'ash',
    { thirst: 1.1, roughness: 0.2, tannin: 1.9, blotch: 0.03, lodges: 1 },
    tissue(0.66, [79, 4, 18], 0.95, 1),
    tissue(0.24, [69.5, 6, 21], 1.35, 1.2),
    tissue(0.1, [58, 8, 21], 1.5, 2.1),
  ),
  wood(
    'oak',
    { thirst: 1.08, roughness: 0.19, tannin: 5.5, blotch: 0.025, lodges: 1 },
    tissue(0.64, [68, 6.5, 20.5], 1, 1),
    tissue(0.24, [61, 7.5, 21], 1.3, 1.2),
    tissue(0.12, [45, 9, 18], 1.6, 2.2),
  ),
  wood(
    'maple',
    { thirst: 0.85, roughness: 0.25, tannin: 0.05, blotch: 0.07, lodges: 0.27 },
    tissue(0.82, [82, 4, 16], 1, 1),
    tissue(0.18, [76.5, 6, 18.5], 1.25, 1.05),
  ),
  // Soft light rings drink, the hard dark ones hardly.
  wood(
    'pine',
    { thirst: 1.15, roughness: 0.21, tannin: 0.05, blotch: 0.1, lodges: 1.55 },
    tissue(0.76, [80, 5, 24], 1.1, 1.1),
    tissue(0.24, [71, 10, 29], 0.65, 0.8),
  ),
];

const dye = (
  id: string,
  name: string,
  bands: readonly StockBand[],
  exponent: number,
  floor = 0.002,
  over: Partial<ColourNature> = {},
): ColourNature => ({
  id,
  name,
  kind: 'dye',
  carrier: 'water',
  absorption: curveOf(bands, floor),
  scatter: none,
  exponent,
  maxStrength: 24,
  lifts: 0.05,
  ...over,
});

/** Seven water dyes, named by colour and code of the demo shop. */
export const DYES: readonly ColourNature[] = [
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
  k: readonly StockBand[],
  kFloor: number,
  s: number,
  slope: number,
  over: Partial<ColourNature> = {},
): ColourNature => ({
  id,
  name,
  kind: 'pigment',
  carrier: 'water',
  absorption: curveOf(k, kFloor),
  scatter: flat(s, slope),
  exponent: 1,
  maxStrength: 0.3,
  lifts: 0,
  ...over,
});

/** Five earth-like pigments for glazes and gels; what a laid coat of the pigment alone swallows and scatters. */
export const PIGMENTS: readonly ColourNature[] = [
  pigment('ochre', 'Ochre', [[420, 55, 27]], 0.75, 9.6, 0.5),
  pigment(
    'brick',
    'Brick',
    [
      [440, 80, 27],
      [545, 26, 12],
    ],
    1.5,
    7.2,
    0.4,
  ),
  pigment('umber', 'Umber', [[430, 130, 30]], 6.6, 3.3, 0.3),
  pigment('soot', 'Soot', [[500, 300, 12]], 42, 0.75, 0.3),
  pigment('chalk', 'Chalk', [[400, 14, 3]], 0.1, 19.5, 0.7),
];

/** Old colours that made the customer's pieces; no shop can buy them. */
export const OLD_DYES: readonly ColourNature[] = [
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

/** What else colours wood on the wider bench: dyes of another solvent, an ink, a brew of iron, ready-made stains, a white. */
const kindOf = (kind: ColourKind, carrier: NatureCarrier, maxStrength: number): Partial<ColourNature> => ({
  kind,
  carrier,
  maxStrength,
});
export const OTHER_COLOURS: readonly ColourNature[] = [
  dye('straw', 'Straw', [[430, 42, 0.42]], 0.93, 0.003, { carrier: 'solvent', lifts: 0.1 }),
  dye('clove', 'Clove', [[470, 75, 0.34]], 0.86, 0.03, { carrier: 'solvent', lifts: 0.08 }),
  dye('lampblack', 'Lampblack', [[520, 320, 0.2]], 0.82, 0.24, kindOf('ink', 'water', 30)),
  dye('rust-brew', 'Rust brew', [[480, 150, 0.3]], 0.9, 0.12, kindOf('reactive', 'water', 40)),
  pigment('pine-tar', 'Pine tar', [[430, 90, 1.9]], 0.25, 0.3, 0.4, kindOf('stain', 'oil', 1)),
  pigment('tawny', 'Tawny', [[440, 60, 1.5], [540, 30, 0.5]], 0.12, 0.35, 0.4, kindOf('stain', 'oil', 1)), // biome-ignore format: a table
  pigment('bog', 'Bog', [[480, 200, 0.9]], 1.1, 0.16, 0.3, kindOf('stain', 'oil', 1)),
  pigment('sailcloth', 'Sailcloth', [[400, 25, 0.6]], 0.05, 26, 0.5, { maxStrength: 0.5 }),
];

const stain = (id: string, name: string, k: readonly StockBand[], kFloor: number, s: number, carrier: NatureCarrier) =>
  pigment(id, name, k, kFloor, s, 0.4, kindOf('stain', carrier, 1));
/** Ready-made stains that stand on the demo shelf beside those: wiping and gel in oil, some in water. */
export const READY_STAINS: readonly ColourNature[] = [
  stain('driftwood', 'Driftwood', [[420, 120, 0.5]], 0.35, 0.9, 'oil'),
  stain('gorse', 'Gorse', [[430, 45, 1.7]], 0.08, 0.4, 'oil'),
  stain('tideline', 'Tideline', [[520, 240, 0.6]], 0.7, 0.2, 'oil'),
  stain('heather', 'Heather', [[530, 45, 1.1], [430, 40, 0.7]], 0.15, 0.3, 'oil'), // biome-ignore format: a table
  stain('kelp-gel', 'Kelp', [[440, 110, 2.2]], 0.55, 0.4, 'oil'),
  stain('harbour-night-gel', 'Harbour night', [[500, 260, 1.6]], 2.1, 0.15, 'oil'),
  stain('biscuit-gel', 'Biscuit', [[430, 70, 1.3]], 0.15, 0.8, 'oil'),
  stain('rope', 'Rope', [[430, 65, 1.2]], 0.14, 0.5, 'water'),
  stain('mooring', 'Mooring', [[450, 120, 1.5]], 0.5, 0.25, 'water'),
];
/** A copper and a zinc powder, and a red and a yellow that come as a paste and a concentrate. */
export const OTHER_PRODUCTS: readonly ColourNature[] = [
  pigment('new-penny', 'New penny', [[430, 70, 8]], 1.2, 22, 0.2, kindOf('metallic', 'oil', 0.4)),
  pigment('galvanised', 'Galvanised', [[400, 60, 2]], 1.8, 26, 0.1, kindOf('metallic', 'oil', 0.4)),
  pigment('buoy-paste', 'Buoy', [[460, 70, 24], [540, 24, 18]], 0.9, 6, 0.4, { carrier: 'oil' }), // biome-ignore format: a table
  dye('marsh', 'Marsh', [[430, 38, 0.3], [620, 50, 0.18]], 0.9, 0.004, { carrier: 'alcohol', lifts: 0.08 }), // biome-ignore format: a table
];

const coat = (id: string, kind: CoatKind, carrier: NatureCarrier, amber: number): CoatNature => ({
  id,
  kind,
  carrier,
  tint: amberCurve(amber),
});
/** Sealers, oils, clears and the rest; the amber is that of one coat. */
export const COATS: readonly CoatNature[] = [
  coat('thin-sealer', 'sealer', 'alcohol', 0),
  coat('blonde-shellac', 'sealer', 'alcohol', 0.004),
  coat('garnet-shellac', 'sealer', 'alcohol', 0.18),
  coat('water-satin', 'clear', 'water', 0.002),
  coat('oil-varnish', 'clear', 'oil', 0.06),
  coat('linseed', 'oil', 'oil', 0.1),
  coat('pore-paste', 'filler', 'oil', 0),
  coat('peroxide', 'bleach', 'water', 0),
  coat('blotch-coat', 'conditioner', 'water', 0),
];

/** What the simulated workshop puts under a glaze when it is told of no sealer: thin and colourless. */
export const THIN_SEALER = 'thin-sealer';

/** All that the simulated workshop has of its own. */
export const STOCK: Stock = {
  woods: byId(WOODS),
  colours: byId([...DYES, ...OLD_DYES, ...PIGMENTS, ...OTHER_COLOURS, ...READY_STAINS, ...OTHER_PRODUCTS]),
  coats: byId(COATS),
};

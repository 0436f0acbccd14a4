import { type Amber, tintOf, usualSurface } from '../core/learn/surfaces.ts';
import type { NewLot } from '../shared/lot.ts';
import type { Claims, Sheet } from '../shared/sheet.ts';
import type { NewColourant, NewMedium, NewSupply } from '../shared/shelf.ts';

/** The shelf of the demo shop, invented. */

const SEE = 'See its safety data sheet.';
const POWDER = `Powder: gloves, eye protection, no dust in the air. ${SEE}`;
const LIQUID = `Gloves and eye protection. ${SEE}`;
const OILY_RAGS = 'Oily rags heat up by themselves: spread flat outdoors or keep under water in a closed metal can.';
const ALCOHOL = 'Alcohol: very flammable. No flame or spark; ventilate.';
const CYANO = `Bonds skin at once; heats on cotton and paper; fumes: ventilate, goggles. ${SEE}`;
const SOLVENT = `Very flammable vapour: ventilate, no flame or spark, gloves. ${SEE}`;

const sheet = (facts: Omit<Partial<Sheet>, 'label' | 'shop'>, label: Claims = {}, shop: Claims = {}): Sheet => ({
  ...facts,
  label,
  shop,
});

const dye = (id: string, name: string, costPerGram: number, lot: string, bulkDensity: number): NewColourant => ({
  id,
  name,
  kind: 'dye',
  carrier: 'water',
  maxStrength: 24,
  costPerGram,
  lot,
  caution: POWDER,
  sheet: sheet({ form: 'powder', bulkDensity }, { coverage: 12, goOn: 6, shelfLife: 60 }),
});
const pigment = (id: string, name: string, lot: string, bulkDensity: number): NewColourant => ({
  id,
  name,
  kind: 'pigment',
  carrier: 'water',
  maxStrength: 0.3,
  costPerGram: 0.04,
  lot,
  caution: LIQUID,
  sheet: sheet({ form: 'powder', bulkDensity }, { shelfLife: 120 }),
});
const metal = (id: string, name: string, bulkDensity: number): NewColourant => ({
  id,
  name,
  kind: 'metallic',
  carrier: 'oil',
  maxStrength: 0.4,
  costPerGram: 0.12,
  caution: `Metal powder: no dust, no flame; mask and gloves. ${SEE}`,
  sheet: sheet({ form: 'powder', bulkDensity, note: 'By quarter spoons into clear filler.' }),
});
const stain = (
  id: string,
  name: string,
  carrier: 'oil' | 'water',
  form: 'ready to use' | 'gel',
  canMl: number,
  label: Claims,
  shop: Claims = {},
): NewColourant => ({
  id,
  name,
  kind: 'stain',
  carrier,
  maxStrength: 1,
  costPerGram: 0.03,
  caution: carrier === 'oil' ? `${OILY_RAGS} ${LIQUID}` : LIQUID,
  sheet: sheet(
    {
      form,
      binder: carrier === 'oil' ? 'linseed alkyd' : 'acrylic',
      density: carrier === 'oil' ? 0.88 : 1.03,
      canMl,
      thinner: carrier === 'oil' ? 'mineral-spirit' : 'distilled-water',
    },
    { thinning: form === 'gel' ? 0.05 : 0.3, shelfLife: 36, ...label },
    shop,
  ),
});
const OIL_STAIN: Claims = { coverage: 20, goOn: 8 };
const GEL_STAIN: Claims = { coverage: 14, goOn: 12 };
const WATER_STAIN: Claims = { coverage: 16, goOn: 3 };

export const COLOURANTS: readonly NewColourant[] = [
  dye('honey', 'Honey', 0.42, 'H-0714', 0.55),
  dye('amber', 'Amber', 0.45, 'A-0802', 0.58),
  dye('russet', 'Russet', 0.48, 'R-0311', 0.52),
  dye('wine', 'Wine', 0.55, 'W-0650', 0.6),
  dye('moss', 'Moss', 0.52, 'M-0127', 0.5),
  dye('slate', 'Slate', 0.58, 'S-0933', 0.57),
  dye('coal', 'Coal', 0.5, 'C-0204', 0.48),
  pigment('ochre', 'Ochre', 'O-1101', 0.7),
  pigment('brick', 'Brick', 'B-1107', 0.8),
  pigment('umber', 'Umber', 'U-1113', 0.75),
  pigment('soot', 'Soot', 'T-1120', 0.35),
  pigment('chalk', 'Chalk', 'K-1121', 0.9),
  {
    ...dye('straw', 'Straw', 0.05, 'ST-21', 0.5),
    carrier: 'solvent',
    maxStrength: 24,
    caution: SOLVENT,
    sheet: sheet({ form: 'ready to use', density: 0.86, thinner: 'slow-reducer' }, { goOn: 0.1, coverage: 14 }),
  },
  {
    ...dye('clove', 'Clove', 0.09, 'CL-07', 0.5),
    carrier: 'solvent',
    caution: SOLVENT,
    sheet: sheet(
      { form: 'concentrate', density: 0.95, dropsPerMl: 32, thinner: 'slow-reducer' },
      { goOn: 0.1, coverage: 14 },
    ),
  },
  {
    ...dye('marsh', 'Marsh', 0.4, 'MA-3', 0.53),
    carrier: 'alcohol',
    caution: `${POWDER} ${ALCOHOL}`,
    sheet: sheet({ form: 'powder', bulkDensity: 0.53 }, { goOn: 0.2, coverage: 13 }),
  },
  {
    ...dye('lampblack', 'Lampblack', 0.06, 'LB-2', 0.5),
    kind: 'ink',
    maxStrength: 30,
    caution: LIQUID,
    sheet: sheet({ form: 'ready to use', density: 1.04 }, { goOn: 2 }),
  },
  {
    ...dye('rust-brew', 'Rust brew', 0.01, '', 0.5),
    kind: 'reactive',
    maxStrength: 40,
    caution: `Gives off gas: never in a closed vessel; label it; gloves. ${SEE}`,
    sheet: sheet(
      { form: 'liquid', density: 1.02, note: 'Brewed here, strained after five days.' },
      { shelfLife: 3 },
      { shelfLife: 2 },
    ),
  },
  {
    ...pigment('sailcloth', 'Sailcloth', 'SC-9', 0.9),
    maxStrength: 0.5,
    sheet: sheet({ form: 'paste', density: 1.6 }),
  },
  {
    ...pigment('buoy-paste', 'Buoy', 'BY-4', 0.9),
    carrier: 'oil',
    caution: `${OILY_RAGS} ${LIQUID}`,
    sheet: sheet({ form: 'paste' }, { shelfLife: 48 }),
  },
  metal('new-penny', 'New penny', 2.1),
  metal('galvanised', 'Galvanised', 1.9),
  stain('pine-tar', 'Pine tar', 'oil', 'ready to use', 750, OIL_STAIN, { goOn: 30 }),
  stain('tawny', 'Tawny', 'oil', 'ready to use', 750, OIL_STAIN, { coverage: 17 }),
  stain('bog', 'Bog', 'oil', 'ready to use', 750, OIL_STAIN, { goOn: 100 }),
  stain('driftwood', 'Driftwood', 'oil', 'ready to use', 375, OIL_STAIN),
  stain('gorse', 'Gorse', 'oil', 'ready to use', 375, OIL_STAIN),
  stain('tideline', 'Tideline', 'oil', 'ready to use', 750, OIL_STAIN),
  stain('heather', 'Heather', 'oil', 'ready to use', 375, OIL_STAIN),
  stain('kelp-gel', 'Kelp, gel', 'oil', 'gel', 500, GEL_STAIN, { goOn: 18 }),
  stain('harbour-night-gel', 'Harbour night, gel', 'oil', 'gel', 500, GEL_STAIN),
  stain('biscuit-gel', 'Biscuit, gel', 'oil', 'gel', 500, GEL_STAIN),
  stain('rope', 'Rope', 'water', 'ready to use', 1000, WATER_STAIN),
  stain('mooring', 'Mooring', 'water', 'ready to use', 1000, WATER_STAIN),
];

const medium = (
  id: string,
  name: string,
  kind: NewMedium['kind'],
  carrier: NewMedium['carrier'],
  amber: Amber,
  caution: string,
  known: Sheet,
): NewMedium => ({ id, name, kind, carrier, ...usualSurface(kind), tint: tintOf(amber), caution, sheet: known });
const SHELLAC = {
  form: 'flakes',
  cost: 38,
  binder: 'shellac',
  wax: 'dewaxed',
  bulkDensity: 0.4,
  thinner: 'spirit',
} as const;

/** Put on the shelf with the usual values; the shop then fits its own from boards of {@link COAT_WOODS}. */
export const MEDIUMS: readonly NewMedium[] = [
  medium('water-satin', 'Waterborne satin', 'clear', 'water', 'water-clear', `Ventilate. ${SEE}`, {
    ...sheet({
      sheen: 30,
      form: 'ready to use',
      binder: 'acrylic urethane',
      density: 1.04,
      cost: 27,
      canMl: 5000,
      thinner: 'distilled-water',
    }),
    label: { coverage: 10, goOn: 2, cure: 168, thinning: 0.1, shelfLife: 24 },
    shop: { goOn: 3 },
  }),
  medium('oil-varnish', 'Oil varnish', 'clear', 'oil', 'amber', OILY_RAGS, {
    ...sheet({
      sheen: 65,
      form: 'ready to use',
      binder: 'alkyd',
      density: 0.91,
      cost: 21,
      canMl: 1000,
      thinner: 'mineral-spirit',
    }),
    label: { coverage: 12, goOn: 12, window: 72, cure: 336, thinning: 0.5, shelfLife: 36 },
    shop: {},
  }),
  medium('blonde-shellac', 'Blonde shellac, dewaxed', 'sealer', 'alcohol', 'water-clear', ALCOHOL, {
    ...sheet(SHELLAC),
    label: { coverage: 12, goOn: 1.5, shelfLife: 24 },
    shop: {},
  }),
  medium('garnet-shellac', 'Garnet shellac, dewaxed', 'sealer', 'alcohol', 'orange', ALCOHOL, {
    ...sheet(SHELLAC),
    label: { coverage: 12, goOn: 1.5, shelfLife: 24 },
    shop: {},
  }),
  medium('linseed', 'Linseed oil', 'oil', 'oil', 'amber', OILY_RAGS, {
    ...sheet({
      sheen: 8,
      form: 'liquid',
      binder: 'linseed',
      density: 0.93,
      cost: 9,
      canMl: 1000,
      thinner: 'mineral-spirit',
    }),
    label: { coverage: 18, goOn: 72 },
    shop: { goOn: 96 },
  }),
  medium('danish', 'Danish oil', 'oil', 'oil', 'slightly warm', OILY_RAGS, {
    ...sheet({ sheen: 12, form: 'liquid', binder: 'oil and varnish', density: 0.88, cost: 14, canMl: 1000 }),
    label: { coverage: 16, goOn: 6, cure: 168, shelfLife: 24 },
    shop: { goOn: 14 },
  }),
  medium('hard-wax', 'Hard-wax oil', 'oil', 'oil', 'slightly warm', OILY_RAGS, {
    ...sheet({ sheen: 15, form: 'liquid', binder: 'oil and wax', wax: 'waxed', density: 0.9, cost: 32, canMl: 750 }),
    label: { coverage: 24, goOn: 8, cure: 168, shelfLife: 24 },
    shop: {},
  }),
  medium('spray-lacquer', 'Spray lacquer, satin', 'clear', 'solvent', 'slightly warm', SOLVENT, {
    ...sheet({
      sheen: 32,
      form: 'ready to use',
      binder: 'nitrocellulose',
      density: 0.94,
      cost: 16,
      canMl: 5000,
      thinner: 'slow-reducer',
    }),
    label: { coverage: 8, goOn: 0.75, cure: 72, thinning: 0.2, shelfLife: 24 },
    shop: {},
  }),
  medium('two-part-gloss', 'Two-part waterborne, gloss', 'clear', 'water', 'slightly warm', `Ventilate. ${SEE}`, {
    ...sheet({
      sheen: 88,
      form: 'ready to use',
      binder: 'acrylic urethane',
      density: 1.05,
      cost: 38,
      canMl: 5000,
      thinner: 'distilled-water',
      hardener: { item: 'satin-hardener', parts: 10 },
    }),
    label: { coverage: 10, goOn: 2, cure: 168, potLife: 4, thinning: 0.1, shelfLife: 12 },
    shop: { potLife: 3 },
  }),
  medium('wiping-varnish', 'Wiping varnish', 'clear', 'oil', 'amber', OILY_RAGS, {
    ...sheet({
      sheen: 45,
      form: 'ready to use',
      binder: 'alkyd',
      density: 0.86,
      cost: 18,
      canMl: 1000,
      thinner: 'mineral-spirit',
    }),
    label: { coverage: 18, goOn: 12, window: 72, cure: 168, shelfLife: 24 },
    shop: { goOn: 24 },
  }),
  medium('thick-glue', 'Cyanoacrylate, medium', 'clear', 'solvent', 'slightly warm', CYANO, {
    ...sheet({ sheen: 92, form: 'liquid', binder: 'cyanoacrylate', density: 1.06, cost: 190, canMl: 60 }),
    label: { coverage: 14, goOn: 0.2, shelfLife: 12 },
    shop: {},
  }),
];
export const COAT_WOODS = ['birch', 'sapele'];

const supply = (
  id: string,
  name: string,
  kind: NewSupply['kind'],
  carrier: NewSupply['carrier'],
  caution = '',
  known: Sheet = sheet({}),
): NewSupply => ({ id, name, kind, carrier, caution, sheet: known });

export const SUPPLIES: readonly NewSupply[] = [
  supply(
    'glaze-base',
    'Clear glaze base',
    'base',
    'water',
    LIQUID,
    sheet({ density: 1.02 }, { coverage: 18, goOn: 1 }),
  ),
  supply('gel-base', 'Clear gel base', 'base', 'oil', OILY_RAGS, sheet({ density: 0.9 }, { goOn: 12 })),
  supply(
    'mineral-spirit',
    'Mineral spirit',
    'reducer',
    'oil',
    SOLVENT,
    sheet({ density: 0.78, canMl: 1000, cost: 4.2 }),
  ),
  supply('spirit', 'Denatured alcohol', 'reducer', 'alcohol', ALCOHOL, sheet({ density: 0.8, canMl: 1000, cost: 5 })),
  supply('distilled-water', 'Distilled water', 'reducer', 'water', '', sheet({ density: 1, canMl: 5000, cost: 0.6 })),
  supply('slow-reducer', 'Slow reducer', 'reducer', 'solvent', SOLVENT, sheet({ density: 0.87, canMl: 1000, cost: 9 })),
  supply('retarder', 'Retarder', 'retarder', 'solvent', SOLVENT, sheet({ density: 0.9, canMl: 500, cost: 14 })),
  supply(
    'blotch-coat',
    'Blotch coat',
    'conditioner',
    'water',
    LIQUID,
    sheet({ density: 1.01 }, { coverage: 14, goOn: 0.5, window: 2 }),
  ),
  supply(
    'oil-calm',
    'Oil blotch coat',
    'conditioner',
    'oil',
    OILY_RAGS,
    sheet({ density: 0.86, canMl: 1000, cost: 14 }, { coverage: 14, goOn: 0.25, window: 2 }),
  ),
  supply(
    'primer',
    'Paint primer',
    'base',
    'water',
    LIQUID,
    sheet({ density: 1.3, canMl: 1000, cost: 16 }, { coverage: 9, goOn: 3, thinning: 0.1 }),
  ),
  supply(
    'hard-paint',
    'Two-part paint base',
    'base',
    'water',
    `Its hardener can sensitise: gloves, goggles, ventilate. ${SEE}`,
    sheet(
      { density: 1.2, canMl: 1000, cost: 28, hardener: { item: 'paint-hardener', parts: 10 } },
      { coverage: 9, goOn: 6, potLife: 24, thinning: 0.1 },
    ),
  ),
  supply(
    'paint-hardener',
    'Hardener for paint',
    'hardener',
    'water',
    `Can sensitise: gloves, goggles, ventilate. ${SEE}`,
    sheet({ density: 1.1, canMl: 250, cost: 60 }, { shelfLife: 9 }),
  ),
  supply(
    'pore-paste',
    'Pore paste, clear',
    'filler',
    'oil',
    OILY_RAGS,
    sheet({ form: 'paste', density: 1.5 }, { goOn: 16 }),
  ),
  supply(
    'satin-hardener',
    'Hardener for satin',
    'hardener',
    'water',
    `Can sensitise: gloves, goggles, ventilate. ${SEE}`,
    sheet({ density: 1.1, canMl: 250 }, { potLife: 4, shelfLife: 9 }),
  ),
  supply('bright-wax', 'Clear paste wax', 'wax', 'oil', OILY_RAGS, sheet({ form: 'solid' })),
  supply(
    'peroxide',
    'Two-part bleach',
    'bleach',
    'water',
    `Corrosive: gloves, goggles; never with anything else. ${SEE}`,
    sheet({ density: 1.1 }, { shelfLife: 12 }),
  ),
  ...[80, 120, 150, 180, 220, 320, 400].map((grit) =>
    supply(`paper-${grit}`, `Paper, ${grit}`, 'abrasive', null, '', sheet({ form: 'piece', grit, cost: 0.6 })),
  ),
  supply('lint-free', 'Lint-free cloths', 'cloth', null, '', sheet({ form: 'piece', cost: 0.2 })),
  supply('foam-brush', 'Foam brushes', 'applicator', null, '', sheet({ form: 'piece', cost: 0.9 })),
  supply('strainer', 'Paper strainers, fine', 'strainer', null, '', sheet({ form: 'piece', cost: 0.15 })),
  supply('gloves', 'Nitrile gloves', 'protection', null, '', sheet({ form: 'piece', cost: 0.12 })),
  supply('tape', 'Masking tape, 25 mm', 'tape', null, '', sheet({ form: 'piece', cost: 2.4 })),
];

const lot = (
  item: string,
  code: string,
  amount: number,
  unit: NewLot['unit'],
  bestBefore: string | null = null,
  opened: string | null = null,
): Omit<NewLot, 'id'> => ({ item, code, amount, unit, opened, bestBefore, note: '' });

/** Tins, bags and bottles, as they were counted; one is past its date. */
export const LOTS: readonly Omit<NewLot, 'id'>[] = [
  lot('colourant/honey', 'H-0801', 180, 'g'),
  lot('colourant/coal', 'C-0311', 95, 'g'),
  lot('colourant/pine-tar', 'PT-14', 690, 'mL', '2027-04-30', '2026-09-02'),
  lot('colourant/tawny', 'TW-08', 750, 'mL', '2028-01-31'),
  lot('colourant/bog', 'BG-31', 410, 'mL', '2027-02-28', '2026-05-19'),
  lot('colourant/kelp-gel', 'KG-02', 480, 'mL', '2027-11-30'),
  lot('colourant/rope', 'RP-17', 960, 'mL', '2027-06-30', '2026-08-11'),
  lot('colourant/rust-brew', 'jar 3', 800, 'mL', '2026-03-15', '2026-01-12'),
  lot('medium/water-satin', 'WS-220', 3600, 'mL', '2027-09-30', '2026-10-05'),
  lot('medium/oil-varnish', 'OV-61', 820, 'mL', '2028-03-31', '2026-07-21'),
  lot('medium/blonde-shellac', 'BS-5', 900, 'g', '2027-12-31'),
  lot('medium/linseed', 'LN-9', 1000, 'mL'),
  lot('supply/mineral-spirit', 'MS-4', 1700, 'mL'),
  lot('supply/spirit', 'SP-12', 2300, 'mL'),
  lot('supply/satin-hardener', 'SH-3', 240, 'mL', '2027-01-31'),
  lot('supply/paper-180', '', 22, 'piece'),
  lot('supply/lint-free', '', 60, 'piece'),
];

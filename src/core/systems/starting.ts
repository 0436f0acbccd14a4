import type { Preparation } from '../board/preparation.ts';
import type { Carrier, ColourantKind } from '../kinds/index.ts';
import type { ColourRole, MediumRole, System, SystemLayer, Variant } from './system.ts';

const colour =
  (kind: ColourantKind, carrier: Carrier) =>
  (name: string, like: readonly [number, number, number], share: number): ColourRole => ({
    name,
    kind,
    carrier,
    like,
    share,
  });
const dye = colour('dye', 'water');
const spiritDye = colour('dye', 'solvent');
const pigment = colour('pigment', 'water');
const oilStain = colour('stain', 'oil');
const waterStain = colour('stain', 'water');

const medium = (
  name: string,
  kind: MediumRole['kind'],
  carrier: Carrier,
  amber: number,
  binder?: string,
): MediumRole => ({
  name,
  kind,
  carrier,
  amber,
  ...(binder ? { binder } : {}),
});
const SHELLAC = medium('dewaxed blonde shellac', 'sealer', 'alcohol', 0.02, 'shellac');
const ORANGE_SHELLAC = medium('dewaxed orange shellac', 'sealer', 'alcohol', 0.2, 'shellac');
const LACQUER = medium('spray lacquer', 'clear', 'solvent', 0.05, 'nitro');
const WATER_CLEAR = medium('waterborne clear', 'clear', 'water', 0.01, 'acrylic');
const TWO_PART = medium('waterborne clear with hardener', 'clear', 'water', 0.05, 'acrylic');
const VARNISH = medium('oil varnish', 'clear', 'oil', 0.11, 'alkyd');
const WIPING_VARNISH = medium('wiping varnish', 'clear', 'oil', 0.11, 'alkyd');
const GLUE = medium('medium cyanoacrylate', 'clear', 'solvent', 0.05, 'cyano');
const LINSEED = medium('linseed oil', 'oil', 'oil', 0.11, 'linseed');
const DANISH = medium('danish oil', 'oil', 'oil', 0.05, 'varnish');
const HARD_WAX = medium('hard-wax oil', 'oil', 'oil', 0.05, 'wax');

type Over = Partial<Omit<SystemLayer, 'kind' | 'medium' | 'colours'>>;
const coats = (n: number, over: Over = {}): Over => ({ ...over, settings: { coats: n, ...over.settings } });
const of = (kind: SystemLayer['kind'], colours: readonly ColourRole[], over: Over = {}): SystemLayer => ({
  kind,
  colours,
  ...over,
});
const on = (kind: 'sealer' | 'oil' | 'clear', what: MediumRole, over: Over = {}): SystemLayer => ({
  kind,
  medium: what,
  ...over,
});
const sprayed: Over = { method: 'sprayed' };
const brushed: Over = { method: 'brushed' };
const byRag: Over = { method: 'brushed', applicator: 'rag' };
/** Rubbed down between its coats and after the last with these papers. */
const papered = (...papers: number[]): Over => ({ rub: 'dry', papers });
/** Levelled when all of its coats are on. */
const levelled = (...papers: number[]): Over => ({ rub: 'dry', papers, rubLast: true });
const made = (name: string, carrier: Carrier): Over => ({ supply: { name, carrier } });
const WAX: SystemLayer = { kind: 'wax' };
const calmed = (name: string, carrier: Carrier, over: Over = {}): SystemLayer => ({
  kind: 'conditioner',
  ...made(name, carrier),
  ...over,
});
const waterCalmed = (over: Over = {}) => calmed('a water conditioner', 'water', over);
const oilCalmed = (over: Over = {}) => calmed('an oil conditioner', 'oil', over);
const washcoat = (over: Over = {}) =>
  on('sealer', SHELLAC, { ...over, settings: { cut: 1, coats: 1, ...over.settings } });
const variant = (name: string, preparation: Partial<Preparation>, ...layers: readonly SystemLayer[]): Variant => ({
  name,
  preparation,
  layers,
});
const system = (id: string, name: string, woods: string, about: string, ...variants: readonly Variant[]): System => ({
  id,
  name,
  woods,
  about,
  variants,
});

const BLACK = [52, 0, 0] as const;

const textured = (name: string, texture: Preparation['texture'], ...layers: readonly SystemLayer[]) =>
  variant(name, { grits: [100, 120], grit: 180, texture }, ...layers, on('oil', DANISH, coats(2)));

/**
 * Whole ways to finish that the program comes with. Own names, colours and proportions; coats and waits are common
 * practice. The first variant of each is the way itself, the others are boards to compare it with.
 */
export const STARTING_SYSTEMS: readonly System[] = [
  system(
    'tidal-oak',
    'Tidal oak, dark',
    'oak and other rayed woods',
    'A solvent dye under a washcoat, a gel over it. The dye alone looks alarming and is right; the washcoat is what keeps the gel steerable and the rays bright.',
    variant(
      'dye, washcoat, gel',
      { grits: [120], grit: 180, grainRaised: false },
      of('dye', [spiritDye('a warm brown', [62, 16, 13], 0.28)], {
        settings: { load: 0.6 },
        applicator: 'rag',
        thinners: { alcohol: 0.5, 'lacquer thinner': 0.5 },
        note: 'one pass, little on the rag',
      }),
      washcoat({ ...sprayed, ...papered(800, 1000) }),
      of('gel-stain', [colour('stain', 'oil')('a brown gel', [61, 7, 9], 0.8)], {
        wait: 20,
        applicator: 'rag',
        note: 'dull is dry',
      }),
      on('clear', LACQUER, coats(2, sprayed)),
    ),
  ),
  system(
    'quiet-pine',
    'Quiet pine',
    'softwood',
    'Conditioner, a water stain for evenness, an oil stain for depth. Beside it the two that show why: gel alone is loud in the rings, water alone is even and flat.',
    variant(
      'water, then oil',
      { grits: [80, 120], grit: 180 },
      waterCalmed({ wait: 1, ...papered(320) }),
      of('wiping-stain', [waterStain('a warm brown', [72, 7, 22], 0.8)], { wait: 4 }),
      of('wiping-stain', [oilStain('a warm brown', [67, 12, 17], 0.5)], { wait: 14 }),
      on('clear', VARNISH, coats(3, { ...brushed, ...papered(320), rubFrom: 2, wait: 72 })),
      WAX,
    ),
    variant(
      'gel alone',
      { grits: [80, 120], grit: 180 },
      of('gel-stain', [colour('stain', 'oil')('a warm gel', [61, 7, 9], 0.8)], { wait: 18 }),
      on('clear', VARNISH, coats(3, brushed)),
    ),
    variant(
      'water alone',
      { grits: [80, 120], grit: 180 },
      waterCalmed({ wait: 1 }),
      of('wiping-stain', [waterStain('a warm brown', [72, 7, 22], 0.8)], { wait: 4 }),
      on('clear', VARNISH, coats(3, brushed)),
    ),
  ),
  system(
    'warm-under-water',
    'Warm under water',
    'pale hardwoods',
    'Three ways to give a water-clear finish the warmth of an oil one, with two controls to hold them against: the closest to the oil wins.',
    variant(
      'linseed and shellac',
      { grits: [120], grit: 180 },
      on('oil', LINSEED, { settings: { coats: 1, dwell: 5 }, wait: 96, note: 'end: wiped again for 8–10 h' }),
      on('sealer', SHELLAC, { settings: { cut: 2, coats: 1 } }),
      on('clear', WATER_CLEAR, coats(3, { ...sprayed, note: 'one coat more where the oil drank' })),
    ),
    variant(
      'two dyes',
      { grits: [120], grit: 180 },
      of('dye', [dye('honey', [87, 6, 54], 0.015), dye('amber', [78, 27, 42], 0.002)]),
      on('sealer', SHELLAC, { settings: { cut: 2, coats: 1 } }),
      on('clear', WATER_CLEAR, coats(3, sprayed)),
    ),
    variant(
      'orange shellac',
      { grits: [120], grit: 180 },
      on('sealer', ORANGE_SHELLAC, { settings: { cut: 2, coats: 1 } }),
      on('clear', WATER_CLEAR, coats(3, sprayed)),
    ),
    variant('control: oil varnish', { grits: [120], grit: 180 }, on('clear', VARNISH, coats(3, brushed))),
    variant('control: water alone', { grits: [120], grit: 180 }, on('clear', WATER_CLEAR, coats(3, sprayed))),
  ),
  system(
    'iron-and-copper',
    'Iron and copper',
    'oak, ash',
    'A reactive colour turns the oak, one coat of lacquer closes the face and not the pores, and a metallic filler stays in them. Look at it along the grain and across.',
    variant(
      'filled with metal',
      { grits: [100], grit: 180 },
      of('reactive', [colour('reactive', 'water')('an iron solution', [54, 3, 1], 0.25)], { wait: 12 }),
      on('clear', LACQUER, coats(1, { ...sprayed, thinners: { 'lacquer thinner': 0.15, retarder: 0.03 } })),
      of('filler', [colour('metallic', 'oil')('a copper powder', [75, 7, 20], 0.5)], {
        wait: 18,
        applicator: 'squeegee',
        note: 'corners with a stick',
      }),
      on('clear', LACQUER, coats(3, sprayed)),
    ),
  ),
  system(
    'deep-harbour',
    'Deep harbour black',
    'open-pored woods',
    'Ink blackens the face, dye the pores it cannot wet. Either alone is less deep: make the test board first.',
    variant(
      'ink and dye',
      { grits: [120], grit: 180 },
      of('ink', [colour('ink', 'water')('a carbon ink', [53, 0, 0], 0.5)], {
        ...coats(2),
        wait: 24,
        applicator: 'rag',
      }),
      of('dye', [dye('black', BLACK, 0.7)], { ...coats(2), wait: 24, note: 'end: put together before the oil' }),
      on('oil', HARD_WAX, coats(2)),
    ),
    variant(
      'ink alone',
      { grits: [120], grit: 180 },
      of('ink', [colour('ink', 'water')('a carbon ink', [53, 0, 0], 0.5)], { ...coats(2), wait: 24 }),
      on('oil', HARD_WAX, coats(2)),
    ),
    variant(
      'dye alone',
      { grits: [120], grit: 180 },
      of('dye', [dye('black', BLACK, 0.7)], { ...coats(2), wait: 24 }),
      on('oil', HARD_WAX, coats(2)),
    ),
  ),
  system(
    'two-tone-floor',
    'Two-tone floor',
    'oak, ash',
    'Ground and grain are matched apart: a base stain on coarse-sanded wood, then a glaze pressed into the grain with a knife.',
    variant(
      'base and grain',
      { grits: [60], grit: 100 },
      of('wiping-stain', [waterStain('a pale brown', [72, 7, 22], 0.5)], { wait: 4 }),
      on('clear', TWO_PART, coats(1, { ...sprayed, unhardened: true, note: 'little weight' })),
      of('glaze', [pigment('umber', [60, 6, 8], 0.5)], {
        method: 'in-grain',
        settings: { dwell: 10 },
        wait: 12,
        applicator: 'knife',
        ...papered(220),
      }),
      on('clear', TWO_PART, coats(2, sprayed)),
    ),
  ),
  system(
    'bright-maple',
    'Bright maple',
    'close-grained woods',
    'A sprayed solvent dye keeps the grain clear; the same dye in the lacquer shifts half the board. Brushing the lacquer would streak it.',
    variant(
      'dye and toner',
      { grits: [120, 180], grit: 220, grainRaised: false },
      of('dye', [spiritDye('a clear yellow', [86, 6, 51], 0.3)], {
        ...sprayed,
        wait: 1,
        applicator: 'gun',
        thinners: { solvent: 1 },
        note: 'about 10 psi at the cap',
      }),
      on('clear', LACQUER, coats(1, { ...sprayed, ...papered(320), note: 'end: the paper worn, hardly pressed' })),
      { ...of('toner', [spiritDye('a clear yellow', [86, 6, 51], 0.12)], coats(2)), medium: LACQUER },
      on('clear', LACQUER, coats(2, sprayed)),
    ),
    variant(
      'dye alone',
      { grits: [120, 180], grit: 220, grainRaised: false },
      of('dye', [spiritDye('a clear yellow', [86, 6, 51], 0.3)], { ...sprayed, wait: 1 }),
      on('clear', LACQUER, coats(3, sprayed)),
    ),
  ),
  system(
    'plain-dark',
    'Plain and dark',
    'any calm wood',
    'A ready-made stain out of the tin and a varnish: the shortest way to a dark piece.',
    variant(
      'stain and varnish',
      { grits: [120], grit: 180, grainRaised: false },
      of('wiping-stain', [oilStain('a dark brown', [65, 9, 16], 1)], {
        settings: { dwell: 5 },
        wait: 24,
        note: 'all faces; never sand bare stain',
      }),
      on('clear', VARNISH, coats(3, { ...brushed, rub: 'dry' })),
    ),
  ),
  system(
    'grain-sampler',
    'Grain sampler',
    'open-pored woods',
    'One wood, its grain left, filled, coloured apart, blasted and charred: many fields on one plan.',
    textured('plain', 'plain'),
    textured('dyed and sanded back', 'plain', of('dye', [dye('black', BLACK, 0.5)], { wait: 12 }), {
      kind: 'sand-back',
      settings: { removed: 0.6 },
    }),
    variant(
      'tinted filler',
      { grits: [100, 120], grit: 180 },
      of('filler', [colour('pigment', 'oil')('a dark pigment', [65, 26, 9], 0.4)], { wait: 18 }),
      { kind: 'sand-back', settings: { removed: 0.3 }, note: 'to tissue, 240–280' },
      on('oil', DANISH, coats(2)),
    ),
    variant(
      'clear filler',
      { grits: [100, 120], grit: 180 },
      { kind: 'filler', wait: 18, note: 'shrinks: look again after a day' },
      { kind: 'sand-back', settings: { removed: 0.3 } },
      on('oil', DANISH, coats(2)),
    ),
    textured('blasted', 'blasted'),
    textured('charred and brushed', 'charred'),
    variant(
      'sealed, colour in the grain',
      { grits: [100, 120], grit: 180 },
      washcoat(),
      of('glaze', [pigment('white', [88, -1, 7], 0.8)], { method: 'in-grain', settings: { dwell: 10 }, wait: 12 }),
      on('clear', WATER_CLEAR, coats(2, sprayed)),
    ),
  ),
  system(
    'drawn-back',
    'Drawn back',
    'blotchy hardwoods',
    'A dye put on too dark and taken back with a wet rag until it is right, under six thin coats, one a day.',
    variant(
      'lightened',
      { grits: [120], grit: 180 },
      waterCalmed({ settings: { coats: 2 }, apart: 1, wait: 12, ...papered(320) }),
      of('dye', [dye('russet', [70, 41, 11], 0.12), dye('black', BLACK, 0.05)], { wait: 6 }),
      { kind: 'wipe-back', settings: { removed: 0.3 }, wait: 6, note: 'carved parts with a brush' },
      on('clear', WIPING_VARNISH, coats(6, { ...byRag, ...papered(600), apart: 24, wait: 168 })),
      { kind: 'rub-out', papers: [800] },
      WAX,
    ),
  ),
  system(
    'one-family',
    'One family',
    'softwood, birch, alder',
    'Conditioner, oil stain, varnish: oil on oil, which never fails to bond. How long the stain dwells sets its depth.',
    variant(
      'by hand',
      { grits: [120, 150], grit: 180 },
      oilCalmed({ wait: 1 }),
      of('wiping-stain', [oilStain('a warm brown', [67, 12, 17], 0.9)], { settings: { dwell: 8 }, wait: 14 }),
      on('clear', VARNISH, coats(2, { ...brushed, ...papered(220) })),
    ),
  ),
  system(
    'site-painter',
    'On the site',
    'softwood',
    'The same as it is done where time counts: machine-sanded, stained twice, two coats.',
    variant(
      'by machine',
      { grits: [80, 120, 150], grit: 220 },
      oilCalmed({ wait: 1, note: 'a small brush for the gaps' }),
      of('wiping-stain', [oilStain('a warm brown', [67, 12, 17], 0.7)], { ...coats(2), wait: 14 }),
      on('clear', VARNISH, coats(2, { ...brushed, note: 'end: 1–3 days before it is used' })),
    ),
  ),
  system(
    'weathered-paint',
    'Weathered paint',
    'any wood, distressed',
    'An opaque colour on a beaten surface, with a powdering glaze left in its dents. Hard to repeat: keep it to small areas.',
    variant(
      'painted and powdered',
      { grits: [100], grit: 150, texture: 'distressed', edges: 'rubbed through' },
      of('opaque', [pigment('white', [88, -1, 7], 0.9)], {
        ...made('paint primer', 'water'),
        settings: { coats: 2 },
        ...papered(220),
        note: 'tinted near the colour',
      }),
      of('opaque', [pigment('white', [88, -1, 7], 0.7), pigment('ochre', [82, 7, 36], 0.15)], {
        ...made('two-part paint base', 'water'),
        settings: { coats: 2 },
        wait: 16,
        rub: 'dry',
      }),
      of('powdering-glaze', [pigment('umber', [60, 6, 8], 0.6)], {
        settings: { film: 1 },
        note: 'end: edges rubbed through once it is off',
      }),
      on('clear', WATER_CLEAR, coats(2, sprayed)),
    ),
  ),
  system(
    'older-sister',
    'Like the older piece',
    'figured close grain',
    'Three dyes climbed on one board, oil to wake the figure, lacquer: to stand beside a piece that was made another way.',
    variant(
      'three dyes and oil',
      { grits: [120, 180, 220], grit: 320 },
      of(
        'dye',
        [dye('honey', [87, 6, 54], 0.12), dye('amber', [78, 27, 42], 0.08), dye('russet', [70, 41, 11], 0.03)],
        { wait: 8, note: 'wipe off what is too much' },
      ),
      on('oil', DANISH, { settings: { coats: 1 }, wait: 36 }),
      on('clear', LACQUER, coats(6, { ...sprayed, rub: 'dry' })),
    ),
  ),
  system(
    'double-glaze',
    'Double glaze',
    'softwood and hardwood',
    'Two glazes over a greenish dye, each locked before the next: many colours on the way to one.',
    variant(
      'dye and two glazes',
      { grits: [100, 120], grit: 180, conditioner: true },
      of('dye', [dye('moss', [71, -35, 20], 0.05), dye('honey', [87, 6, 54], 0.08)], {
        settings: { load: 0.7 },
        wait: 12,
      }),
      on('sealer', SHELLAC, coats(2, brushed)),
      of('glaze', [pigment('umber', [60, 6, 8], 0.5)], {
        method: 'dry-brushed',
        wait: 6,
        thinners: { water: 0.4 },
      }),
      on('clear', WATER_CLEAR, coats(1, sprayed)),
      of('glaze', [pigment('white', [88, -1, 7], 0.6), pigment('ochre', [82, 7, 36], 0.2)], {
        method: 'dry-brushed',
        wait: 12,
        note: 'end: is it dry?',
      }),
      on('clear', WATER_CLEAR, coats(2, sprayed)),
    ),
  ),
  system(
    'boxed-tins',
    'Boxed tins',
    'veneer beside solid wood',
    'Several tins boxed into one, on veneer and on solid wood of one job, coloured before it is put together.',
    variant(
      'veneer',
      { grits: [120, 180], grit: 240, veneer: true },
      of('wiping-stain', [waterStain('a brown', [59, 6, 7], 0.34), waterStain('a pale brown', [72, 7, 22], 0.66)], {
        ...coats(2),
        wait: 4,
        applicator: 'sponge',
        note: 'coat 2: over a face de-nibbed with worn 320, hardly pressed',
      }),
      on(
        'oil',
        DANISH,
        coats(2, {
          applicator: 'roller',
          apart: 10,
          ...papered(320),
          note: 'in a warm room; turn the cloth, count the cloths',
        }),
      ),
    ),
    variant(
      'solid',
      { grits: [120], grit: 180 },
      of('wiping-stain', [waterStain('a brown', [59, 6, 7], 0.34), waterStain('a pale brown', [72, 7, 22], 0.66)], {
        ...coats(2),
        wait: 4,
      }),
      on('oil', DANISH, coats(2)),
    ),
  ),
  system(
    'glass-red',
    'Glass red',
    'close-grained woods',
    'An intense dye under twenty sprayed coats of waterborne clear, levelled dry. Where it is cut through: the same dye with a swab, and on.',
    variant(
      'built and levelled',
      { grits: [120, 180], grit: 220 },
      of('dye', [dye('wine', [64, 39, -10], 0.4)], { wait: 12, note: 'pores left open' }),
      on('clear', WATER_CLEAR, coats(10, { ...sprayed, apart: 1, wait: 16, ...levelled(220, 400) })),
      on('clear', WATER_CLEAR, coats(5, { ...sprayed, apart: 1, wait: 16, ...levelled(800) })),
      on('clear', WATER_CLEAR, coats(5, { ...sprayed, apart: 1, wait: 168 })),
      { kind: 'rub-out', method: 'polished', papers: [1000, 2000, 4000] },
    ),
  ),
  system(
    'slipway-floor',
    'Slipway floor',
    'floors',
    'Two stains two to one, rolled and wiped by the width of the boards, then a hard-wax oil.',
    variant(
      'two to one',
      { grits: [60, 80], grit: 120, grainRaised: false },
      of('wiping-stain', [oilStain('a warm brown', [65, 9, 16], 0.66), oilStain('a grey', [65, 4, 6], 0.34)], {
        wait: 24,
        applicator: 'roller',
        note: 'grooves too',
      }),
      on('oil', HARD_WAX, coats(2, { applicator: 'roller', ...papered(180), note: 'hardly pressed between' })),
    ),
  ),
  system(
    'flame-glass',
    'Flame glass',
    'figured close grain',
    'Black dye sanded back to the figure, red over it, then a glass build of cyanoacrylate.',
    variant(
      'two dyes, glass',
      { grits: [120, 180, 220], grit: 320 },
      of('dye', [dye('black', BLACK, 0.4)], { wait: 12 }),
      { kind: 'sand-back', settings: { removed: 0.6 }, note: 'back to tissue' },
      of('dye', [dye('wine', [64, 39, -10], 0.3)], { wait: 12 }),
      { kind: 'wipe-back', method: 'burnished', settings: { removed: 0.1 }, note: 'mind the lint and what it lifts' },
      on(
        'clear',
        GLUE,
        coats(22, { method: 'brushed', applicator: 'nozzle', apart: 0.25, wait: 12, ...levelled(240, 400) }),
      ),
      on('clear', GLUE, coats(12, { method: 'brushed', applicator: 'nozzle', apart: 0.25, wait: 24 })),
      { kind: 'rub-out', method: 'polished', rub: 'wet', papers: [600, 1000, 2000, 4000] },
    ),
  ),
  system(
    'true-black',
    'True black',
    'any calm wood',
    'A black oil stain twice with days between, four to five days before the varnish: the label says hours, the white cloth says days.',
    variant(
      'black and varnish',
      { grits: [120], grit: 180, grainRaised: false },
      of('wiping-stain', [oilStain('black', [55, 1, 1], 1)], {
        ...coats(2),
        wait: 110,
        apart: 48,
        note: 'end: a white cloth stays clean',
      }),
      on(
        'clear',
        VARNISH,
        coats(3, {
          ...brushed,
          applicator: 'bristle',
          apart: 24,
          ...papered(400),
          note: 'unbroken strokes; wiped with spirits before each',
        }),
      ),
      on('clear', WIPING_VARNISH, coats(1, byRag)),
    ),
  ),
  system(
    'over-the-old',
    'Over the old',
    'a sound old finish',
    'A gel brushed as a glaze over an old finish: find out what it is, dissolve nothing, stop at 180. The sheen evens out only at the clear.',
    variant(
      'gel over the old',
      { grit: 180, oldFinish: true },
      on('sealer', SHELLAC, { settings: { cut: 1, coats: 1 } }),
      of('gel-stain', [colour('stain', 'oil')('a warm gel', [61, 7, 9], 0.7)], {
        wait: 170,
        method: 'unwiped',
        applicator: 'bristle',
      }),
      on('clear', WATER_CLEAR, coats(2, sprayed)),
    ),
  ),
];

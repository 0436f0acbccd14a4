import type { CauseId } from './causes.ts';

export const WHERE = ['everywhere', 'patches', 'lines', 'specks', 'edges', 'end grain', 'pores', 'grooves'] as const;
export const WHEN = ['while wet', 'as it dried', 'with the next coat', 'when rubbed', 'days later'] as const;
export const FAULT_FEELS = ['nothing', 'rough', 'sticky', 'greasy', 'a ridge', 'a dent'] as const;
export type FaultWhere = (typeof WHERE)[number];
export type When = (typeof WHEN)[number];
export type Feels = (typeof FAULT_FEELS)[number];

/** What is seen, and what it usually comes from: causes with how many in a hundred. Common practice, no source. */
export interface Fault {
  id: string;
  name: string;
  where: readonly FaultWhere[];
  when: readonly When[];
  feels: readonly Feels[];
  causes: Readonly<Partial<Record<CauseId, number>>>;
}
const fault = (
  id: string,
  name: string,
  [where, when, feels]: readonly [readonly FaultWhere[], readonly When[], readonly Feels[]],
  causes: Fault['causes'],
): Fault => ({ id, name, where, when, feels, causes });

export const FAULTS: readonly Fault[] = [
  fault('blotch', 'Blotches, clouds', [['patches'], ['while wet', 'as it dried'], ['nothing']], {
    'thirsty-wood': 50,
    'sanded-apart': 15,
    contaminated: 10,
    'no-seal': 15,
    'not-strained': 5,
    hand: 5,
  }),
  fault('lap-marks', 'Lap marks', [['lines'], ['while wet', 'as it dried'], ['nothing']], {
    'edge-dried': 70,
    'solvent-shared': 10,
    hand: 10,
    'put-on-thick': 10,
  }),
  fault('pale-spots', 'Pale spots', [['patches'], ['while wet', 'as it dried'], ['nothing']], {
    'sanded-apart': 45,
    'sanded-too-fine': 20,
    contaminated: 15,
    'film-thin': 10,
    handled: 10,
  }),
  fault(
    'scratches-across',
    'Scratches across the grain',
    [['lines'], ['while wet', 'as it dried', 'with the next coat'], ['nothing', 'rough']],
    { 'sanded-across': 60, 'grit-skipped': 40 },
  ),
  fault(
    'swirls',
    'Swirl scratches',
    [['lines', 'everywhere'], ['while wet', 'as it dried', 'with the next coat'], ['nothing']],
    { 'grit-skipped': 50, 'sanded-across': 45, dust: 5 },
  ),
  fault(
    'scratches-along',
    'Scratches along the grain',
    [['lines'], ['as it dried', 'with the next coat'], ['nothing', 'rough']],
    { 'grit-skipped': 75, 'sanded-across': 10, 'film-thin': 15 },
  ),
  fault(
    'fingerprints',
    'Fingerprints',
    [
      ['patches', 'edges'],
      ['as it dried', 'with the next coat'],
      ['nothing', 'greasy'],
    ],
    { handled: 70, contaminated: 25, 'too-soon': 5 },
  ),
  fault('nibs', 'Dust nibs', [['specks'], ['as it dried'], ['rough']], {
    dust: 70,
    'grain-raised': 15,
    'not-strained': 10,
    lint: 5,
  }),
  fault('lint', 'Lint or bristles in the film', [['lines', 'specks'], ['while wet', 'as it dried'], ['a ridge']], {
    lint: 85,
    dust: 15,
  }),
  fault('bubbles', 'Bubbles', [['specks'], ['while wet', 'as it dried'], ['a dent', 'rough']], {
    shaken: 50,
    'put-on-thick': 20,
    'too-soon': 15,
    'brushed-over': 15,
  }),
  fault('runs', 'Runs and sags', [['edges', 'lines'], ['while wet'], ['a ridge']], {
    'put-on-thick': 75,
    'too-cold': 15,
    hand: 10,
  }),
  fault('streaks', 'Streaks of woken dye', [['lines'], ['with the next coat'], ['nothing']], {
    'solvent-shared': 65,
    'brushed-over': 15,
    'too-soon': 15,
    'not-strained': 5,
  }),
  fault('specks-of-dye', 'Specks of strong colour', [['specks'], ['while wet', 'as it dried'], ['nothing']], {
    'not-strained': 80,
    'steel-wool': 15,
    dust: 5,
  }),
  fault('pulled-up', 'Colour pulled up by the varnish', [['patches', 'lines'], ['with the next coat'], ['nothing']], {
    'dark-not-dry': 50,
    'too-soon': 20,
    'not-wiped': 15,
    'solvent-shared': 15,
  }),
  fault('tacky', 'It stays tacky', [['everywhere', 'patches'], ['days later'], ['sticky']], {
    'not-wiped': 40,
    'too-soon': 15,
    'too-cold': 15,
    stale: 15,
    'wax-or-oil-below': 10,
    'put-on-thick': 5,
  }),
  fault(
    'oil-bleeds',
    'Oil bleeds from the pores',
    [
      ['pores', 'specks'],
      ['as it dried', 'days later'],
      ['greasy', 'sticky'],
    ],
    { 'put-on-thick': 45, 'too-soon': 35, 'too-cold': 20 },
  ),
  fault('glaze-wipes-off', 'The glaze wipes off everywhere', [['everywhere'], ['while wet'], ['nothing']], {
    'sealed-too-much': 50,
    'glaze-unlocked': 30,
    contaminated: 10,
    hand: 10,
  }),
  fault(
    'glaze-will-not-wipe',
    'The glaze will not wipe back',
    [['everywhere', 'patches'], ['while wet'], ['nothing']],
    { 'no-seal': 75, 'dwelt-otherwise': 15, 'edge-dried': 10 },
  ),
  fault('rubs-off', 'Colour rubs off', [['everywhere'], ['when rubbed'], ['nothing']], {
    'glaze-unlocked': 50,
    'not-wiped': 25,
    'too-soon': 15,
    'dark-not-dry': 10,
  }),
  fault('haze', 'A grey haze', [['everywhere', 'patches'], ['as it dried', 'with the next coat'], ['nothing']], {
    'no-seal': 30,
    'too-damp': 20,
    'not-wiped': 20,
    'wet-sanded-early': 15,
    dust: 15,
  }),
  fault('blush', 'White blush', [['everywhere', 'patches'], ['as it dried'], ['nothing']], {
    'too-damp': 75,
    'too-cold': 15,
    'too-soon': 10,
  }),
  fault('blue-clear', 'Milky or bluish clear', [['everywhere'], ['as it dried', 'when rubbed'], ['nothing']], {
    ambers: 35,
    'wet-sanded-early': 35,
    'put-on-thick': 15,
    'too-damp': 15,
  }),
  fault(
    'water-line',
    'A line at the end grain or the panel edge',
    [['end grain', 'edges', 'grooves'], ['as it dried'], ['nothing']],
    { 'end-open': 70, 'put-on-thick': 30 },
  ),
  fault('dark-ends', 'End grain too dark', [['end grain'], ['while wet', 'as it dried'], ['nothing']], {
    'end-open': 85,
    'sanded-apart': 15,
  }),
  fault(
    'groove-bleeds',
    'Colour bled from a groove',
    [['grooves', 'edges'], ['with the next coat', 'as it dried'], ['nothing']],
    { 'put-on-thick': 40, 'solvent-shared': 30, 'too-soon': 30 },
  ),
  fault('rust-specks', 'Rust specks', [['specks'], ['days later', 'as it dried'], ['nothing']], {
    'steel-wool': 90,
    contaminated: 10,
  }),
  fault('sand-through', 'Sanded through at the edges', [['edges'], ['when rubbed'], ['nothing']], {
    'film-thin': 85,
    'sanded-across': 15,
  }),
  fault('darker', 'Darker than expected', [['everywhere'], ['as it dried', 'with the next coat'], ['nothing']], {
    'poured-wrong': 25,
    'wood-otherwise': 20,
    'dwelt-otherwise': 20,
    'no-seal': 15,
    'other-lot': 10,
    hand: 10,
  }),
  fault('paler', 'Paler than expected', [['everywhere'], ['as it dried', 'with the next coat'], ['nothing']], {
    'poured-wrong': 20,
    'sanded-too-fine': 20,
    'wood-otherwise': 20,
    'dwelt-otherwise': 15,
    'not-strained': 5,
    'sealed-too-much': 10,
    'other-lot': 5,
    hand: 5,
  }),
  fault('redder', 'Redder than expected', [['everywhere'], ['as it dried', 'with the next coat'], ['nothing']], {
    'poured-wrong': 40,
    'wood-otherwise': 30,
    'other-lot': 30,
  }),
  fault('greener', 'Greener than expected', [['everywhere'], ['as it dried', 'with the next coat'], ['nothing']], {
    'poured-wrong': 40,
    'other-lot': 30,
    'wood-otherwise': 30,
  }),
  fault('yellower', 'Yellower than expected', [['everywhere'], ['with the next coat', 'days later'], ['nothing']], {
    ambers: 40,
    'poured-wrong': 25,
    'wood-otherwise': 20,
    'other-lot': 15,
  }),
  fault('bluer', 'Bluer, colder than expected', [['everywhere'], ['as it dried', 'with the next coat'], ['nothing']], {
    ambers: 35,
    'poured-wrong': 30,
    'other-lot': 20,
    'wood-otherwise': 15,
  }),
  fault('muddy', 'Muddy, the grain is gone', [['everywhere'], ['as it dried', 'with the next coat'], ['nothing']], {
    'pots-muddy': 70,
    'not-wiped': 20,
    'put-on-thick': 10,
  }),
  fault('patchy-sheen', 'Patchy sheen', [['patches'], ['as it dried'], ['nothing']], {
    'film-thin': 45,
    'thirsty-wood': 15,
    'brushed-over': 20,
    'too-damp': 10,
    'not-strained': 10,
  }),
  fault('low-spots', 'Glossy low spots', [['specks', 'patches'], ['when rubbed'], ['a dent']], {
    'film-thin': 50,
    'grit-skipped': 20,
    dust: 10,
    'put-on-thick': 20,
  }),
  fault('filler-out', 'Filler pulled from the pores', [['pores'], ['while wet', 'with the next coat'], ['a dent']], {
    'sealed-too-much': 60,
    'too-soon': 25,
    hand: 15,
  }),
  fault('filler-sinks', 'Filler sinks', [['pores'], ['days later'], ['a dent']], {
    'too-soon': 75,
    'put-on-thick': 15,
    'too-cold': 10,
  }),
  fault('filler-on-face', 'Filler stains the face', [['everywhere'], ['as it dried'], ['nothing']], {
    'no-seal': 75,
    'not-wiped': 25,
  }),
  fault('smudges', 'Wipe smudges', [['lines', 'patches'], ['while wet'], ['nothing']], {
    'dwelt-otherwise': 35,
    'edge-dried': 35,
    lint: 10,
    hand: 20,
  }),
  fault('shellac-drags', 'Shellac drags', [['lines'], ['while wet'], ['a ridge']], {
    'brushed-over': 75,
    'too-soon': 15,
    hand: 10,
  }),
  fault('paper-clogs', 'The paper clogs', [['everywhere'], ['when rubbed'], ['sticky']], {
    'too-soon': 60,
    'too-cold': 15,
    stale: 15,
    'put-on-thick': 10,
  }),
  fault('craters', 'Craters, it crawls', [['specks', 'patches'], ['while wet'], ['a dent']], {
    contaminated: 75,
    'wax-or-oil-below': 25,
  }),
  fault('peels', 'It peels', [['patches', 'edges'], ['days later', 'when rubbed'], ['a ridge']], {
    'wax-or-oil-below': 40,
    'window-shut': 30,
    contaminated: 20,
    'too-soon': 10,
  }),
  fault('wrinkles', 'It wrinkles', [['everywhere', 'patches'], ['with the next coat'], ['a ridge']], {
    'too-soon': 65,
    'put-on-thick': 20,
    'wax-or-oil-below': 15,
  }),
  fault('rough', 'Rough to the hand', [['everywhere'], ['as it dried'], ['rough']], {
    'grain-raised': 60,
    dust: 30,
    'grit-skipped': 10,
  }),
];
export const faultOf = (id: string): Fault | undefined => FAULTS.find((f) => f.id === id);

/** What was told of it: where, when it showed, how it feels. */
export interface FaultTold {
  where?: FaultWhere | undefined;
  when?: When | undefined;
  feels?: Feels | undefined;
}
/** Faults that fit what was told, those that fit all of it first. */
export function faultsLike({ where, when, feels }: FaultTold): Fault[] {
  const fits = (f: Fault) =>
    (where && f.where.includes(where) ? 1 : 0) +
    (when && f.when.includes(when) ? 1 : 0) +
    (feels && f.feels.includes(feels) ? 1 : 0);
  const asked = [where, when, feels].filter(Boolean).length;
  return FAULTS.filter((f) => asked === 0 || fits(f) > 0).sort((p, q) => fits(q) - fits(p));
}

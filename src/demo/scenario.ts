import type { NewJob } from '../shared/job.ts';
import type { NewOldBoard } from '../shared/old-board.ts';
import type { ReadingInput } from '../shared/reading.ts';
import type { NewColourant, NewSpecies } from '../shared/shelf.ts';
import { COLOURANTS, LOTS, MEDIUMS, SUPPLIES } from './products.ts';
import type { Progress } from './work.ts';

type Told = Pick<Extract<ReadingInput, { source: 'words' }>, 'from' | 'moves'>;

/**
 * The demo scenario, invented: the refit of a small harbour-town library. New work in four woods is to match the one
 * panel of the old counter that survived.
 */
export const JOBS: readonly (Omit<NewJob, 'id'> & {
  /** Its target is a sample piece, read; or it is told in words and its boards are judged by eyes alone. */
  target: { piece: string } | Told;
  woods: readonly { speciesId: string; offcuts: number; progress: Progress }[];
  parts: readonly string[];
  /** The day it is wanted by. */
  due?: string;
  /** Its boards are on their way when the demo opens. */
  underWay?: boolean;
})[] = [
  {
    customer: 'Harbour Master’s Office',
    piece: 'Stair rail, two balusters replaced in oak',
    tolerance: 1.5,
    target: {
      from: { kind: 'wood', speciesId: 'oak' },
      moves: [
        { direction: 'darker', shades: 4 },
        { direction: 'warmer', shades: 1 },
      ],
    },
    woods: [{ speciesId: 'oak', offcuts: 3, progress: 'by-eyes' }],
    parts: ['2 x Baluster, oak, 860 x 38 x 38 mm, edge'],
  },
  {
    customer: 'Tern Harbour Library',
    piece: 'Catalogue drawers, reading chairs, shelf edges and lectern to the surviving counter panel',
    tolerance: 1,
    target: { piece: 'counter-panel' },
    woods: [
      { speciesId: 'sapele', offcuts: 4, progress: 'passed' },
      { speciesId: 'beech', offcuts: 6, progress: 'missed' },
      { speciesId: 'birch', offcuts: 5, progress: 'ladder' },
      { speciesId: 'ash', offcuts: 3, progress: 'untouched' },
    ],
    parts: [
      '24 x Drawer front, sapele, 340 x 120 x 19 mm, edge, end',
      '6 x Chair back, beech, 420 x 110 x 22 mm, both faces, edge',
      '18 x Shelf edge, birch, 900 x 40 x 18 mm',
      '1 x Lectern top, ash, 620 x 480 x 25 mm, both faces, edge, end',
    ],
    due: '2026-03-20',
  },
  {
    customer: 'Tern Harbour Reading Room',
    piece: 'Window seat, settle and two periodical racks to the same panel',
    tolerance: 1.5,
    target: { piece: 'counter-panel' },
    woods: [
      { speciesId: 'maple', offcuts: 4, progress: 'waiting' },
      { speciesId: 'oak', offcuts: 4, progress: 'waiting' },
      { speciesId: 'pine', offcuts: 6, progress: 'waiting' },
    ],
    parts: [
      '2 x Seat board, pine, 1400 x 420 x 28 mm, edge',
      '4 x Rack door, oak, 700 x 320 x 20 mm, both faces, edge',
    ],
    due: '2026-03-27',
    underWay: true,
  },
];

/** Ladders: on the palest wood, colours of a film with one board on the darkest, where their hiding shows. */
const [PALE, DARK] = ['birch', 'sapele'];
const GRAMS_PER_LITRE = [1.5, 5, 14];
export const ladderOf = (kind: NewColourant['kind']): readonly { strength: number; speciesId: string }[] => {
  switch (kind) {
    case 'pigment':
    case 'metallic':
      return [
        { strength: 0.02, speciesId: PALE },
        { strength: 0.08, speciesId: DARK },
        { strength: 0.25, speciesId: PALE },
      ];
    // As it comes in the tin, and thinned.
    case 'stain':
      return [
        { strength: 0.3, speciesId: PALE },
        { strength: 1, speciesId: DARK },
        { strength: 1, speciesId: PALE },
      ];
    // It colours by the wood's own tannin.
    case 'reactive':
      return GRAMS_PER_LITRE.map((strength) => ({ strength, speciesId: 'oak' }));
    default:
      return GRAMS_PER_LITRE.map((strength) => ({ strength, speciesId: PALE }));
  }
};

/** What the shop knows of its woods: figure, tannin and the shares of light, dark and pore; their colours it reads. */
export const SPECIES: readonly (Pick<NewSpecies, 'id' | 'name' | 'figure' | 'tannin' | 'anatomy' | 'blotch'> & {
  fractions: number[];
})[] = [
  {
    id: 'sapele',
    name: 'Sapele',
    figure: 'sapele',
    tannin: 1,
    anatomy: 'open',
    blotch: 0.06,
    fractions: [0.68, 0.24, 0.08],
  },
  { id: 'beech', name: 'Beech', figure: 'beech', tannin: 0, anatomy: 'fine', blotch: 0.12, fractions: [0.74, 0.26] },
  { id: 'birch', name: 'Birch', figure: 'birch', tannin: 0, anatomy: 'fine', blotch: 0.24, fractions: [0.8, 0.2] },
  {
    id: 'ash',
    name: 'Ash',
    figure: 'ash',
    tannin: 1,
    anatomy: 'open',
    blotch: 0.06,
    fractions: [0.66, 0.24, 0.1],
  },
  { id: 'oak', name: 'Oak', figure: 'oak', tannin: 3, anatomy: 'open', blotch: 0.05, fractions: [0.64, 0.24, 0.12] },
  { id: 'maple', name: 'Maple', figure: 'maple', tannin: 0, anatomy: 'fine', blotch: 0.2, fractions: [0.82, 0.18] },
  { id: 'pine', name: 'Pine', figure: 'pine', tannin: 0, anatomy: 'soft', blotch: 0.28, fractions: [0.76, 0.24] },
];

/** Who works in the demo shop. */
export const PEOPLE = [
  { name: 'Ines', initials: 'In' },
  { name: 'Tobiah', initials: 'To' },
];

/** Boards that hung on the shop's rack before, as far as their pencil notes tell. */
export const RACK: readonly Omit<NewOldBoard, 'id' | 'doubt'>[] = [
  {
    label: 'Boathouse bench, honey over beech',
    speciesId: 'beech',
    layers: [
      { kind: 'dye', colours: { honey: 4 }, medium: null },
      { kind: 'clear', colours: {}, medium: 'water-satin' },
    ],
    note: 'wiped dry, two coats of satin',
    made: 'two winters ago',
    grid: null,
    lab: [58.2, 14.6, 34.1],
  },
  {
    label: 'Chandlery counter, dark',
    speciesId: 'sapele',
    layers: [
      { kind: 'dye', colours: { wine: null, coal: null }, medium: null },
      { kind: 'clear', colours: {}, medium: 'oil-varnish' },
    ],
    note: 'amounts not noted',
    made: 'spring, some years ago',
    grid: null,
    lab: [31.4, 15.8, 14.2],
  },
  {
    label: 'Net loft door, no reading',
    speciesId: 'ash',
    layers: [{ kind: 'dye', colours: { slate: 2 }, medium: null }],
    note: 'greyed, oil later?',
    made: '',
    grid: null,
    lab: null,
  },
];

/** All that a demo shop is made from. */
export interface Scenario {
  species: typeof SPECIES;
  mediums: typeof MEDIUMS;
  colourants: typeof COLOURANTS;
  supplies: typeof SUPPLIES;
  lots: typeof LOTS;
  jobs: typeof JOBS;
  people: typeof PEOPLE;
  rack: typeof RACK;
}
export const LIBRARY_REFIT: Scenario = {
  species: SPECIES,
  mediums: MEDIUMS,
  colourants: COLOURANTS,
  supplies: SUPPLIES,
  lots: LOTS,
  jobs: JOBS,
  people: PEOPLE,
  rack: RACK,
};

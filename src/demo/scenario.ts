import { type Amber, tintOf, usualSurface } from '../core/learn/surfaces.ts';
import type { NewJob } from '../shared/job.ts';
import type { NewOldBoard } from '../shared/old-board.ts';
import type { NewColourant, NewMedium, NewSpecies } from '../shared/shelf.ts';
import type { Progress } from './work.ts';

/**
 * The demo scenario, invented: the refit of a small harbour-town library. New work in four woods is to match the one
 * panel of the old counter that survived.
 */
export const JOBS: readonly (Omit<NewJob, 'id'> & {
  piece_id: string;
  woods: readonly { speciesId: string; offcuts: number; progress: Progress }[];
  parts: readonly string[];
})[] = [
  {
    customer: 'Harbour Master’s Office',
    piece: 'Stair rail, two balusters replaced in oak',
    tolerance: 1.5,
    piece_id: 'stair-rail',
    woods: [{ speciesId: 'oak', offcuts: 3, progress: 'untouched' }],
    parts: ['2 x Baluster, oak, 860 x 38 x 38 mm, edge'],
  },
  {
    customer: 'Tern Harbour Library',
    piece: 'Catalogue drawers, reading chairs, shelf edges and lectern to the surviving counter panel',
    tolerance: 1,
    piece_id: 'counter-panel',
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
  },
];

const dye = (id: string, name: string, costPerGram: number, lot: string): NewColourant => ({
  id,
  name,
  kind: 'dye',
  carrier: 'water',
  maxStrength: 24,
  costPerGram,
  lot,
  caution: 'Powder: gloves, eye protection, no dust in the air. See its safety data sheet.',
});
const pigment = (id: string, name: string, lot: string): NewColourant => ({
  id,
  name,
  kind: 'pigment',
  carrier: 'water',
  maxStrength: 0.3,
  costPerGram: 0.04,
  lot,
  caution: 'Gloves and eye protection. See its safety data sheet.',
});

export const COLOURANTS: readonly NewColourant[] = [
  dye('honey', 'Honey', 0.42, 'H-0714'),
  dye('amber', 'Amber', 0.45, 'A-0802'),
  dye('russet', 'Russet', 0.48, 'R-0311'),
  dye('wine', 'Wine', 0.55, 'W-0650'),
  dye('moss', 'Moss', 0.52, 'M-0127'),
  dye('slate', 'Slate', 0.58, 'S-0933'),
  dye('coal', 'Coal', 0.5, 'C-0204'),
  pigment('ochre', 'Ochre', 'O-1101'),
  pigment('brick', 'Brick', 'B-1107'),
  pigment('umber', 'Umber', 'U-1113'),
  pigment('soot', 'Soot', 'T-1120'),
  pigment('chalk', 'Chalk', 'K-1121'),
];

/** Ladders: dyes on the palest wood, pigments with one board on the darkest, where their hiding shows. */
const [PALE, DARK] = ['birch', 'sapele'];
export const ladderOf = (kind: NewColourant['kind']): readonly { strength: number; speciesId: string }[] =>
  kind === 'pigment'
    ? [
        { strength: 0.02, speciesId: PALE },
        { strength: 0.08, speciesId: DARK },
        { strength: 0.25, speciesId: PALE },
      ]
    : [1.5, 5, 14].map((strength) => ({ strength, speciesId: PALE }));

const medium = (
  id: string,
  name: string,
  kind: NewMedium['kind'],
  carrier: NewMedium['carrier'],
  amber: Amber,
  caution: string,
): NewMedium => ({ id, name, kind, carrier, ...usualSurface(kind), tint: tintOf(amber), caution });
const OILY_RAGS = 'Oily rags heat up by themselves: spread flat outdoors or keep under water in a closed metal can.';
const ALCOHOL = 'Alcohol: very flammable. No flame or spark; ventilate.';

/** Put on the shelf with the usual values; the shop then fits its own from boards of {@link COAT_WOODS}. */
export const MEDIUMS: readonly NewMedium[] = [
  medium('water-satin', 'Waterborne satin', 'clear', 'water', 'water-clear', 'Ventilate. See its safety data sheet.'),
  medium('oil-varnish', 'Oil varnish', 'clear', 'oil', 'amber', OILY_RAGS),
  medium('blonde-shellac', 'Blonde shellac, dewaxed', 'sealer', 'alcohol', 'water-clear', ALCOHOL),
  medium('garnet-shellac', 'Garnet shellac, dewaxed', 'sealer', 'alcohol', 'orange', ALCOHOL),
  medium('linseed', 'Linseed oil', 'oil', 'oil', 'amber', OILY_RAGS),
];
export const COAT_WOODS = ['birch', 'sapele'];

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
];

/** Who works in the demo shop. */
export const PEOPLE = [
  { name: 'Ines', initials: 'In' },
  { name: 'Tobiah', initials: 'To' },
];

/** Boards that hung on the shop's rack before, as far as their pencil notes tell. */
export const RACK: readonly Omit<NewOldBoard, 'id'>[] = [
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
  jobs: typeof JOBS;
  people: typeof PEOPLE;
  rack: typeof RACK;
}
export const LIBRARY_REFIT: Scenario = {
  species: SPECIES,
  mediums: MEDIUMS,
  colourants: COLOURANTS,
  jobs: JOBS,
  people: PEOPLE,
  rack: RACK,
};

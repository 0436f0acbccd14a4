import { z } from 'zod';
import { Story } from '../event.ts';
import { Lot, LotChange, NewLot } from '../lot.ts';
import { KeptMix, MixChange, NewMix } from '../mix.ts';
import { Experience } from '../sheet.ts';
import {
  CoatsInput,
  ColourantChange,
  ColourantRecord,
  LadderInput,
  MediumChange,
  MediumRecord,
  NewColourant,
  NewMedium,
  NewSupply,
  NextBoards,
  RungChange,
  Shelf,
  SpeciesChange,
  SpeciesRecord,
  SpeciesSchema,
  SupplyChange,
  SupplyRecord,
} from '../shelf.ts';
import { EXAMPLE_ID, flat } from './examples.ts';
import { route } from './route.ts';

const moves = ['shelf'] as const;

export const wholeShelf = route({
  method: 'GET',
  path: '/shelf',
  does: 'All that stands on the shelf, put away or not.',
  answer: Shelf,
  shows: 'shelf',
});
export const experience = route({
  method: 'GET',
  path: '/shelf/experience',
  does: 'The waits that the shop kept after each product.',
  answer: z.array(Experience),
  shows: 'experience',
});
export const nextLadderBoards = route({
  method: 'GET',
  path: '/shelf/next-boards',
  does: 'The boards of a ladder that would teach most.',
  /** Anything that changes with the shelf. */
  query: z.object({ after: z.string().max(40).optional() }),
  answer: NextBoards,
  shows: 'next boards',
});

/** What everything of a kind on the shelf has: it is put away, brought back, and has a story and versions. */
const archived = <const P extends string>(place: P, teaches?: true) =>
  route({
    method: 'DELETE',
    path: `/${place}/:item`,
    does: 'Puts it away; what was made with it stays, and it can be brought back.',
    moves,
    teaches,
  });
const restored = <const P extends string>(place: P, teaches?: true) =>
  route({ method: 'POST', path: `/${place}/:item/restore`, does: 'Brings it back.', moves, teaches });
const story = <const P extends string>(place: P) =>
  route({
    method: 'GET',
    path: `/${place}/:item/story`,
    does: 'What happened to it, the newest first.',
    answer: Story,
    shows: 'story',
  });
const version = <const P extends string>(place: P) =>
  route({
    method: 'GET',
    path: `/${place}/:item/versions/:number`,
    does: 'It as it was in one of its versions.',
    answer: z.record(z.string(), z.unknown()),
    shows: 'shelf',
  });

export const addSpecies = route({
  method: 'POST',
  path: '/species',
  does: 'Puts a wood on the shelf.',
  body: SpeciesSchema,
  answer: SpeciesRecord,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: {
    id: 'pear',
    name: 'Pear',
    figure: 'maple',
    tannin: 1,
    tissues: [{ name: 'ground', fraction: 1, reflectance: flat(0.4), dye: 1, hold: 1 }],
  },
});
export const changeSpecies = route({
  method: 'PATCH',
  path: '/species/:item',
  does: 'Changes a wood of the shelf.',
  body: SpeciesChange,
  answer: SpeciesRecord,
  moves,
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, ringMm: 2.5 },
});
export const archiveSpecies = archived('species', true);
export const restoreSpecies = restored('species', true);
export const storyOfSpecies = story('species');
export const versionOfSpecies = version('species');

export const addColourant = route({
  method: 'POST',
  path: '/colourants',
  does: 'Puts a colour on the shelf.',
  body: NewColourant,
  answer: ColourantRecord,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: {
    id: 'amber-brown',
    name: 'Amber brown',
    kind: 'dye',
    carrier: 'water',
    maxStrength: 40,
    costPerGram: 0.2,
    caution: 'Powder: dust mask.',
  },
});
export const changeColourant = route({
  method: 'PATCH',
  path: '/colourants/:item',
  does: 'Puts right what is known of a colour; its kind stays.',
  body: ColourantChange,
  answer: ColourantRecord,
  moves,
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, sheet: { form: 'powder', bulkDensity: 0.6, label: { goOn: 4 }, shop: {} } },
});
export const addRungs = route({
  method: 'POST',
  path: '/colourants/:item/ladder',
  does: 'Adds boards at known strengths, read before and after: the colour’s profile is fitted to all of them.',
  body: LadderInput,
  answer: ColourantRecord,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: {
    rungs: [{ id: EXAMPLE_ID, speciesId: 'maple', strength: 10, before: flat(0.6), after: flat(0.3) }],
  },
});
export const archiveColourant = archived('colourants', true);
export const restoreColourant = restored('colourants', true);
export const storyOfColourant = story('colourants');
export const versionOfColourant = version('colourants');

export const changeRung = route({
  method: 'PATCH',
  path: '/rungs/:rung',
  does: 'Puts right a strength that was written down wrongly.',
  body: RungChange,
  answer: ColourantRecord,
  moves,
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, strength: 12 },
});
export const archiveRung = route({
  method: 'DELETE',
  path: '/rungs/:rung',
  does: 'Takes a board out of a ladder; it can be brought back.',
  answer: ColourantRecord,
  moves,
  teaches: true,
  refuses: ['not-possible'],
});
export const restoreRung = route({
  method: 'POST',
  path: '/rungs/:rung/restore',
  does: 'Brings a board of a ladder back.',
  answer: ColourantRecord,
  moves,
  teaches: true,
  refuses: ['not-possible'],
});

export const addMedium = route({
  method: 'POST',
  path: '/mediums',
  does: 'Puts a sealer, an oil or a clear on the shelf.',
  body: NewMedium,
  answer: MediumRecord,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: {
    id: 'thin-varnish',
    name: 'Thin varnish',
    kind: 'clear',
    carrier: 'oil',
    k2: 0.6,
    tint: flat(0.01),
    caution: 'Rags dry flat, in the open.',
  },
});
export const changeMedium = route({
  method: 'PATCH',
  path: '/mediums/:item',
  does: 'Puts right what is known of a sealer, an oil or a clear.',
  body: MediumChange,
  answer: MediumRecord,
  moves,
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, caution: 'Rags dry flat, in the open.' },
});
export const addCoatSamples = route({
  method: 'POST',
  path: '/mediums/:item/coats',
  does: 'Adds boards read before and after coats of it: what it does to light is fitted to all of them.',
  body: CoatsInput,
  answer: MediumRecord,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: { samples: [{ id: EXAMPLE_ID, speciesId: 'maple', coats: 2, before: flat(0.6), after: flat(0.5) }] },
});
export const archiveMedium = archived('mediums', true);
export const restoreMedium = restored('mediums', true);
export const storyOfMedium = story('mediums');
export const versionOfMedium = version('mediums');

export const archiveCoatSample = route({
  method: 'DELETE',
  path: '/coat-samples/:sample',
  does: 'Takes a board out of what a sealer, an oil or a clear was fitted to; it can be brought back.',
  answer: MediumRecord,
  moves,
  teaches: true,
  refuses: ['not-possible'],
});
export const restoreCoatSample = route({
  method: 'POST',
  path: '/coat-samples/:sample/restore',
  does: 'Brings such a board back.',
  answer: MediumRecord,
  moves,
  teaches: true,
  refuses: ['not-possible'],
});

export const addSupply = route({
  method: 'POST',
  path: '/supplies',
  does: 'Puts something without colour on the shelf: a reducer, a hardener, an abrasive.',
  body: NewSupply,
  answer: SupplyRecord,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: 'mesh-220', name: 'Mesh 220', kind: 'abrasive', carrier: null, caution: '' },
});
export const changeSupply = route({
  method: 'PATCH',
  path: '/supplies/:item',
  does: 'Puts right what is known of a supply.',
  body: SupplyChange,
  answer: SupplyRecord,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, name: 'Mesh 240' },
});
export const archiveSupply = archived('supplies');
export const restoreSupply = restored('supplies');
export const storyOfSupply = story('supplies');
export const versionOfSupply = version('supplies');

export const keepMix = route({
  method: 'POST',
  path: '/mixes',
  does: 'Keeps what is left of a mix.',
  body: NewMix,
  answer: KeptMix,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: {
    id: EXAMPLE_ID,
    name: 'Door dye',
    kind: 'dye',
    colours: { honey: 3 },
    litres: 0.4,
    note: '',
    unknownStrength: false,
  },
});
export const changeMix = route({
  method: 'PATCH',
  path: '/mixes/:mix',
  does: 'Changes what is known of a kept mix.',
  body: MixChange,
  answer: KeptMix,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, litres: 0.2 },
});
export const archiveMix = route({
  method: 'DELETE',
  path: '/mixes/:mix',
  does: 'Puts a kept mix away; it can be brought back.',
  moves,
});
export const restoreMix = route({
  method: 'POST',
  path: '/mixes/:mix/restore',
  does: 'Brings a kept mix back.',
  moves,
});
export const storyOfMix = route({
  method: 'GET',
  path: '/mixes/:mix/story',
  does: 'What happened to a kept mix, the newest first.',
  answer: Story,
  shows: 'story',
});

export const addLot = route({
  method: 'POST',
  path: '/lots',
  does: 'Puts a tin, a bag or a bottle of a product on the shelf.',
  body: NewLot,
  answer: Lot,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: {
    id: EXAMPLE_ID,
    item: 'colourant/honey',
    code: 'H 114',
    amount: 100,
    unit: 'g',
    opened: '2026-03-02',
    bestBefore: null,
    note: '',
  },
});
export const changeLot = route({
  method: 'PATCH',
  path: '/lots/:lot',
  does: 'Changes a lot, or counts it again.',
  body: LotChange,
  answer: Lot,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, amount: 80 },
});
export const archiveLot = route({
  method: 'DELETE',
  path: '/lots/:lot',
  does: 'Takes a lot out; it can be brought back.',
  answer: Lot,
  moves,
  refuses: ['not-possible'],
});
export const restoreLot = route({
  method: 'POST',
  path: '/lots/:lot/restore',
  does: 'Brings a lot back.',
  answer: Lot,
  moves,
  refuses: ['not-possible'],
});

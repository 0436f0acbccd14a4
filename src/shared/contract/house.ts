import { z } from 'zod';
import {
  CamerasFound,
  House,
  HouseAsked,
  HouseChange,
  HouseEffects,
  InstrumentChange,
  NewInstrument,
  NewPerson,
  PeoplesEyes,
  PersonChange,
} from '../house.ts';
import { NewOldBoard, OldBoard, OldBoardChange } from '../old-board.ts';
import { Snapshot, SnapshotLook, Snapshots } from '../snapshot.ts';
import { EXAMPLE_ID } from './examples.ts';
import { route } from './route.ts';

const moves = ['house'] as const;

export const wholeHouse = route({
  method: 'GET',
  path: '/house',
  does: 'How the shop works: units, tools, schools, hours, people, instruments.',
  answer: House,
  shows: 'house',
});
export const changeHouse = route({
  method: 'PATCH',
  path: '/house',
  does: 'Changes how the shop works.',
  body: HouseChange,
  answer: House,
  moves: ['house', 'clock'],
  refuses: ['changed-meanwhile'],
  example: { version: 1, units: 'metric' },
});
export const effectsOfHouse = route({
  method: 'POST',
  path: '/house/effects',
  does: 'What other schools or tools would say of the open jobs; changes nothing.',
  body: HouseAsked,
  answer: HouseEffects,
  example: { was: { schools: {}, tools: [] }, now: { schools: {}, tools: ['spray-gun'] } },
});
export const addPerson = route({
  method: 'POST',
  path: '/people',
  does: 'Adds somebody who works here.',
  body: NewPerson,
  answer: House,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, name: 'Ina Vos', initials: 'IV' },
});
export const eyesOfPeople = route({
  method: 'GET',
  path: '/people/eyes',
  does: 'How those who looked at boards are found to see.',
  answer: PeoplesEyes,
  shows: 'house',
});
export const camerasOfShop = route({
  method: 'GET',
  path: '/cameras',
  does: 'The cameras that took pictures here, each by its lights, and how good each is.',
  answer: CamerasFound,
  shows: 'house',
});
export const changePerson = route({
  method: 'PATCH',
  path: '/people/:person',
  does: 'Changes a name.',
  body: PersonChange,
  answer: House,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, initials: 'IVo' },
});
export const archivePerson = route({
  method: 'DELETE',
  path: '/people/:person',
  does: 'Somebody works here no longer.',
  answer: House,
  moves,
});
export const restorePerson = route({
  method: 'POST',
  path: '/people/:person/restore',
  does: 'Somebody is back.',
  answer: House,
  moves,
});
export const addInstrument = route({
  method: 'POST',
  path: '/instruments',
  does: 'Names an instrument of the house.',
  body: NewInstrument,
  answer: House,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, name: 'The handheld', geometry: '45/0, 4 mm', note: '' },
});
export const changeInstrument = route({
  method: 'PATCH',
  path: '/instruments/:instrument',
  does: 'Changes what is known of an instrument.',
  body: InstrumentChange,
  answer: House,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, note: 'new lamp' },
});
export const archiveInstrument = route({
  method: 'DELETE',
  path: '/instruments/:instrument',
  does: 'Puts an instrument away.',
  answer: House,
  moves,
});
export const restoreInstrument = route({
  method: 'POST',
  path: '/instruments/:instrument/restore',
  does: 'Brings an instrument back.',
  answer: House,
  moves,
});

export const snapshotsOfShop = route({
  method: 'GET',
  path: '/house/snapshots',
  does: 'The snapshots of the whole record, the newest first.',
  answer: Snapshots,
  shows: 'snapshots',
});
export const takeSnapshot = route({
  method: 'POST',
  path: '/house/snapshots',
  does: 'Takes a snapshot now.',
  answer: Snapshot,
  makes: true,
  moves: ['snapshots'],
  refuses: ['not-possible'],
});
export const lookAtSnapshot = route({
  method: 'GET',
  path: '/house/snapshots/:snapshot',
  does: 'What restoring a snapshot would bring, beside what there is.',
  answer: SnapshotLook,
  shows: 'snapshots',
  refuses: ['not-possible'],
});
export const restoreSnapshot = route({
  method: 'POST',
  path: '/house/snapshots/:snapshot/restore',
  does: 'Puts a snapshot in the place of the whole record, which becomes a snapshot itself.',
  moves: ['snapshots'],
  refuses: ['not-possible'],
});

export const oldBoards = route({
  method: 'GET',
  path: '/rack',
  does: 'The shop’s old boards.',
  answer: z.array(OldBoard),
  shows: 'rack',
});
export const addOldBoard = route({
  method: 'POST',
  path: '/rack',
  does: 'Hangs an old board on the rack, with what its pencil note tells.',
  body: NewOldBoard,
  answer: OldBoard,
  makes: true,
  moves: ['rack'],
  teaches: true,
  refuses: ['not-possible'],
  example: {
    id: EXAMPLE_ID,
    label: 'Old door',
    speciesId: 'oak',
    layers: [{ kind: 'dye', colours: { honey: null }, medium: null }],
    note: 'honey, twice',
    made: '1998',
    grid: null,
    lab: [50, 10, 20],
  },
});
export const changeOldBoard = route({
  method: 'PATCH',
  path: '/rack/:oldBoard',
  does: 'Changes what is known of an old board.',
  body: OldBoardChange,
  answer: OldBoard,
  moves: ['rack'],
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, note: 'honey, three times' },
});
export const archiveOldBoard = route({
  method: 'DELETE',
  path: '/rack/:oldBoard',
  does: 'Takes an old board off the rack; it can be brought back.',
  moves: ['rack'],
  teaches: true,
});
export const restoreOldBoard = route({
  method: 'POST',
  path: '/rack/:oldBoard/restore',
  does: 'Brings an old board back.',
  moves: ['rack'],
  teaches: true,
});

import { PictureRequest, PictureTaken } from '../picture.ts';
import {
  BeforeAndAfter,
  CoatRequest,
  MeasuredFile,
  MeasuredLines,
  MeasureRequest,
  RungRequest,
  SamplePieces,
  TissueReading,
  TissueRequest,
} from '../reading.ts';
import { EXAMPLE_ID } from './examples.ts';
import { route } from './route.ts';

/** The simulated instrument and bench of a shop to practise in. */
export const samplePieces = route({
  method: 'GET',
  path: '/instrument/pieces',
  does: 'Pieces that lie ready to be read as a target.',
  answer: SamplePieces,
  shows: 'pieces',
});
export const simulatePicture = route({
  method: 'POST',
  path: '/jobs/:job/pictures/simulated',
  does: 'Takes boards of a job, and a piece that lies ready, with the simulated camera: beside a card of four greys.',
  body: PictureRequest,
  answer: PictureTaken,
  refuses: ['not-possible'],
  example: { piece: 'counter-panel', boards: [] },
});
export const makeRung = route({
  method: 'POST',
  path: '/instrument/rung',
  does: 'Makes one board of a ladder on the simulated bench, and reads it before and after.',
  body: RungRequest,
  answer: BeforeAndAfter,
  refuses: ['not-possible'],
  example: { colourantId: 'honey', speciesId: 'maple', strength: 10 },
});
export const makeCoat = route({
  method: 'POST',
  path: '/instrument/coat',
  does: 'Puts coats on a raw board of the simulated bench, and reads it before and after.',
  body: CoatRequest,
  answer: BeforeAndAfter,
  refuses: ['not-possible'],
  example: { mediumId: 'water-satin', speciesId: 'maple', coats: 2 },
});
export const readTissue = route({
  method: 'POST',
  path: '/instrument/tissue',
  does: 'Reads one tissue of a wood through a small aperture.',
  body: TissueRequest,
  answer: TissueReading,
  refuses: ['not-possible'],
  example: { speciesId: 'oak', tissue: 'grain' },
});
export const measureIntoFolder = route({
  method: 'POST',
  path: '/instrument/file',
  does: 'Measures into the watched folder, as the software of a real one does.',
  body: MeasureRequest,
  answer: MeasuredFile,
  moves: ['watched'],
  refuses: ['not-possible'],
  example: { of: 'board', board: EXAMPLE_ID, stage: 0, count: 3 },
});
export const measureLines = route({
  method: 'POST',
  path: '/instrument/lines',
  does: 'What it says on its serial line when it measures.',
  body: MeasureRequest,
  answer: MeasuredLines,
  refuses: ['not-possible'],
  example: { of: 'piece', piece: 'counter-panel', count: 1 },
});

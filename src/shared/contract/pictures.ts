import { Job } from '../job.ts';
import { NewPicture } from '../picture.ts';
import { EXAMPLE_ID, EXAMPLE_PICTURE } from './examples.ts';
import { route } from './route.ts';

const moves = ['jobs'] as const;

export const takePicture = route({
  method: 'POST',
  path: '/jobs/:job/pictures',
  does: 'Keeps a picture of things of a job; with a card in it, what lies where tells their colours.',
  body: NewPicture,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, file: EXAMPLE_PICTURE, fields: [] },
});
export const shownPicture = route({
  method: 'GET',
  path: '/pictures/:picture/image',
  does: 'A picture as it is kept.',
  file: 'image/jpeg',
});
export const archivePicture = route({
  method: 'DELETE',
  path: '/pictures/:picture',
  does: 'Takes a picture out; it can be brought back.',
  answer: Job,
  moves,
  refuses: ['not-possible'],
});
export const restorePicture = route({
  method: 'POST',
  path: '/pictures/:picture/restore',
  does: 'Brings a picture back.',
  answer: Job,
  moves,
  refuses: ['not-possible'],
});

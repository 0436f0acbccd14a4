import { DoneWith, WatchedFolder } from '../watched.ts';
import { route } from './route.ts';

const moves = ['watched'] as const;

export const watchedFolder = route({
  method: 'GET',
  path: '/watched',
  does: 'The folder that is watched for files of an instrument, and what is new in it.',
  answer: WatchedFolder,
  shows: 'watched',
});
export const watchedFile = route({
  method: 'GET',
  path: '/watched/:file',
  does: 'A new file of the watched folder, as it is.',
  file: 'application/octet-stream',
});
export const doneWithFile = route({
  method: 'PUT',
  path: '/watched/:file/done',
  does: 'A file was kept for something, or is left: it is not offered again, under whatever name.',
  body: DoneWith,
  answer: WatchedFolder,
  moves,
  refuses: ['not-possible'],
  example: { keptFor: 'birch-2 after dye' },
});
export const offerFileAgain = route({
  method: 'DELETE',
  path: '/watched/:file/done',
  does: 'A file is offered again.',
  answer: WatchedFolder,
  moves,
});

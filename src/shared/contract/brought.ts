import { BroughtFile, BroughtLook, BroughtProgress, JobsFileLook, NewBrought, NewBroughtShelf } from '../jobs-file.ts';
import { EXAMPLE_ID } from './examples.ts';
import { route } from './route.ts';

const moves = [
  'jobs',
  'shelf',
  'rack',
  'house',
  'systems',
  'faults',
  'clock',
  'experience',
  'quotes',
  'story',
] as const;
/** Nothing of a file, base64. */
const EMPTY = 'e30=';

export const jobFile = route({
  method: 'GET',
  path: '/jobs/:job/file',
  does: 'A job with all that belongs to it, as a zip of JSON and pictures (`docs/formats.md`).',
  file: 'application/zip',
});
export const shopFile = route({
  method: 'GET',
  path: '/house/file',
  does: 'The whole shop in the same way.',
  file: 'application/zip',
});
export const lookAtJobsFile = route({
  method: 'POST',
  path: '/brought/look',
  does: 'What a file of jobs holds beside what there is, and what the shelf lacks for it; changes nothing.',
  body: JobsFileLook,
  answer: BroughtLook,
  refuses: ['not-possible'],
  example: { file: EMPTY },
});
export const bringJobs = route({
  method: 'POST',
  path: '/brought',
  does: 'Brings a file of jobs in, in one transaction: what is here already stays as it is.',
  body: NewBrought,
  answer: BroughtFile,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, name: 'job-3.zip', file: EMPTY },
});
export const bringShelf = route({
  method: 'POST',
  path: '/brought/shelf',
  does: 'Puts what a file of a shelf holds on the shelf: all of it or nothing.',
  body: NewBroughtShelf,
  answer: BroughtFile,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: {
    id: EXAMPLE_ID,
    name: 'shelf.csv',
    things: [{ what: 'supply', thing: { id: 'cups', name: 'Cups', kind: 'cloth', carrier: null, caution: '' } }],
  },
});
export const broughtProgress = route({
  method: 'GET',
  path: '/brought/:brought/progress',
  does: 'How far a file has come that is being brought in: of so many records.',
  answer: BroughtProgress,
  shows: 'server',
});
export const undoBrought = route({
  method: 'DELETE',
  path: '/brought/:brought',
  does: 'Takes out again all that a file brought in.',
  answer: BroughtFile,
  moves,
  refuses: ['not-possible'],
});

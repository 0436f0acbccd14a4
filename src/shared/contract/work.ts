import { Board } from '../board.ts';
import { NewCheck } from '../check.ts';
import { NewDrawDown } from '../draw-down.ts';
import { Job } from '../job.ts';
import { NewHours, NewQuote, QuotesTaught } from '../quote.ts';
import { NewRawPieces, RawPieceChange } from '../raw-piece.ts';
import { NewWork } from '../work.ts';
import { EXAMPLE_ID, OTHER_ID } from './examples.ts';
import { route } from './route.ts';

export const beginWork = route({
  method: 'POST',
  path: '/woods/:wood/work',
  does: 'Begins the work of a wood: its pieces, in portions, get the layers of a board that passed.',
  body: NewWork,
  answer: Job,
  moves: ['jobs', 'clock'] as const,
  teaches: true,
  refuses: ['not-possible'],
  example: { board: OTHER_ID, portions: [{ id: EXAMPLE_ID, part: EXAMPLE_ID, portion: 1, count: 6 }] },
});
export const keepQuote = route({
  method: 'POST',
  path: '/jobs/:job/quotes',
  does: 'Keeps what a job is quoted at, by the terms that are said.',
  body: NewQuote,
  answer: Job,
  makes: true,
  moves: ['jobs', 'quotes'] as const,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, terms: { hour: 50, margin: 0.2, rework: 0.1, trials: 3, pace: 1.1, handLimit: 12 } },
});
export const quotesTaught = route({
  method: 'GET',
  path: '/quotes/taught',
  does: 'What jobs before teach the next quote: the hours they were quoted at and took, and the newest terms.',
  answer: QuotesTaught,
  shows: 'quotes',
});
export const noteHours = route({
  method: 'POST',
  path: '/jobs/:job/hours',
  does: 'Notes hours that were worked on a job.',
  body: NewHours,
  answer: Job,
  makes: true,
  moves: ['jobs', 'quotes'] as const,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, hours: 2.5, what: 'dyed the drawer fronts' },
});
export const archiveHours = route({
  method: 'DELETE',
  path: '/hours/:hours',
  does: 'Takes hours out that were noted.',
  answer: Job,
  moves: ['jobs', 'quotes'] as const,
});
export const restoreHours = route({
  method: 'POST',
  path: '/hours/:hours/restore',
  does: 'Puts hours back that were taken out.',
  answer: Job,
  moves: ['jobs', 'quotes'] as const,
});
export const noteCheck = route({
  method: 'POST',
  path: '/boards/:board/checks',
  does: 'Says what was found of a surface before the next layer, or what was changed in a run.',
  body: NewCheck,
  answer: Board,
  makes: true,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, stage: 1, what: 'raking', fine: true },
});
export const archiveCheck = route({
  method: 'DELETE',
  path: '/checks/:check',
  does: 'Takes out what was found or changed.',
  answer: Board,
  refuses: ['not-possible'],
});
export const restoreCheck = route({
  method: 'POST',
  path: '/checks/:check/restore',
  does: 'Puts back what was found or changed.',
  answer: Board,
  refuses: ['not-possible'],
});
export const noteDrawDown = route({
  method: 'POST',
  path: '/boards/:board/draw-downs',
  does: 'Says how drops of a pot look beside the sample, or what they read.',
  body: NewDrawDown,
  answer: Board,
  makes: true,
  moves: ['jobs'] as const,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, stage: 1, said: [{ direction: 'redder', size: 'touch' }], lab: null },
});
export const archiveDrawDown = route({
  method: 'DELETE',
  path: '/draw-downs/:drawDown',
  does: 'Takes a draw-down out.',
  answer: Board,
  moves: ['jobs'] as const,
  refuses: ['not-possible'],
});
export const restoreDrawDown = route({
  method: 'POST',
  path: '/draw-downs/:drawDown/restore',
  does: 'Puts a draw-down back.',
  answer: Board,
  moves: ['jobs'] as const,
  refuses: ['not-possible'],
});
export const addRawPieces = route({
  method: 'POST',
  path: '/woods/:wood/raw-pieces',
  does: 'Adds pieces of the pile, each by its colour against the others or as it reads.',
  body: NewRawPieces,
  answer: Job,
  moves: ['jobs'] as const,
  makes: true,
  refuses: ['not-possible'],
  example: {
    pieces: [
      {
        id: EXAMPLE_ID,
        name: '7',
        said: [{ direction: 'darker', size: 'touch' }],
        lab: null,
        lively: false,
        pair: 'A',
      },
    ],
  },
});
export const changeRawPiece = route({
  method: 'PATCH',
  path: '/raw-pieces/:rawPiece',
  does: 'Puts a piece of the pile right, or says which part it is for.',
  body: RawPieceChange,
  answer: Job,
  moves: ['jobs'] as const,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, lively: true },
});
export const archiveRawPiece = route({
  method: 'DELETE',
  path: '/raw-pieces/:rawPiece',
  does: 'Takes a piece out of the pile.',
  answer: Job,
  moves: ['jobs'] as const,
  refuses: ['not-possible'],
});
export const restoreRawPiece = route({
  method: 'POST',
  path: '/raw-pieces/:rawPiece/restore',
  does: 'Puts a piece back on the pile.',
  answer: Job,
  moves: ['jobs'] as const,
  refuses: ['not-possible'],
});

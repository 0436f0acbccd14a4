import { Job } from '../job.ts';
import { NewHours, NewQuote, QuotesTaught } from '../quote.ts';
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
  example: { id: EXAMPLE_ID, terms: { hour: 50, margin: 0.2, rework: 0.1, trials: 3, pace: 1.1 } },
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

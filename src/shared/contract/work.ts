import { Job } from '../job.ts';
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

import { BracketAnswer, NewAddress, NewBracket, OpenedAddress } from '../bracket.ts';
import { Job } from '../job.ts';
import { EXAMPLE_ID, OTHER_ID } from './examples.ts';
import { route } from './route.ts';

const moves = ['jobs'] as const;

export const standBracket = route({
  method: 'POST',
  path: '/jobs/:job/brackets',
  does: 'Stands boards of a job beside each other for the customer to choose among.',
  body: NewBracket,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: {
    id: EXAMPLE_ID,
    boards: [
      { board: EXAMPLE_ID, says: 'lighter' },
      { board: OTHER_ID, says: 'on' },
    ],
  },
});
export const answerBracket = route({
  method: 'POST',
  path: '/brackets/:bracket/answer',
  does: 'Keeps what the customer chose: the board, their words, their initials.',
  body: BracketAnswer,
  answer: Job,
  moves,
  refuses: ['not-possible'],
  example: { board: EXAMPLE_ID, words: 'a little lighter than the counter', initials: 'H. K.' },
});
export const openBracket = route({
  method: 'POST',
  path: '/brackets/:bracket/address',
  does: 'Opens a one-time address that shows a bracket over the shop’s network; one that was open before is shut.',
  body: NewAddress,
  answer: OpenedAddress,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { hours: 24 },
});
export const shutBracket = route({
  method: 'DELETE',
  path: '/brackets/:bracket/address',
  does: 'Shuts the address of a bracket.',
  answer: Job,
  moves,
});

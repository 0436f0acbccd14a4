import { FaultFound, FaultsFound, NewFaultFound } from '../fault.ts';
import { EXAMPLE_ID, OTHER_ID } from './examples.ts';
import { route } from './route.ts';

const moves = ['faults'] as const;

export const faultsFound = route({
  method: 'GET',
  path: '/faults',
  does: 'What went wrong in this shop, the newest first.',
  answer: FaultsFound,
  shows: 'faults',
});
export const noteFault = route({
  method: 'POST',
  path: '/faults',
  does: 'Writes down what went wrong and what it came from; the next ranking counts it.',
  body: NewFaultFound,
  answer: FaultFound,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, boardId: OTHER_ID, stage: 2, fault: 'blush', cause: 'damp', hours: 1.5 },
});
export const archiveFault = route({
  method: 'DELETE',
  path: '/faults/:fault',
  does: 'Takes back what was written down of a fault.',
  moves,
  refuses: ['not-possible'],
});
export const restoreFault = route({
  method: 'POST',
  path: '/faults/:fault/restore',
  does: 'Brings it back.',
  moves,
  refuses: ['not-possible'],
});

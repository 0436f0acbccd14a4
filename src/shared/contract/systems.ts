import { KeptSystem, KeptSystems, NewSystem } from '../system.ts';
import { EXAMPLE_ID } from './examples.ts';
import { route } from './route.ts';

const moves = ['systems'] as const;

export const systems = route({
  method: 'GET',
  path: '/systems',
  does: 'Whole ways to finish that the shop keeps.',
  answer: KeptSystems,
  shows: 'systems',
});
export const keepSystem = route({
  method: 'POST',
  path: '/systems',
  does: 'Keeps a whole way to finish.',
  body: NewSystem,
  answer: KeptSystem,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: {
    id: EXAMPLE_ID,
    system: {
      format: 'urushi-system',
      version: 1,
      name: 'Plain',
      variants: [{ name: 'As it is', preparation: { grit: 180 }, layers: [{ kind: 'clear' }] }],
    },
  },
});
export const archiveSystem = route({
  method: 'DELETE',
  path: '/systems/:system',
  does: 'Puts a kept system away; it can be brought back.',
  moves,
});
export const restoreSystem = route({
  method: 'POST',
  path: '/systems/:system/restore',
  does: 'Brings a kept system back.',
  moves,
});

import { FILM_TIMES, filmTest } from './clear.ts';
import { kind } from './kind.ts';
import { coats, cut } from './settings.ts';
import { untilNext } from './way-back.ts';
import { BRUSHED, SPRAYED } from './ways.ts';

/** A thin coat that closes the wood, and parts one colour from the next. */
export const sealer = kind({
  label: 'Sealer',
  called: ['seal coat', 'seal', 'shellac', 'washcoat', 'sanding sealer'],
  medium: 'sealer',
  settings: [coats(3), cut],
  methods: [BRUSHED, SPRAYED],
  is: { seals: true, locks: true, rubbedDown: true },
  drying: ({ carrier }) => FILM_TIMES[carrier],
  test: filmTest,
  driesAsFilm: true,
  wayBack: () => untilNext('Thin it with alcohol and wipe, the colour below may move', 'until the next layer is on'),
  puttingOn: ({ method }) =>
    `${method === 'sprayed' ? 'Sprayed thin, once over' : 'Thin, quick and once over, no brushing back'}; it closes the wood and keeps the colour below.`,
  doubt: 0.2,
});

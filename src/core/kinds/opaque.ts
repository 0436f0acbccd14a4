import { filmTest } from './clear.ts';
import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { lasts } from './times.ts';
import { withWork } from './way-back.ts';

/** A colour that hides the wood. */
export const opaque = kind({
  label: 'Opaque colour',
  called: ['opaque', 'paint'],
  takes: ['pigment'],
  settings: [coats(3, 2)],
  is: { hides: true, builds: true, locks: true, protects: true, rubbedDown: true },
  drying: () => lasts([2, 4, 16], 2, 12),
  test: filmTest,
  driesAsFilm: true,
  wayBack: () => withWork('Strip it; the wood below keeps a tinge'),
  puttingOn: () =>
    'Thin and even, into corners and profiles first; the second coat covers. Stir from the bottom now and then.',
  base: { name: 'Paint base', stir: 'From the bottom, until no streak is left.' },
  coverage: 9,
  dearer: 0.4,
});

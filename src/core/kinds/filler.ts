import { kind } from './kind.ts';
import { share } from './settings.ts';
import { DAY, lasts } from './times.ts';
import { whileWet } from './way-back.ts';

/** A paste that is worked into open pores and wiped off the face. */
export const filler = kind({
  label: 'Grain filler',
  called: ['filler', 'pore filler', 'paste filler'],
  takes: ['pigment', 'metallic'],
  settings: [share('fill', 'pores filled', 0.9, 1, 'more: smoother pores')],
  is: { fills: true, cloths: true },
  carrier: 'oil',
  drying: () => lasts([10, 12, DAY], 10, 30),
  test: () => 'nail',
  soak: 10,
  wayBack: () => whileWet('Scrub out with its thinner and a stiff brush', 2, 'while it is soft'),
  puttingOn: () => 'Like heavy cream, across the grain; when it hazes off with burlap, across the grain.',
  base: { name: 'Filler paste', stir: 'Until no streak is left, then thin it to heavy cream.' },
  coverage: 6,
  dearer: 0.3,
  doubt: 0.3,
});

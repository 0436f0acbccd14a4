import { kind } from './kind.ts';
import { share, soaking } from './settings.ts';
import { DAY, lasts } from './times.ts';
import { whileWet } from './way-back.ts';

/** A paste that is worked into open pores and wiped off the face. */
export const filler = kind({
  label: 'Grain filler',
  called: ['filler', 'pore filler', 'paste filler'],
  always: ['wiped off with burlap', 'off with burlap', 'with burlap', 'burlap', 'squeegeed off', 'wiped off'],
  takes: ['pigment', 'metallic', 'dye', 'stain'],
  supply: 'filler',
  settings: [share('fill', 'pores filled', 0.9, 1, 'more: smoother pores'), soaking(10)],
  is: { fills: true, cloths: true },
  carrier: 'oil',
  drying: () => lasts([10, 12, DAY], 10, 30),
  test: () => 'nail',
  wayBack: () => whileWet('Scrub out with its thinner and a stiff brush', 2, 'while it is soft'),
  puttingOn: ({ setting }) =>
    `Like heavy cream, across the grain; when it hazes, about ${setting('dwell')} min, off with burlap, across the grain.`,
  base: { name: 'Filler paste', stir: 'Until no streak is left, then thin it to heavy cream.' },
  coverage: 6,
  dearer: 0.3,
  doubt: 0.3,
});

import { kind } from './kind.ts';
import { coats, soaking } from './settings.ts';
import { lasts } from './times.ts';
import { untilNext } from './way-back.ts';

/** It fills the thirstiest wood first, so that what follows takes evenly. */
export const conditioner = kind({
  label: 'Conditioner',
  called: ['conditioned', 'blotch control', 'pre-stain'],
  always: ['wiped off', 'wiped'],
  supply: 'conditioner',
  settings: [coats(2), soaking(8)],
  is: { conditions: true, cloths: true },
  drying: () => lasts([0.25, 1, 12], 1, 8),
  wayBack: () => untilNext('Let it dry and sand again', 'until colour is on'),
  puttingOn: ({ setting }) =>
    `Wet all of it and keep it wet ${setting('dwell')} min; wipe off what stands. What follows goes on within its window.`,
  coverage: 14,
  doubt: 0.3,
});

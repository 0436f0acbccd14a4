import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { lasts } from './times.ts';
import { untilNext } from './way-back.ts';

/** It fills the thirstiest wood first, so that what follows takes evenly. */
export const conditioner = kind({
  label: 'Conditioner',
  settings: [coats(2)],
  is: { conditions: true, cloths: true },
  drying: () => lasts([0.25, 1, 12], 1, 8),
  soak: 8,
  wayBack: () => untilNext('Let it dry and sand again', 'until colour is on'),
  puttingOn: () =>
    'Wet all of it and keep it wet 5–10 min; wipe off what stands. What follows goes on within its window.',
  coverage: 14,
  doubt: 0.3,
});

import { kind } from './kind.ts';
import { share } from './settings.ts';
import { DAY, lasts } from './times.ts';
import { NO_WAY_BACK } from './way-back.ts';

/** It takes the wood's own colour out. */
export const bleach = kind({
  label: 'Bleach',
  always: ['neutralised', 'neutralized', 'rinsed'],
  supply: 'bleach',
  settings: [share('strength', 'colour taken out', 0.5, 0.95, 'more: paler')],
  is: { bleaches: true, final: true },
  drying: () => lasts([4, 12, DAY], 12, 10),
  wayBack: () => NO_WAY_BACK,
  puttingOn: () => 'Even and wet; neutralise as its data sheet says; rinse, dry, sand lightly.',
  coverage: 10,
  dearer: 0.3,
  warning:
    'What is bleached does not come back, and bleach never mixes with another product. See its safety data sheet.',
  doubt: 0.35,
});

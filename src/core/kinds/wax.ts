import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { lasts } from './times.ts';
import { withWork } from './way-back.ts';

/** Paste wax: thin over all else, hazed, and buffed; nothing holds on it. */
export const wax = kind({
  label: 'Wax',
  called: ['paste wax', 'waxed'],
  always: ['buffed', 'buff', 'and buffed'],
  supply: 'wax',
  settings: [coats(2)],
  is: { cloths: true, last: true },
  carrier: 'oil',
  drying: () => lasts([0.15, 0.25, 1], 0.25, 12),
  test: () => 'dull',
  open: () => 10,
  wayBack: () => withWork('Wash it off with its thinner and clean rags'),
  puttingOn: () => 'Thin, with a pad, in circles; when it has hazed, 10–15 min, buff with the grain.',
  coverage: 30,
});

import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { DAY, lasts } from './times.ts';
import { whileWet } from './way-back.ts';

/** It soaks in, deepens, and hardens in the wood. Linseed takes three to four days; a danish oil a night. */
export const oil = kind({
  label: 'Oil',
  called: ['danish oil', 'linseed oil', 'hard-wax oil', 'hardwax oil'],
  medium: 'oil',
  settings: [coats(3)],
  is: { feeds: true, cloths: true, locks: true, protects: true },
  drying: () => lasts([12, 3.5 * DAY, 7 * DAY], DAY, 12),
  soak: 12,
  wayBack: () => whileWet('Wipe off with its thinner', 0.5, 'while it is wet, within minutes'),
  puttingOn: ({ binder }) =>
    /wax/i.test(binder)
      ? 'Thin, worked in with a pad or a roller; after 10 min take off all that stands on the face.'
      : 'Flood, keep wet 10–15 min, wipe off all of it; wipe again where it bleeds.',
  coverage: 18,
  dearer: 0.1,
  doubt: 0.2,
});

import { kind } from './kind.ts';
import { coats, soaking } from './settings.ts';
import { DAY, lasts } from './times.ts';
import { whileWet } from './way-back.ts';

/** It soaks in, deepens, and hardens in the wood. Linseed takes three to four days; a danish oil a night. */
export const oil = kind({
  label: 'Oil',
  called: ['danish oil', 'linseed oil', 'hard-wax oil', 'hardwax oil'],
  always: ['taken off again', 'taken off', 'wiped off', 'dry spots fed', 'flooded'],
  medium: 'oil',
  settings: [coats(3), soaking(12)],
  is: { feeds: true, cloths: true, locks: true, protects: true },
  drying: () => lasts([12, 3.5 * DAY, 7 * DAY], DAY, 12),
  wayBack: () => whileWet('Wipe off with its thinner', 0.5, 'while it is wet, within minutes'),
  puttingOn: ({ binder, setting }) =>
    /wax/i.test(binder)
      ? `Thin, worked in with a pad or a roller; after ${setting('dwell')} min take off all that stands on the face.`
      : `Flood, keep wet ${setting('dwell')} min and feed dry spots, wipe off all of it; wipe again where it bleeds.`,
  coverage: 18,
  dearer: 0.1,
  doubt: 0.2,
});

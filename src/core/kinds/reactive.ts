import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { lasts } from './times.ts';
import { NO_WAY_BACK } from './way-back.ts';

/** A solution that turns with the tannin of the wood: it goes on pale and darkens in minutes; wet with water. */
export const reactive = kind({
  label: 'Reactive colour',
  called: ['reactive', 'iron'],
  takes: ['reactive'],
  mostColours: 1,
  settings: [coats(3)],
  is: { coloursWood: true, reacts: true, final: true },
  drying: () => lasts([1, 3, 12], 2, 8),
  wayBack: () => NO_WAY_BACK,
  puttingOn: () =>
    'Wet and even, not flooded, and left. It looks like nothing at first and darkens as it dries; a spot that was missed shows in ten minutes, and is wetted again at once.',
  dearer: 0.15,
  doubt: 0.5,
});

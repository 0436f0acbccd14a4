import { kind, wipedOff } from './kind.ts';
import { coats, dwell, film, load, pressure } from './settings.ts';
import { lasts } from './times.ts';
import { ACROSS, DRY_BRUSHED, UNWIPED, WIPED } from './ways.ts';
import { wipingStain } from './wiping-stain.ts';

/** Pigment in a thick medium: it stands on the face and hardly soaks in. */
export const gelStain = kind({
  label: 'Gel stain',
  called: ['gel'],
  takes: ['pigment', 'stain'],
  settings: [coats(3), film, dwell, load, pressure],
  methods: [WIPED, ACROSS, UNWIPED, DRY_BRUSHED],
  is: { wiped: true, stands: true, cloths: true },
  drying: () => lasts([2, 12, 18], 8, 15),
  test: () => 'dull',
  open: () => 6,
  longestDwell: () => 15,
  wayBack: wipingStain.wayBack,
  puttingOn: (said) =>
    wipedOff(said, {
      right: 'Right is a face a shade or two darker, its grain and rays still bright.',
      late: 'Where it drags it has set: more gel softens it, a few minutes long.',
    }),
  base: { name: 'Clear gel base', stir: 'Fold it in: until no streak is left.' },
  coverage: 14,
  doubt: 0.4,
});

import { dye } from './dye.ts';
import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { lasts } from './times.ts';

/** Carbon in water: it blackens the face and cannot wet into open pores. */
export const ink = kind({
  label: 'Ink',
  takes: ['ink'],
  mostColours: 1,
  settings: [coats(4)],
  is: { coloursWood: true, inks: true },
  drying: () => lasts([0.5, 2, 6], 1, 8),
  wayBack: dye.wayBack,
  puttingOn: () => 'Along the grain, thin and even, once from end to end; open pores stay pale until more is on.',
});

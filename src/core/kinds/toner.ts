import { filmTest } from './clear.ts';
import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { lasts } from './times.ts';
import { untilNext } from './way-back.ts';

/** A little colour in a thinned clear, sprayed in passes. */
export const toner = kind({
  label: 'Toner',
  takes: ['dye', 'pigment'],
  medium: 'clear',
  settings: [{ ...coats(6), label: 'passes' }],
  is: { tones: true, locks: true },
  drying: () => lasts([0.25, 0.75, 1], 0.75, 6),
  test: filmTest,
  driesAsFilm: true,
  wayBack: () => untilNext('Level it with the clear it lies in, down to the coat below', 'until it is built over'),
  puttingOn: () => 'Spray it thin, in even passes that overlap by half; look after each, from where it will be seen.',
  dearer: 0.15,
  doubt: 0.35,
});

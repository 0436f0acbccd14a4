import { kind } from './kind.ts';
import { coats, film, pressure, soaking } from './settings.ts';
import { lasts, MINUTE } from './times.ts';
import { untilNext } from './way-back.ts';

/** A glaze that dries to powder and is rubbed off the high spots. */
export const powderingGlaze = kind({
  label: 'Powdering glaze',
  called: ['powder glaze', 'dry glaze'],
  always: ['rubbed off with a pad', 'rubbed off'],
  takes: ['pigment'],
  settings: [coats(2), film, pressure, soaking(5)],
  is: { wiped: true, powders: true },
  drying: () => lasts([5 * MINUTE, 0.5, 2], 0.5, 25),
  open: () => 5,
  wayBack: () => untilNext('Rub off with a pad', 'until a clear locks it'),
  puttingOn: ({ setting }) =>
    `Brush it on and into dents and corners; when it is dull as chalk, about ${setting('dwell')} min, rub it off what stands high with a pad.`,
  base: { name: 'Powdering glaze medium', stir: 'Until no streak is left.' },
  coverage: 18,
  doubt: 0.35,
});

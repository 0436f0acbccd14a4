import { CARRIER_INFO, type Carrier } from './carriers.ts';
import { kind, wipedOff } from './kind.ts';
import { coats, dwell, film, load, pressure } from './settings.ts';
import { type CoatTime, lasts } from './times.ts';
import { whileWet } from './way-back.ts';
import { ACROSS, UNWIPED, WIPED } from './ways.ts';

/** Times of a thin wiped film by what carries it. */
export const WIPED_TIMES: Record<Carrier, CoatTime> = {
  water: lasts([2, 3, 6], 2, 12),
  alcohol: lasts([1, 2, 4], 1, 12),
  solvent: lasts([1, 2, 4], 1, 12),
  oil: lasts([8, 12, 24], 8, 15),
};

/** Pigment in a thin medium, wiped off: it stays in pores, scratches and soft wood. */
export const wipingStain = kind({
  label: 'Wiping stain',
  called: ['stain', 'oil stain', 'water stain'],
  takes: ['pigment', 'stain'],
  settings: [coats(3), film, dwell, load, pressure],
  methods: [WIPED, ACROSS, UNWIPED],
  is: { wiped: true, stains: true, cloths: true },
  drying: ({ carrier }) => WIPED_TIMES[carrier],
  longestDwell: (carrier) => (carrier === 'water' ? 6 : 20),
  wayBack: (carrier) => whileWet(`Wipe off with ${CARRIER_INFO[carrier].wipesOff}`, CARRIER_INFO[carrier].sets),
  puttingOn: (said) =>
    wipedOff(said, {
      right: 'Right is a face on which nothing stands.',
      late: 'Where the rag drags it has set: more of the stain softens it, and off at once.',
    }),
  base: { name: 'Clear stain base', stir: 'From the bottom: the pigment settles.' },
  coverage: 20,
  doubt: 0.3,
});

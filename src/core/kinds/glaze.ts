import { CARRIER_INFO } from './carriers.ts';
import { kind } from './kind.ts';
import { coats, dwell, film, load, pressure } from './settings.ts';
import { whileWet } from './way-back.ts';
import { WIPED_TIMES, WIPED_WAYS } from './wiping-stain.ts';

/** A thin film of pigment over a seal, moved until it pleases. */
export const glaze = kind({
  label: 'Glaze',
  takes: ['pigment'],
  settings: [coats(3), film, dwell, load, pressure],
  methods: [...WIPED_WAYS, { id: 'dry-brushed', label: 'dry-brushed' }, { id: 'in-grain', label: 'left in the grain' }],
  is: { wiped: true, glazes: true, cloths: true },
  drying: ({ carrier }) => WIPED_TIMES[carrier],
  soak: 10,
  open: () => 10,
  longestDwell: () => 15,
  wayBack: (carrier) =>
    whileWet(
      `Wipe off with ${CARRIER_INFO[carrier].wipesOff}, the seal below keeps its colour`,
      CARRIER_INFO[carrier].sets,
    ),
  base: { name: 'Clear glaze medium', stir: 'Until no streak is left.' },
  coverage: 18,
  doubt: 0.25,
});

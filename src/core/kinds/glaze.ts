import { CARRIER_INFO } from './carriers.ts';
import { kind, wipedOff } from './kind.ts';
import { coats, dwell, film, load, pressure } from './settings.ts';
import { whileWet } from './way-back.ts';
import { ACROSS, DRY_BRUSHED, IN_GRAIN, WIPED } from './ways.ts';
import { WIPED_TIMES } from './wiping-stain.ts';

/** A thin film of pigment over a seal, moved until it pleases. */
export const glaze = kind({
  label: 'Glaze',
  takes: ['pigment'],
  settings: [coats(3), film, dwell, load, pressure],
  methods: [WIPED, ACROSS, DRY_BRUSHED, IN_GRAIN],
  is: { wiped: true, glazes: true, cloths: true },
  drying: ({ carrier }) => WIPED_TIMES[carrier],
  open: () => 10,
  longestDwell: () => 15,
  wayBack: (carrier) =>
    whileWet(
      `Wipe off with ${CARRIER_INFO[carrier].wipesOff}, the seal below keeps its colour`,
      CARRIER_INFO[carrier].sets,
    ),
  puttingOn: (said) =>
    wipedOff(said, {
      right: 'Right is a face that has only shifted; corners and grain keep more.',
      late: 'Too much comes off with a rag until it has dried: then only its seal coat keeps what is below.',
    }),
  base: { name: 'Clear glaze medium', stir: 'Until no streak is left.' },
  coverage: 18,
  doubt: 0.25,
});

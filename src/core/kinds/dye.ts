import { CARRIER_INFO, type Carrier } from './carriers.ts';
import { kind } from './kind.ts';
import { coats, dwell, load } from './settings.ts';
import { type CoatTime, lasts, MINUTE } from './times.ts';
import { untilNext } from './way-back.ts';
import { DRIPPED, FLOODED_AND_WIPED, SPRAYED } from './ways.ts';

/** By its carrier: solvent dye in minutes; a water dye wiped dry too, flooded overnight. */
const FLOODED: Record<Carrier, CoatTime> = {
  solvent: lasts([5 * MINUTE, 0.25, 1], 0.25, 8),
  alcohol: lasts([10 * MINUTE, 0.5, 2], 0.5, 8),
  water: lasts([4, 6, 12], 4, 10),
  oil: lasts([6, 10, 16], 8, 10),
};
/** A water dye in a thin coat wiped dry, or sprayed: half of what a flooded one is. */
const THIN_WATER = lasts([10 * MINUTE, 1, 4], 1, 8);
const THIN = 0.5;
/** What is put on beyond a flood runs off or is wiped off: it holds a board up by so much at most. Common practice. */
const DRENCHED = 1.3;
/** From thin to flooded by how much was put on, which counts more than the weather; beyond a flood hardly more. */
function inWater(load: number): CoatTime {
  const share = Math.min(1, Math.log2(Math.max(load, THIN) / THIN));
  const more = Math.min(DRENCHED, Math.max(1, load) ** 0.5);
  const between = (thin: number, flooded: number) => more * thin * (flooded / thin) ** share;
  const [thin, flooded] = [THIN_WATER, FLOODED.water];
  return lasts(
    [
      between(thin.wait.earliest, flooded.wait.earliest),
      between(thin.wait.usual, flooded.wait.usual),
      between(thin.wait.safe, flooded.wait.safe),
    ],
    between(thin.settle, flooded.settle),
    share < 0.5 ? thin.hands : flooded.hands,
  );
}

/** Colour in solution: it goes into the wood and keeps the figure. */
export const dye = kind({
  label: 'Dye',
  takes: ['dye'],
  settings: [coats(4), dwell, load],
  methods: [FLOODED_AND_WIPED, SPRAYED, DRIPPED],
  is: { coloursWood: true, dyes: true, cloths: true },
  drying: ({ carrier, method, load: much }) =>
    carrier !== 'water' ? FLOODED[carrier] : method === 'sprayed' ? THIN_WATER : inWater(much),
  longestDwell: () => 20,
  puttingOn: ({ method, setting }) =>
    method === 'sprayed'
      ? 'Sprayed: light, wet and even, one pass beside the other; the dry dye looks dull, and wakes under a clear.'
      : method === 'dripped'
        ? 'Dripped where it is wanted, and each drop drawn out before it dries: a ring that stands stays. It dries dull, and wakes under a clear.'
        : `Flooded with the grain and kept wet; after ${setting('dwell')} min wiped off, the last pass along the grain. Dry it looks dull and ruined; it is right: it wakes under a clear.`,
  wayBack: (carrier) =>
    untilNext(
      `Lighten with ${CARRIER_INFO[carrier].wipesOff}, all of the face alike; the rest only by sanding`,
      'until the next coat seals it',
    ),
});

import type { Carrier } from './carriers.ts';
import { kind } from './kind.ts';
import { coats } from './settings.ts';
import { type CoatTime, type DryTest, lasts } from './times.ts';
import { withWork } from './way-back.ts';
import { BRUSHED, SPRAYED } from './ways.ts';

/** Times of a coat of sealer or clear by what carries it. */
export const FILM_TIMES: Record<Carrier, CoatTime> = {
  water: lasts([1, 2, 4], 1, 8),
  alcohol: lasts([1, 1.5, 2], 1, 8),
  solvent: lasts([0.25, 0.75, 1], 0.75, 8),
  oil: lasts([8, 12, 24], 12, 12),
};
/** A film is dry when it sands to powder; an oil film when a nail leaves no dent. */
export const filmTest = (carrier: Carrier): DryTest => (carrier === 'oil' ? 'nail' : 'powder');

/** The clear coats of a finish. */
export const clear = kind({
  label: 'Clear',
  called: ['clear coat', 'topcoat', 'top coat', 'lacquer', 'varnish'],
  medium: 'clear',
  settings: [coats(25, 2)],
  methods: [SPRAYED, BRUSHED],
  is: { clear: true, builds: true, locks: true, protects: true, rubbedDown: true },
  drying: ({ carrier }) => FILM_TIMES[carrier],
  test: filmTest,
  driesAsFilm: true,
  wayBack: () => withWork('Level it, or strip back to the sealer'),
  puttingOn: ({ method }) =>
    method === 'sprayed'
      ? 'Sprayed wet and even, edges and ends first, then the face. Right is a coat that lies flat before it sets; streaks of sheen before the last coat are normal.'
      : 'Thin and even, edges and ends first, then one long stroke from end to end with the grain, and not gone back to.',
  coverage: 10,
  doubt: 0.2,
});

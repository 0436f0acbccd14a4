import { spectrum } from '../core/colour/grid.ts';
import type { Colourant, Materials } from '../core/layers/materials.ts';
import type { Shelf } from './shelf.ts';

/** The shelf as the model takes it: colourants without a profile cannot be predicted and stay out. */
export function materialsOf(shelf: Shelf): Materials {
  const none = Array.from(spectrum());
  const colourants = shelf.colourants.flatMap((c): Colourant[] =>
    c.absorption ? [{ ...c, absorption: c.absorption, scatter: c.scatter ?? none }] : [],
  );
  return {
    colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
    mediums: Object.fromEntries(shelf.mediums.map((m) => [m.id, m])),
  };
}

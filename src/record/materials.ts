import { spectrum } from '../core/colour/grid.ts';
import type { Colourant, Materials } from '../core/layers/materials.ts';
import type { Shelf } from '../shared/shelf.ts';

/** The shelf as the model takes it: colourants without a profile cannot be predicted and stay out. */
export function materialsOf(shelf: Pick<Shelf, 'colourants' | 'mediums'>): Materials {
  const none = Array.from(spectrum());
  const colourants = shelf.colourants.flatMap((c): Colourant[] =>
    c.absorption ? [{ ...c, absorption: c.absorption, scatter: c.scatter ?? none, density: c.sheet.density }] : [],
  );
  return {
    colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
    mediums: Object.fromEntries(shelf.mediums.map((m) => [m.id, m])),
  };
}

/** All colours by what they are, their curves known or not: enough to mix by ratio, not to foresee a colour. */
export function kindsOf(shelf: Pick<Shelf, 'colourants' | 'mediums'>): Materials {
  const none = Array.from(spectrum());
  return materialsOf({
    ...shelf,
    colourants: shelf.colourants.map((c) => ({ ...c, absorption: c.absorption ?? none })),
  });
}

/** What can be chosen: the shelf without what was put away. */
export const offeredOf = ({ colourants, mediums }: Pick<Shelf, 'colourants' | 'mediums'>): Materials =>
  materialsOf({ colourants: onTheShelf(colourants), mediums: onTheShelf(mediums) });

/** Of a list, what was not put away. */
export const onTheShelf = <T extends { archived: boolean }>(list: readonly T[]): T[] => list.filter((x) => !x.archived);

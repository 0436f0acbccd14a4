import { spectrum } from '../core/colour/grid.ts';
import type { Colourant, Materials } from '../core/layers/materials.ts';
import type { Shelf } from '../shared/shelf.ts';

/** The shelf as the model takes it. A colourant without a ladder is mixed by ratio; what it makes of a board is not foreseen. */
export function materialsOf(shelf: Pick<Shelf, 'colourants' | 'mediums'>): Materials {
  const none = Array.from(spectrum());
  const colourants = shelf.colourants.map(
    (c): Colourant => ({
      ...c,
      absorption: c.absorption ?? none,
      scatter: c.scatter ?? none,
      density: c.sheet.density,
      ...(c.absorption ? {} : { unknown: true }),
    }),
  );
  return {
    colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
    mediums: Object.fromEntries(shelf.mediums.map((m) => [m.id, m])),
  };
}

/** What can be put in a layer: the shelf without what was put away. */
export const onHandOf = ({ colourants, mediums }: Pick<Shelf, 'colourants' | 'mediums'>): Materials =>
  materialsOf({ colourants: onTheShelf(colourants), mediums: onTheShelf(mediums) });

/** What a search can choose of that: the colours that were laddered. */
export function offeredOf(shelf: Pick<Shelf, 'colourants' | 'mediums'>): Materials {
  const { colourants, mediums } = onHandOf(shelf);
  return { mediums, colourants: Object.fromEntries(Object.entries(colourants).filter(([, c]) => !c.unknown)) };
}

/** Of a list, what was not put away. */
export const onTheShelf = <T extends { archived: boolean }>(list: readonly T[]): T[] => list.filter((x) => !x.archived);

import { spectrum } from '../../core/colour/grid.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Colourant, DryingFacts, Materials } from '../../core/layers/materials.ts';
import { claimOf, type Sheet } from '../../shared/sheet.ts';
import type { Shelf } from '../../shared/shelf.ts';

/** What of a shelf goes into layers. */
export type Products = Pick<Shelf, 'colourants' | 'mediums' | 'supplies'>;

/** What a sheet says of how its product dries. */
export const dryingFacts = (sheet: Sheet): DryingFacts => ({
  binder: sheet.binder,
  goOn: claimOf(sheet, 'goOn'),
  window: claimOf(sheet, 'window'),
  cure: claimOf(sheet, 'cure'),
  potLife: claimOf(sheet, 'potLife'),
});

/** The shelf as the model takes it. A colourant without a ladder is mixed by ratio; what it makes of a board is not foreseen. */
export function materialsOf(shelf: Products): Materials {
  const none = Array.from(spectrum());
  const colourants = shelf.colourants.map(
    (c): Colourant => ({
      ...c,
      absorption: c.absorption ?? none,
      scatter: c.scatter ?? none,
      density: c.sheet.density,
      bulkDensity: c.sheet.bulkDensity,
      form: c.sheet.form,
      dark: c.sheet.dark,
      drying: dryingFacts(c.sheet),
      ...(c.absorption ? {} : { unknown: true }),
      ...(c.absorption && !c.fit ? { usual: true } : {}),
    }),
  );
  return {
    colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
    mediums: Object.fromEntries(shelf.mediums.map((m) => [m.id, { ...m, drying: dryingFacts(m.sheet) }])),
    supplies: Object.fromEntries(shelf.supplies.map((s) => [s.id, { ...s, drying: dryingFacts(s.sheet) }])),
  };
}

/** What can be put in a layer: the shelf without what was put away. */
export const onHandOf = ({ colourants, mediums, supplies }: Products): Materials =>
  materialsOf({ colourants: onTheShelf(colourants), mediums: onTheShelf(mediums), supplies: onTheShelf(supplies) });

/** A glue is built up by hand for a glass face: no search chooses it for a clear. */
const isGlue = ({ sheet }: Shelf['mediums'][number]) => sheet.binder?.toLowerCase().includes('cyano') ?? false;

/** What a search can choose of that: the colours that were laddered, and coats that are for every piece. */
export function offeredOf({ colourants, mediums, supplies }: Products): Materials {
  return onHandOf({
    colourants: colourants.filter((c) => c.absorption !== null),
    mediums: mediums.filter((m) => !isGlue(m)),
    supplies,
  });
}

/** Of a list, what was not put away. */
export const onTheShelf = <T extends { archived: boolean }>(list: readonly T[]): T[] => list.filter((x) => !x.archived);

/** Products of a stack as the shelf addresses them, each once: `colourant/honey`. */
export const itemsOf = (stack: Stack): string[] => [
  ...new Set(
    stack.flatMap(({ colours, medium, supply }) => [
      ...Object.keys(colours).map((id) => `colourant/${id}`),
      ...(medium ? [`medium/${medium}`] : []),
      ...(supply ? [`supply/${supply}`] : []),
    ]),
  ),
];

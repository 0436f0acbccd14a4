import type { SaidShelf } from '../../core/said/shelf.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { onTheShelf } from './materials.ts';

/** What of a shelf a sentence can name: nothing that was put away. */
export const saidShelf = ({ colourants, mediums }: Pick<Shelf, 'colourants' | 'mediums'>): SaidShelf => ({
  colourants: onTheShelf(colourants).map(({ id, name, kind, carrier, sheet }) => ({
    id,
    name,
    kind,
    carrier,
    form: sheet.form,
    bulkDensity: sheet.bulkDensity,
    density: sheet.density,
  })),
  mediums: onTheShelf(mediums).map(({ id, name, kind }) => ({ id, name, kind })),
});

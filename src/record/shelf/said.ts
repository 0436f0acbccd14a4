import { type SaidShelf, saidColour } from '../../core/said/shelf.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { onTheShelf } from './materials.ts';

/** What of a shelf a sentence can name: nothing that was put away. */
export const saidShelf = ({ colourants, mediums }: Pick<Shelf, 'colourants' | 'mediums'>): SaidShelf => ({
  colourants: onTheShelf(colourants).map((colour) => saidColour(colour, colour.sheet)),
  mediums: onTheShelf(mediums),
});

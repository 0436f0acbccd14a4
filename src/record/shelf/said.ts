import { type SaidShelf, saidColour } from '../../core/said/shelf.ts';
import { onTheShelf, type Products } from './materials.ts';

/** What of a shelf a sentence can name: nothing that was put away. */
export const saidShelf = ({ colourants, mediums, supplies }: Products): SaidShelf => ({
  colourants: onTheShelf(colourants).map((colour) => saidColour(colour, colour.sheet)),
  mediums: onTheShelf(mediums),
  supplies: onTheShelf(supplies),
});

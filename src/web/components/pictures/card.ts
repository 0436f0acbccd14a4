import { usePersistentState } from '../../hooks/persistent-state.ts';

/** A card: shares of the light that its greys give back, from left to right. */
export interface Card {
  name: string;
  greys: readonly number[];
  /** How wide it is, mm; null where nobody said: then nothing is told of blotch and grain. */
  wide: number | null;
}
const USUAL: Card = { name: 'Four greys', greys: [0.9, 0.42, 0.18, 0.06], wide: null };
export const CARDS: readonly Card[] = [
  USUAL,
  { name: 'White paper beside black card', greys: [0.85, 0.05], wide: null },
  { name: 'One grey, 18 %', greys: [0.18], wide: null },
];

/** The card that lies in the picture: kept in this browser, as one card serves a shop. */
export function useCard(): [Card, (card: Card) => void] {
  const [card, set] = usePersistentState<Card>('card', USUAL);
  return [card, set];
}

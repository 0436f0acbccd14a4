import { usePersistentState } from '../../hooks/persistent-state.ts';

/** A card: shares of the light that its greys give back, from left to right. */
export interface Card {
  name: string;
  greys: readonly number[];
}
const USUAL: Card = { name: 'Four greys', greys: [0.9, 0.42, 0.18, 0.06] };
export const CARDS: readonly Card[] = [
  USUAL,
  { name: 'White paper beside black card', greys: [0.85, 0.05] },
  { name: 'One grey, 18 %', greys: [0.18] },
];

/** The card that lies in the picture: kept in this browser, as one card serves a shop. */
export function useCard(): [Card, (card: Card) => void] {
  const [card, set] = usePersistentState<Card>('card', USUAL);
  return [card, set];
}

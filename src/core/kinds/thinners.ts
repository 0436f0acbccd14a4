import type { Carrier } from './carriers.ts';

/** What things are thinned with, and what carries what they belong to; null of what is added in drops to anything. */
export interface Thinner {
  name: string;
  carrier: Carrier | null;
  /** What else it is called at a bench. */
  called: readonly string[];
}
const thinner = (name: string, carrier: Carrier | null, ...called: string[]): Thinner => ({ name, carrier, called });

/** Common practice; the label of what is thinned comes first. */
export const THINNERS: readonly Thinner[] = [
  thinner('water', 'water', 'distilled water', 'warm water', 'hot water'),
  thinner('alcohol', 'alcohol', 'spirit', 'spirits', 'methylated spirit'),
  thinner('lacquer thinner', 'solvent', 'cellulose thinner'),
  thinner('solvent', 'solvent', 'its solvent'),
  thinner('acetone', 'solvent'),
  thinner('white spirit', 'oil', 'mineral spirits', 'turpentine', 'turps'),
  thinner('thinner', null, 'its thinner', 'its own thinner', 'reducer'),
  thinner('retarder', null),
];
/** What a thinner by this name is; undefined of one that only the shelf knows. */
export const thinnerNamed = (name: string): Thinner | undefined => {
  const small = name.toLowerCase();
  return THINNERS.find((t) => t.name === small || t.called.includes(small));
};
/** Added in a touch where nobody says how much: 2 to 5 per cent keep a coat open. Common practice. */
export const TOUCH_OF_RETARDER = 0.03;

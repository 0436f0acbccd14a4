import type { Wait } from '../kinds/index.ts';
import { nth } from '../known.ts';
import { normalBelow } from '../normal-below.ts';

/**
 * What tests told of one coat: it was still wet at `wet` and dry at `dry`, hours of fair air since it went on. A test tells
 * on which side of the drying time it was made, never the time itself: a censored observation.
 */
export interface SeenDrying {
  /** The latest hour at which it was still wet; 0 where no test said so. */
  wet: number;
  /** The earliest hour at which it was dry; null where none was yet. */
  dry: number | null;
}

/** What tests told of coats, by product: `colourant/bog`. */
export type SeenByProduct = Readonly<Record<string, readonly SeenDrying[]>>;

/** A drying time as it is expected here, with how it came to be. */
export interface LearnedWait extends Wait {
  /** Coats that taught it. */
  coats: number;
}

/**
 * Earliest, usual and safe are taken as the hours at which 5, 50 and 95 of a hundred such coats are dry.
 * One coat differs from the next of the same product by this, as a standard deviation of the logarithm: common practice.
 */
const NORMAL_95 = 1.6449;
const COAT_TO_COAT = 0.15;
const STEPS = 160;
const REACH = 4.5;
/** Halvings of the logarithm of the hours: within a part in ten thousand. */
const HALVINGS = 24;

/** Where a product's own middle may lie, as logarithms of hours, and how likely each is before anything was seen. */
function prior({ earliest, usual, safe }: Wait): { middles: Float64Array; weights: Float64Array } {
  const middle = Math.log(usual);
  const own = (all: number) => Math.max(0.05, Math.sqrt(Math.max(0, all ** 2 - COAT_TO_COAT ** 2)));
  const below = own((middle - Math.log(Math.max(earliest, 1e-3))) / NORMAL_95);
  const above = own((Math.log(safe) - middle) / NORMAL_95);
  const from = middle - REACH * below;
  const step = (REACH * (below + above)) / STEPS;
  const middles = Float64Array.from({ length: STEPS + 1 }, (_, i) => from + i * step);
  // Half of the likelihood lies on either side of the usual, however lopsided the claim is.
  const weights = middles.map((m) => {
    const spread = m < middle ? below : above;
    return Math.exp(-0.5 * ((m - middle) / spread) ** 2) / spread;
  });
  return { middles, weights };
}

const chanceDry = (hours: number, middle: number): number =>
  hours > 0 ? normalBelow((Math.log(hours) - middle) / COAT_TO_COAT) : 0;

const total = (values: Float64Array): number => values.reduce((sum, v) => sum + v, 0);

/**
 * What is to be expected of the next coat of a product, from what is claimed or usual and what the tests of earlier coats
 * told. Bayes on a grid: each coat's own time scatters about its product's middle.
 * @param claimed hours of fair air, each more than 0
 * @param still hours at which the coat in question was last found wet; its own time is longer
 */
export function learnedWait(claimed: Wait, seen: readonly SeenDrying[], still = 0): LearnedWait {
  const { earliest, usual, safe } = claimed;
  if (!(usual > 0) || (seen.length === 0 && still === 0)) return { ...claimed, coats: 0 };
  const known = learnedFrom.get(seen) ?? new Map<string, LearnedWait>();
  learnedFrom.set(seen, known);
  const asked = `${earliest}/${usual}/${safe}/${still}`;
  const learned = known.get(asked) ?? learn(claimed, seen, still);
  known.set(asked, learned);
  return learned;
}
/** What tests told does not change once it is listed: each claim is held against it once, not for every coat of every portion. */
const learnedFrom = new WeakMap<readonly SeenDrying[], Map<string, LearnedWait>>();

function learn(claimed: Wait, seen: readonly SeenDrying[], still: number): LearnedWait {
  const { middles, weights } = prior(claimed);
  for (const { wet, dry } of seen)
    for (const [i, m] of middles.entries())
      weights[i] = nth(weights, i) * Math.max(1e-12, (dry === null ? 1 : chanceDry(dry, m)) - chanceDry(wet, m));
  // Of the coat itself: what is left of its chances once it was wet at that hour.
  const alive = weights.map((w, i) => w * (1 - chanceDry(still, nth(middles, i))));
  const all = total(alive);
  if (!(all > 0)) return { earliest: still, usual: still * 1.25, safe: still * 2, coats: seen.length };
  const gone = still > 0 ? middles.map((m) => chanceDry(still, m)) : null;
  const chance = (hours: number) => {
    let sum = 0;
    for (const [i, w] of weights.entries())
      sum += w * Math.max(0, chanceDry(hours, nth(middles, i)) - (gone ? nth(gone, i) : 0));
    return sum / all;
  };
  const at = (share: number) => {
    let low = Math.max(still, Math.exp(nth(middles, 0) - REACH * COAT_TO_COAT));
    let high = Math.max(still * 1.01, Math.exp(nth(middles, STEPS) + REACH * COAT_TO_COAT));
    while (chance(high) < share && high < 1e5) high *= 2;
    for (let i = 0; i < HALVINGS; i++) {
      const middle = Math.sqrt(low * high);
      if (chance(middle) < share) low = middle;
      else high = middle;
    }
    return Math.sqrt(low * high);
  };
  return { earliest: at(0.05), usual: at(0.5), safe: at(0.95), coats: seen.length };
}

/**
 * What the tests of one coat say together. A mark is seen, cleanness is the want of one: one that was found clean too early, by
 * a rag that was too light, does not outweigh a mark that came later.
 * @param tests hours of fair air since it went on, dry or still wet
 */
export function seenOf(tests: readonly { hours: number; dry: boolean }[]): SeenDrying | null {
  if (tests.length === 0) return null;
  const wet = Math.max(0, ...tests.filter((t) => !t.dry).map((t) => t.hours));
  const dry = Math.min(...tests.filter((t) => t.dry && t.hours > wet).map((t) => t.hours));
  return { wet, dry: Number.isFinite(dry) ? dry : null };
}

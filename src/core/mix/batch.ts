import { FieldError } from '../field-error.ts';
import { nth } from '../known.ts';
import { SCALE_GRAMS } from './quantity.ts';

export interface Pouring {
  colourant: string;
  /** Rounded to the scale; as it is where the scale cannot weigh it. */
  grams: number;
  /** Less than the scale can weigh. */
  belowScale: boolean;
  /** Parts by weight beside the others, in small whole numbers where that comes near. */
  parts: number;
  /** What the scale shows when this pour is in. */
  total: number;
}

const MOST_PARTS = 12;
const NEAR_ENOUGH = 0.03;

/** Weights as small whole-number parts when all come within 3 %, else to one decimal of the smallest. */
export function partsOf(weights: readonly number[]): number[] {
  const smallest = Math.min(...weights.filter((w) => w > 0));
  if (!Number.isFinite(smallest)) return weights.map(() => 0);
  for (let unit = 1; unit <= MOST_PARTS; unit++) {
    const parts = weights.map((w) => (w / smallest) * unit);
    if (parts.every((p) => p === 0 || Math.abs(p - Math.round(p)) / p < NEAR_ENOUGH)) return parts.map(Math.round);
  }
  return weights.map((w) => Math.round((w / smallest) * 10) / 10);
}

/**
 * Amounts of colour for a batch, in pouring order.
 * @param gramsPerLitre colourant id -> grams in a litre of the mix
 * @param litres volume of the finished mix
 * @param scale smallest step of the shop's scale, grams
 * @throws FieldError on a volume or an amount that cannot be poured
 */
export function pourings(
  gramsPerLitre: Readonly<Record<string, number>>,
  litres: number,
  scale = SCALE_GRAMS,
): Pouring[] {
  if (!(litres > 0 && litres <= 1000))
    throw new FieldError('litres', 'The batch must be more than 0 and at most 1000 L.');
  const entries = Object.entries(gramsPerLitre);
  for (const [id, grams] of entries)
    if (!Number.isFinite(grams) || grams < 0)
      throw new FieldError(`strengths.${id}`, `The share of ${id} must be zero or more.`);
  const poured = entries.filter(([, grams]) => grams > 0);
  if (poured.length === 0) throw new FieldError('strengths', 'All amounts are zero: there is nothing to mix.');
  const parts = partsOf(poured.map(([, grams]) => grams));
  let total = 0;
  return poured.map(([colourant, perLitre], i) => {
    const wanted = perLitre * litres;
    const weighed = Math.round(wanted / scale) * scale;
    const belowScale = weighed === 0;
    total += weighed;
    return { colourant, grams: belowScale ? wanted : weighed, belowScale, parts: nth(parts, i), total };
  });
}

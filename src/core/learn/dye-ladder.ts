import { held } from '../board/in-wood.ts';
import { BANDS, type Spectrum, spectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import type { ColourantKind } from '../kinds/index.ts';
import { absorptionRatio, infiniteReflectance } from '../optics/kubelka-munk.ts';
import { BARE, type Surface, throughSurface, underSurface } from '../optics/surface.ts';
import { fitErrors, type Profile, SMOOTHNESS, smoothCurve } from './profile.ts';
import { type LadderRung, ladderTrouble } from './rungs.ts';

const EXPONENTS = Array.from({ length: 26 }, (_, i) => 0.6 + 0.02 * i);
const USUAL_EXPONENT = 0.88;
const EXPONENT_PRIOR = 0.06;
/**
 * What a coat of dye a little fuller or thinner than meant makes, as squared miss of reflectance over the bands of a rung:
 * two rungs cannot tell it from an exponent, three and more show it themselves.
 */
const COAT_ERROR = { few: 2e-3, many: 4e-5 };
const MANY = 3;

/**
 * Absorption profile of a dye from a ladder: K/S added per band against strength^p, by weighted least squares with
 * a(λ) >= 0 and a smooth curve, p searched over 0.6-1.1 with a mild prior. A reactive colour adds what the tannin of its
 * wood can make of it.
 * @throws FieldError with a plain reason when the ladder is nonsense
 */
export function fitDyeLadder(
  rungs: readonly LadderRung[],
  maxStrength: number,
  surface: Surface = BARE,
  least = 2,
  kind: ColourantKind = 'dye',
): Profile {
  const trouble = ladderTrouble(rungs, maxStrength, least);
  if (trouble) throw new FieldError('ladder', trouble);
  const amountOf = ({ strength, tannin = 3 }: LadderRung, exponent: number) =>
    held(strength, { kind, exponent }, { tannin });
  const ratio = (s: Spectrum, i: number) => absorptionRatio(underSurface(s[i], surface));
  const without = ({ before, beside }: LadderRung, i: number) => ratio(before, i) + (beside?.absorption[i] ?? 0);
  let best: { cost: number; exponent: number; absorption: Float64Array } | null = null;
  for (const exponent of EXPONENTS) {
    const curve = spectrum();
    const weight = spectrum();
    let cost =
      (rungs.length < MANY ? COAT_ERROR.few : COAT_ERROR.many) * ((exponent - USUAL_EXPONENT) / EXPONENT_PRIOR) ** 2;
    for (let i = 0; i < BANDS; i++) {
      let top = 0;
      for (const rung of rungs) {
        const amount = amountOf(rung, exponent);
        const k = ratio(rung.after, i);
        const w = 1 / (0.02 + k) ** 2;
        top += w * amount * (k - without(rung, i));
        weight[i] += w * amount * amount;
      }
      curve[i] = top / weight[i];
    }
    const mean = weight.reduce((a, b) => a + b, 0) / BANDS;
    const absorption = smoothCurve(
      curve,
      weight.map((w) => w / mean),
      SMOOTHNESS,
    );
    for (const rung of rungs)
      for (let i = 0; i < BANDS; i++) {
        const k = without(rung, i) + absorption[i] * amountOf(rung, exponent);
        const off = throughSurface(infiniteReflectance(k), surface) - rung.after[i];
        cost += off * off;
      }
    if (!best || cost < best.cost) best = { cost, exponent, absorption };
  }
  const { exponent, absorption } = best as NonNullable<typeof best>;
  const fitted = rungs.map((rung) =>
    Float64Array.from(rung.before, (_, i) =>
      throughSurface(infiniteReflectance(without(rung, i) + absorption[i] * amountOf(rung, exponent)), surface),
    ),
  );
  return {
    absorption: Array.from(absorption),
    exponent,
    ...fitErrors(rungs, fitted),
  };
}

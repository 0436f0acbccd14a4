import { FieldError } from '../field-error.ts';
import { gramsText, massText, type UnitSystem, volumeText } from './said.ts';
import { quantityText, unitOf } from './typed-quantity.ts';

/** A pour may move the finished colour by so much, CIEDE2000, before the rest is solved again. */
const MAY_MOVE = 0.2;
/** Without a target, or of a colour that hardly moves it: a fiftieth, and never more than a tenth. */
const [USUAL_SHARE, MOST_SHARE] = [0.02, 0.1];
/** Sensitivities are told for so much too much. */
const TOLD_FOR = 0.05;

/**
 * Grams that a pour may be off by to either side.
 * @param moves CIEDE2000 that 5 % too much of it moves the finished colour by; none where that is not known
 * @param scaleGrams smallest step of the scale
 */
export function pourTolerance(grams: number, moves: number | undefined, scaleGrams: number): number {
  const share = moves === undefined ? USUAL_SHARE : Math.min(MOST_SHARE, (MAY_MOVE / Math.max(moves, 1e-9)) * TOLD_FOR);
  return Math.max(scaleGrams, grams * share);
}

/** A powder in level spoons. */
export interface Spooned {
  /** Teaspoons, in whole steps of the smallest spoon. */
  tsp: number;
  /** Grams that they hold. */
  grams: number;
}

/**
 * The nearest pour in level spoons.
 * @param bulkDensity grams in a millilitre as the powder lies in a level spoon
 * @param spoon the smallest spoon, as a share of a teaspoon
 * @throws FieldError where a density or spoon is none
 */
export function inSpoons(grams: number, bulkDensity: number, spoon: number): Spooned {
  if (!(bulkDensity > 0)) throw new FieldError('bulkDensity', 'The bulk density is missing.');
  if (!(spoon > 0)) throw new FieldError('spoon', 'The smallest spoon is missing.');
  const perTsp = unitOf('tsp').factor * bulkDensity;
  const tsp = Math.max(1, Math.round(grams / perTsp / spoon)) * spoon;
  return { tsp, grams: tsp * perTsp };
}

/** What of a colour its measuring goes by. */
export interface Measured {
  form?: string | null | undefined;
  density?: number | null | undefined;
  bulkDensity?: number | null | undefined;
  dropsPerMl?: number | null | undefined;
}
/** Tools of a bench. */
export interface Tools {
  /** Powders by weight, or in level spoons and liquids by drops where what that takes is known. */
  measure: 'weigh' | 'spoons';
  scaleGrams: number;
  spoon: number;
  dropsPerMl: number;
}

/** Grams of the smallest step of a pour: of the scale, of the smallest level spoon, or a drop. */
export function stepGrams({ form, density, bulkDensity, dropsPerMl }: Measured, tools: Tools): number {
  if (tools.measure === 'weigh') return tools.scaleGrams;
  if (bulkDensity) return unitOf('tsp').factor * tools.spoon * bulkDensity;
  return isLiquid(form) && density ? density / (dropsPerMl ?? tools.dropsPerMl) : tools.scaleGrams;
}

const isLiquid = (form: string | null | undefined) =>
  form === 'concentrate' || form === 'liquid' || form === 'ready to use' || form === 'gel';
/** Up to so many millilitres are counted in drops. */
const IN_DROPS = 2;

/**
 * A pour as the shop measures it. Where it weighs, grams as the scale shows them. By spoons and volumes: level spoons of a
 * powder, drops of a little liquid, a volume of more of it; grams where what that takes is not known.
 * @returns what leads, and its weight beside where another measure leads
 */
export function pourSaid(
  grams: number,
  of: Measured,
  { tools, system = 'metric' }: { tools?: Tools | undefined; system?: UnitSystem | undefined },
): { said: string; beside?: string } {
  if (!tools || tools.measure === 'weigh') return { said: gramsText(grams) };
  const beside = massText(grams, system);
  if (of.bulkDensity) {
    const { tsp } = inSpoons(grams, of.bulkDensity, tools.spoon);
    return { said: quantityText({ value: tsp, unit: unitOf('tsp') }), beside: `level, or ${beside}` };
  }
  if (!isLiquid(of.form) || !of.density) return { said: gramsText(grams) };
  const millilitres = grams / of.density;
  const perMl = of.dropsPerMl ?? tools.dropsPerMl;
  if (millilitres >= IN_DROPS) return { said: volumeText(millilitres / 1000, system), beside };
  const drops = Math.max(1, Math.round(millilitres * perMl));
  return { said: `${drops} ${drops === 1 ? 'drop' : 'drops'}`, beside };
}

/** A pot whose volume grows until every colour has its old proportion to the one of which most too much is in. */
export function keepRatio(
  litres: number,
  grams: Readonly<Record<string, number>>,
  inPot: Readonly<Record<string, number>>,
): { litres: number; grams: Record<string, number> } {
  const factor = Math.max(1, ...Object.entries(inPot).map(([id, g]) => g / (grams[id] ?? Number.POSITIVE_INFINITY)));
  return {
    litres: litres * factor,
    grams: Object.fromEntries(Object.entries(grams).map(([id, g]) => [id, g * factor])),
  };
}

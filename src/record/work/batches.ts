import { FieldError } from '../../core/field-error.ts';
import { KINDS } from '../../core/kinds/index.ts';
import { type Layer, type Stack, setting } from '../../core/layers/layer.ts';
import type { Pourable } from '../../core/match/index.ts';
import {
  converted,
  coverageText,
  gramsPerLitreOf,
  isRatio,
  litresFor,
  typedQuantity,
  type UnitSystem,
  unitOf,
  volumeText,
} from '../../core/mix/index.ts';
import type { Recipe } from '../../shared/board.ts';
import { claimOf } from '../../shared/sheet.ts';
import type { Pot } from '../../shared/steps.ts';
import { asPoured, potOf } from '../board/poured.ts';
import type { Bench } from '../job/bench.ts';
import type { Products } from '../shelf/materials.ts';

/** Square metres of a sample board, where nobody said: about 300 by 150 mm. */
const BOARD_AREA = 0.045;
/** The least that is mixed: a cup, a rag and a brush hold some of it back. Common practice, no source. */
export const LEAST_LITRES = 0.05;
const LITRE = unitOf('L');

/** Square metres that a litre of a layer covers: what was seen of its product, else claimed, else usual of its kind. */
export function coverageOf({ mediums, supplies, colourants }: Products, layer: Layer): number {
  const [colour] = Object.entries(layer.colours).toSorted(([, p], [, q]) => q - p)[0] ?? [];
  const product =
    mediums.find((m) => m.id === layer.medium) ??
    colourants.find((c) => c.id === colour) ??
    supplies.find((s) => s.id === layer.supply);
  return (product && claimOf(product.sheet, 'coverage')) ?? KINDS[layer.kind].coverage;
}

/** What a batch was typed to be for, as far as a layer asks: litres, and how they come about. */
export interface BatchFor {
  litres: number;
  /** In words, for whoever types. */
  told: string;
}

/** Litres of a layer for an area: its coats by what a litre covers, and the spare over. @throws FieldError */
export const litresOn = (area: number, layer: Layer, shelf: Products, spare: number): number =>
  litresFor({ area, coats: setting(layer, 'coats'), coverage: coverageOf(shelf, layer), spare });

/** Litres of a layer for what was typed: a volume, an area or so many boards. @throws FieldError */
export function batchFor(typed: string, layer: Layer, shelf: Products, spare: number, system: UnitSystem): BatchFor {
  const quantity = typedQuantity(typed, { field: 'for', usual: LITRE });
  if (isRatio(quantity)) throw new FieldError('for', 'A ratio is no volume: how much, or how many square metres?');
  const { dimension, factor } = quantity.unit;
  if (dimension !== 'area' && dimension !== 'boards') {
    const litres = converted(quantity, LITRE, { name: 'the mix' }, 'for').value;
    return { litres, told: `${volumeText(litres, system)}.` };
  }
  const area = quantity.value * (dimension === 'area' ? factor : BOARD_AREA);
  const coats = setting(layer, 'coats');
  const coverage = coverageOf(shelf, layer);
  const litres = Math.max(litresOn(area, layer, shelf, spare), dimension === 'boards' ? LEAST_LITRES : 0);
  const [many, over] = [coats === 1 ? 'coat' : 'coats', Math.round(100 * spare)];
  return {
    litres,
    told: `${coats} ${many}, ${coverageText(coverage, system)}, ${over}\u00a0% over: ${volumeText(litres, system)}.`,
  };
}

/** Litres that a sample board begins with: what its thirstiest layer takes, and no less than a cup. */
export const boardBatch = (stack: Stack, shelf: Products, spare: number): number =>
  stack.reduce(
    (most, layer) => Math.max(most, Math.ceil(litresOn(BOARD_AREA, layer, shelf, spare) * 100) / 100),
    LEAST_LITRES,
  );

/** The recipe with what is already in pots as it was poured: what is still open stands as it is wanted. */
export const wantedOf = (recipe: Recipe, open: readonly number[], { materials }: Pick<Bench, 'materials'>): Stack =>
  recipe.stack.map((layer, i) => (open.includes(i + 1) ? layer : asPoured(recipe, i + 1, materials)));

/** Litres of each layer, those of the open ones by `litresOf`. */
export const litresOfAll = (
  recipe: Recipe,
  open: readonly number[],
  { materials }: Pick<Bench, 'materials'>,
  litresOf: (layer: Layer) => number,
): number[] =>
  recipe.stack.map((layer, i) => (open.includes(i + 1) ? litresOf(layer) : potOf(recipe, i + 1, materials).litres));

/** Grams in whole steps of their tool, one at least. */
export const toStep = (grams: number, step: number) => Math.max(step, Math.round(grams / step) * step);

/** Pots of the open stages: as they were rounded together, or each pour to its own step where there is no target to mind. */
export function potsOf(
  wanted: Stack,
  pourable: Pick<Pourable, 'stack'> | null,
  open: readonly number[],
  litres: readonly number[],
  stepGrams: Readonly<Record<string, number>>,
  { materials }: Pick<Bench, 'materials'>,
): Pot[] {
  return open.map((stage): Pot => {
    const volume = litres[stage - 1] ?? 0;
    const colours = (pourable?.stack ?? wanted)[stage - 1]?.colours ?? {};
    const grams = Object.entries(colours)
      .filter(([, s]) => s > 0)
      .map(([id, s]) => {
        const exact = volume * gramsPerLitreOf(materials.colourants[id], s);
        return [id, pourable ? exact : toStep(exact, stepGrams[id] ?? exact)] as const;
      });
    return { stage, litres: volume, grams: Object.fromEntries(grams) };
  });
}

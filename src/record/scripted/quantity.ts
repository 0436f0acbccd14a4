import { FieldError } from '../../core/field-error.ts';
import { isRatio, typedQuantity } from '../../core/mix/index.ts';

/** A quantity as it was understood, in base units; or what has to be asked. */
export type QuantityAnswer = Record<string, number | readonly number[]> | { question: string };

/** What a dimension is told in. */
const TOLD: Readonly<Record<string, string>> = {
  mass: 'g',
  volume: 'mL',
  area: 'm2',
  boards: 'boards',
  drops: 'drops',
  cans: 'cans',
  parts: 'parts',
  share: 'share',
  cut: 'gPerL',
};
const shown = (value: number): number => Number(value.toPrecision(12));

/** A quantity as a finisher types it. What cannot be read in one way comes back as the question that a page would ask. */
export function quantityFor(typed: string): QuantityAnswer {
  try {
    const quantity = typedQuantity(typed);
    if (isRatio(quantity)) return { parts: quantity.parts };
    const { value, unit } = quantity;
    const of = TOLD[unit.dimension] ?? unit.dimension;
    return { [of]: of === 'parts' ? [shown(value)] : shown(value * unit.factor) };
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    return { question: error.message };
  }
}

import { FieldError, unlessRefused } from '../../core/field-error.ts';
import { converted, isRatio, quantityText, typedQuantity, unitOf } from '../../core/mix/index.ts';

const LITRE = unitOf('L');

/** How much is mixed, in litres, as it is typed in any unit; a bare number is litres. @throws FieldError where it is no volume */
export function litresTyped(text: string): number | undefined {
  if (text.trim() === '') return undefined;
  const typed = typedQuantity(text, { field: 'litres', usual: LITRE });
  if (isRatio(typed)) throw new FieldError('litres', 'A ratio is no volume: how much is to be mixed?');
  return converted(typed, LITRE, { name: 'the mix' }, 'litres').value;
}

/** What a typed batch was understood as, where it is neither a bare number nor in a unit of its own already. */
export const batchUnderstood = (text: string): string | null =>
  unlessRefused(() => {
    const litres = litresTyped(text);
    return litres === undefined || /^\s*[\d.,]+\s*(?:m?l)?$/i.test(text)
      ? null
      : quantityText({ value: litres, unit: LITRE });
  });

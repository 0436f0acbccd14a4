import type { Lab } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';

/**
 * L*, a*, b* typed in one field, apart by spaces or semicolons; null when it is empty.
 * @throws FieldError when it is anything else
 */
export function labOfText(text: string): Lab | null {
  const typed = text.trim();
  if (typed === '') return null;
  const numbers = typed
    .replace(/−/g, '-')
    .split(/[\s;]+/)
    .map(Number);
  if (numbers.length !== 3 || !numbers.every(Number.isFinite))
    throw new FieldError('lab', `“${typed}” is not three numbers L* a* b*, apart by spaces, written with a point.`);
  return numbers as Lab;
}

import { unitNamed } from './units.ts';

/** What a scale shows. */
export interface ScaleReading {
  grams: number;
  /** It has come to rest. */
  still: boolean;
}

const LINE = /([+\-−]?)\s*(\d+(?:[.,]\d+)?)\s*(mg|kg|g|oz|lb)\b/i;
/** Marks of a weight that still moves: a tilde, a question mark, or the word itself. */
const MOVING = /[~?]|\b(us|ud|unst\w*|dyn\w*|moving)\b/i;

/** A line of a serial scale: a weight with its unit, and whether it still moves; null where it is none. */
export function parseScaleLine(line: string): ScaleReading | null {
  const found = LINE.exec(line);
  const [, sign = '', number = '', name = ''] = found ?? [];
  const unit = unitNamed(name);
  if (!found || unit?.dimension !== 'mass') return null;
  const grams = Number(number.replace(',', '.')) * unit.factor;
  return { grams: sign === '-' || sign === '−' ? -grams : grams, still: !MOVING.test(line) };
}

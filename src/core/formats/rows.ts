import { withoutApostrophe } from './formulas.ts';
import { labColumnOf, wavelengthOf } from './headings.ts';
import type { Table } from './table.ts';

/** Rows that an instrument's software adds under the readings. */
export const STATISTIC =
  /^(?:mean|average|avg\.?|std\.?\s*(?:dev\.?)?|stdev|standard deviation|sd|min(?:imum)?|max(?:imum)?|median|range)$/i;

export const listed = (words: readonly string[]) =>
  words.length > 6 ? `${words.slice(0, 6).join(', ')} and ${words.length - 6} more` : words.join(', ');

export const isEmpty = (cells: readonly string[], columns: readonly number[]) =>
  columns.every((i) => (cells[i] ?? '').trim() === '');

/** A name without the quotes that another reader kept as a part of it. */
export const nameIn = (cell: string | undefined): string =>
  withoutApostrophe(cell?.trim() ?? '')
    .replace(/^"(.*)"$/, '$1')
    .trim();

/** The words of a first column that has no heading of its own: the names. */
export function firstWords({ headings, rows }: Table): ((row: number) => string) | null {
  const words = rows.filter(({ cells }) => /[a-z]/i.test(cells[0] ?? ''));
  const named = wavelengthOf(headings[0] ?? '') === null && labColumnOf(headings[0] ?? '') === null;
  return named && words.length * 2 > rows.length ? (row) => nameIn(rows[row]?.cells[0]) : null;
}

import Papa from 'papaparse';
import { FieldError } from '../field-error.ts';
import { LIKE_A_FORMULA, withoutApostrophe } from './formulas.ts';

export type NamedRow = Readonly<Record<string, string>>;

type Cell = string | number | null | undefined;
/** Rows under a heading, as comma-separated values (RFC 4180). What would begin a formula in a spreadsheet is quoted as text. */
export const writeTable = (fields: readonly string[], rows: readonly (readonly Cell[])[]): string =>
  Papa.unparse(
    { fields: [...fields], data: rows.map((row) => row.map((cell) => cell ?? '')) },
    { newline: '\r\n', escapeFormulae: LIKE_A_FORMULA },
  );
/** The same of rows whose cells go by the names of the columns. */
export const writeNamedRows = (columns: readonly string[], rows: readonly Readonly<Record<string, Cell>>[]): string =>
  writeTable(
    columns,
    rows.map((row) => columns.map((c) => row[c])),
  );

/** Rows of a file with a heading, by the names of its columns in small letters; empty rows are left out. @throws FieldError */
export function readNamedRows(text: string): NamedRow[] {
  const { data, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading) => heading.trim().toLowerCase(),
    transform: (value) => withoutApostrophe(value.trim()),
  });
  const broken = errors.find((e) => e.type === 'Quotes');
  if (broken) throw new FieldError('text', `Line ${(broken.row ?? 0) + 2}: a quotation mark is not closed.`);
  if (data.length === 0) throw new FieldError('text', 'The file has a heading at most: there is nothing in it.');
  return data;
}

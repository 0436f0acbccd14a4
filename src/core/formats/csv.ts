import Papa from 'papaparse';
import { nth } from '../known.ts';
import type { ColumnRole } from './columns.ts';
import { LIKE_A_FORMULA } from './formulas.ts';
import { isWavelengthWord, labColumnOf, wavelengthOf } from './headings.ts';
import { type Measurement, Question, refuse } from './measurement.ts';
import { type Table, trimmed } from './table.ts';

interface Row {
  line: number;
  cells: string[];
}

/** Rows of a text by a separator, each with its line in the file: a field between quotes may go over several. */
function rowsBy(text: string, separator: string, firstLine: number): Row[] {
  if (separator === ' ')
    return text
      .split('\n')
      .map((line, i) => ({ line: firstLine + i, cells: line.trim() === '' ? [] : line.trim().split(/\s+/) }));
  let line = firstLine;
  return Papa.parse<string[]>(text, { delimiter: separator, newline: '\n' }).data.map((cells) => {
    const row = { line, cells };
    line += 1 + cells.join('').split('\n').length - 1;
    return row;
  });
}

const wavelengthCell = (text: string | undefined): number | null => {
  const match = /^\s*(\d{3,4}(?:[.,]\d+)?)\s*(?:nm)?\s*$/i.exec(text ?? '');
  const nm = match ? Number(match[1]?.replace(',', '.')) : Number.NaN;
  return nm >= 300 && nm <= 1100 ? nm : null;
};
const isNumber = (text: string) => /^\s*[-+]?\d+([.,]\d+)?\s*%?\s*$/.test(text);
const filled = ({ cells }: Row) => cells.filter((cell) => cell.trim() !== '');

/** Whether wavelengths stand in the first cells of six rows and more, one way up or down. */
function wavelengthsDown(rows: readonly Row[], from: number): boolean {
  const nms: number[] = [];
  for (const row of rows.slice(from)) {
    if (filled(row).length === 0) continue;
    const nm = wavelengthCell(row.cells[0]);
    if (nm === null || filled(row).length < 2) break;
    nms.push(nm);
  }
  const up = nms.every((nm, i) => i === 0 || nm > nth(nms, i - 1));
  const down = nms.every((nm, i) => i === 0 || nm < nth(nms, i - 1));
  return nms.length >= 6 && (up || down);
}

/** Whether a row names what stands under it: six wavelengths, L* a* b*, pairs of wavelength and value, or a word for wavelengths. */
function isHeading(rows: readonly Row[], i: number): boolean {
  const row = nth(rows, i);
  const cells = filled(row);
  if (row.cells.length < 2 || cells.length === 0) return false;
  const bands = cells.filter((cell) => wavelengthOf(cell) !== null).length;
  if (bands >= 3 && (!cells.every(isNumber) || bands === cells.length)) return true;
  const axes = new Set(cells.flatMap((cell) => labColumnOf(cell)?.axis ?? []));
  if (axes.size === 3 || cells.filter((cell) => /^spectral_nm$/i.test(cell.trim())).length >= 6) return true;
  const next = rows.findIndex((r, k) => k > i && filled(r).length > 0);
  if (isWavelengthWord(row.cells[0] ?? '')) return next > 0 && wavelengthCell(rows[next]?.cells[0]) !== null;
  return wavelengthCell(row.cells[0]) === null && next === i + 1 && wavelengthsDown(rows, next);
}

const UNIT = /^\s*[([]?\s*(?:%|%\s*r|r|nm|-|1|refl(?:ectance)?\.?)?\s*[)\]]?\s*$/i;
/** The names of columns whose heading is a line of units, from the line above it; null where it is a heading of its own. */
function namesAbove(rows: readonly Row[], start: number): string[] | null {
  const units = nth(rows, start).cells;
  const above = rows[start - 1]?.cells;
  const isUnits = units.slice(1).every((cell) => UNIT.test(cell)) && isWavelengthWord(units[0] ?? '');
  return above && isUnits && above.length === units.length && isWavelengthWord(above[0] ?? '') ? above : null;
}

/** A line before a table: `Illuminant: D50`, `Mode;Reflectance`, or a title. */
function statedIn(row: Row): Table['stated'] {
  const cells = filled(row);
  const [only = ''] = cells;
  if (cells.length === 0) return [];
  if (cells.length > 1) return [{ key: only.replace(/[:=]\s*$/, '').trim(), value: cells.slice(1).join(' ') }];
  const match = /^([^:=]{1,40})[:=](.*)$/.exec(only);
  return [match ? { key: match[1]?.trim() ?? '', value: match[2]?.trim() ?? '' } : { key: only.trim(), value: '' }];
}

const refuseWide = (file: string) => (line: number, cells: number, headings: number) =>
  refuse(
    { file, line },
    `${cells} fields where the heading names ${headings}. Are its decimals written with the comma that also parts its fields?`,
  );

/** Tables with headings; null when there is none to be found with this separator. */
function tablesIn(rows: readonly Row[], file: string): Table[] | null {
  const tooWide = refuseWide(file);
  const starts = rows.flatMap((_, i) => (isHeading(rows, i) ? [i] : []));
  // Numbers from the first line on, wavelengths down, need no heading.
  if (starts.length === 0) {
    const first = rows.findIndex((_, i) => wavelengthsDown(rows, i));
    if (first < 0) return null;
    const width = nth(rows, first).cells.length;
    const headings = ['nm', ...Array.from({ length: width - 1 }, (_, i) => `reading ${i + 1}`)];
    return [
      trimmed({ headings, line: 0, rows: rows.slice(first), stated: rows.slice(0, first).flatMap(statedIn) }, tooWide),
    ];
  }
  let stated: Table['stated'] = [];
  return starts.map((start, t) => {
    const before = t === 0 ? rows.slice(0, start) : [];
    let body = rows.slice(start + 1, starts[t + 1] ?? rows.length);
    // What stands under an empty line and is no row of the table is said of the next one.
    const gap = t + 1 < starts.length ? body.findIndex((row) => filled(row).length === 0) : -1;
    stated = [...stated, ...before.flatMap(statedIn)];
    const named = namesAbove(rows, start);
    if (named) stated = [...stated.slice(0, -1), { key: 'unit', value: nth(rows, start).cells.slice(1).join(' ') }];
    const headings = named ?? nth(rows, start).cells;
    const table = { headings, line: nth(rows, start).line, stated };
    if (gap >= 0) {
      stated = [...stated, ...body.slice(gap).flatMap(statedIn)];
      body = body.slice(0, gap);
    }
    return trimmed({ ...table, rows: body }, tooWide);
  });
}

/** The separators of a text, the likeliest first: a comma may be a decimal one, and comes late. */
function separatorsOf(text: string): string[] {
  const head = text.slice(0, 20_000);
  return ['\t', ';', '|', ',', ' '].filter((s) => head.includes(s));
}

/**
 * The tables of a CSV text: wavelengths across (a reading a row), wavelengths down (a reading a column), or L*, a*, b*;
 * titles before them; comma, semicolon, tab, bar or blanks between fields.
 * @param roles what its columns are, where its headings do not say
 * @throws FieldError naming file, line and column; Question when its columns cannot be told
 */
export function tablesOfCsv(text: string, file: string, roles?: readonly ColumnRole[]): Table[] {
  const said = /^sep=(.)\n/i.exec(text);
  const body = said ? text.slice(said[0].length) : text;
  const firstLine = said ? 2 : 1;
  const separators = said?.[1] ? [said[1]] : separatorsOf(body);
  for (const separator of roles ? [] : separators) {
    const tables = tablesIn(rowsBy(body, separator, firstLine), file);
    if (!tables) continue;
    return tables;
  }
  const widest = separators
    .map((separator) => rowsBy(body, separator, firstLine).filter((row) => filled(row).length > 0))
    .sort((p, q) => Math.max(0, ...q.map((r) => filled(r).length)) - Math.max(0, ...p.map((r) => filled(r).length)))[0];
  const rows = widest ?? rowsBy(body, ',', firstLine);
  if (rows.length < 2) refuse({ file }, 'a heading line and at least one line of data are needed.');
  if (roles) return [mapped(rows, roles)];
  throw new Question(
    { file, line: rows[0]?.line },
    'the headings name neither wavelengths (400, 410 …) nor L*, a*, b*. What are the columns?',
    'columns',
    [],
    rows.slice(0, 6).map((row) => row.cells),
  );
}

const HEADING: Record<Exclude<ColumnRole, 'nothing'>, (heading: string, i: number) => string> = {
  name: () => 'name',
  wavelengths: () => 'nm',
  L: () => 'L*',
  a: () => 'a*',
  b: () => 'b*',
  reading: (heading, i) => heading || `reading ${i + 1}`,
};

/** The table of rows whose columns somebody has named. */
function mapped(rows: readonly Row[], roles: readonly ColumnRole[]): Table {
  const used = roles.flatMap((role, i) => (role === 'nothing' || role === 'name' ? [] : [i]));
  // Rows before the first with a number in each of them are titles and headings.
  const first = rows.findIndex(({ cells }) =>
    used.every((i) => isNumber(cells[i] ?? '') || wavelengthCell(cells[i]) !== null),
  );
  const start = Math.max(first, 0);
  const heading = rows[start - 1]?.cells ?? [];
  // What is left out goes, and wavelengths stand first, as they do in a table that names itself.
  const kept = roles.flatMap((role, i) => (role === 'nothing' ? [] : [{ role, i }]));
  kept.sort((p, q) => Number(q.role === 'wavelengths') - Number(p.role === 'wavelengths'));
  return trimmed(
    {
      headings: kept.map(({ role, i }) => HEADING[role](heading[i]?.trim() ?? '', i)),
      line: rows[start - 1]?.line ?? 0,
      rows: rows.slice(start).map(({ line, cells }) => ({ line, cells: kept.map(({ i }) => cells[i] ?? '') })),
      stated: [],
    },
    () => {},
  );
}

/** Writes spectral readings that share one grid as CSV, a reading a row, or Lab readings (D65/10 degrees). */
export function writeCsv(readings: readonly Measurement[]): string {
  const first = readings[0];
  const lab = ['name', 'L*(D65/10°)', 'a*(D65/10°)', 'b*(D65/10°)'];
  const fields = first?.kind === 'spectral' ? ['name', ...first.wavelengths.map(String)] : lab;
  const data = readings.map((r) => [
    r.name,
    ...(r.kind === 'spectral' ? r.values.map((v) => v.toFixed(6)) : r.lab.map((v) => v.toFixed(4))),
  ]);
  return `${Papa.unparse({ fields, data }, { escapeFormulae: LIKE_A_FORMULA })}\n`;
}

import { nth } from '../known.ts';
import { wavelengthOf } from './headings.ts';
import { type Measurement, readNumber, refuse } from './measurement.ts';
import type { Table } from './table.ts';

interface Line {
  number: number;
  words: string[];
}

/** Words of a line: apart by white space, or whole between double quotes (one in them is doubled); `#` starts a comment. */
function wordsOf(line: string): string[] {
  const words: string[] = [];
  for (const match of line.matchAll(/"((?:[^"]|"")*)"|#.*$|(\S+)/g)) {
    if (match[0].startsWith('#')) break;
    words.push(match[1]?.replaceAll('""', '"') ?? match[2] ?? '');
  }
  return words;
}

const isWord = (line: Line, word: string) => line.words[0]?.toUpperCase() === word;

/** The tables of a CGATS.17 text (ANSI CGATS.17-2009, ISO 28178). Rows may be wrapped. @throws FieldError naming file and line */
export function tablesOfCgats(text: string, file: string): Table[] {
  const lines: Line[] = text
    .split('\n')
    .map((line, i) => ({ number: i + 1, words: wordsOf(line) }))
    .filter((line) => line.words.length > 0);
  const tables: Table[] = [];
  let stated: Table['stated'] = [];
  let headings: string[] | null = null;
  let headingLine = 0;
  let declaredSets: number | undefined;
  let declaredFields: number | undefined;
  let declaredBands: { bands: number; line: number } | undefined;
  const until = (from: number, end: string, begin: string): number => {
    const to = lines.findIndex((line, i) => i > from && isWord(line, end));
    const next = lines.findIndex((line, i) => i > from && isWord(line, begin));
    if (to < 0 || (next >= 0 && next < to))
      refuse({ file, line: nth(lines, from).number }, `${begin} is never closed by ${end}.`);
    return to;
  };
  for (let i = 0; i < lines.length; i++) {
    const line = nth(lines, i);
    const [key = '', ...rest] = line.words;
    const upper = key.toUpperCase();
    if (upper === 'BEGIN_DATA_FORMAT') {
      const to = until(i, 'END_DATA_FORMAT', 'BEGIN_DATA_FORMAT');
      headings = lines.slice(i + 1, to).flatMap((l) => l.words);
      headingLine = line.number;
      i = to;
    } else if (upper === 'BEGIN_DATA') {
      const to = until(i, 'END_DATA', 'BEGIN_DATA');
      if (!headings)
        return refuse({ file, line: line.number }, 'there is no BEGIN_DATA_FORMAT block before this data.');
      const rows = rowsOf(lines.slice(i + 1, to), headings.length, file);
      if (declaredFields !== undefined && declaredFields !== headings.length)
        refuse({ file }, `NUMBER_OF_FIELDS says ${declaredFields}, but the data format names ${headings.length}.`);
      if (declaredBands) mustHaveBands(headings, declaredBands, file);
      if (rows.length === 0) refuse({ file, line: line.number }, 'the data block is empty.');
      if (declaredSets !== undefined && declaredSets !== rows.length)
        refuse({ file }, `NUMBER_OF_SETS says ${declaredSets}, but there are ${rows.length} lines of data.`);
      tables.push({ headings, line: headingLine, rows, stated });
      declaredSets = undefined;
      declaredFields = undefined;
      i = to;
    } else if (upper === 'NUMBER_OF_SETS')
      declaredSets = readNumber(rest[0] ?? '', { file, line: line.number, column: key });
    else if (upper === 'NUMBER_OF_FIELDS')
      declaredFields = readNumber(rest[0] ?? '', { file, line: line.number, column: key });
    else if (upper === 'SPECTRAL_BANDS')
      declaredBands = {
        bands: readNumber(rest[0] ?? '', { file, line: line.number, column: key }),
        line: line.number,
      };
    // What a later table says overrides what an earlier one said.
    else
      stated = [
        ...stated.filter((s) => s.key !== upper || upper === 'WEIGHTING_FUNCTION'),
        { key: upper, value: rest.join(' ') },
      ];
  }
  if (headings && tables.length === 0) refuse({ file }, 'there is no BEGIN_DATA block, so there is nothing to read.');
  if (tables.length === 0) refuse({ file }, 'there is no BEGIN_DATA_FORMAT block, so there is nothing to read.');
  return tables;
}

/** A file that says of how many bands its spectra are, and has another number of them, was cut or put together wrongly. */
function mustHaveBands(
  headings: readonly string[],
  { bands, line }: { bands: number; line: number },
  file: string,
): void {
  const named = new Set(headings.flatMap((heading) => wavelengthOf(heading)?.nm ?? []));
  if (named.size > 0 && named.size !== bands)
    refuse({ file, line }, `SPECTRAL_BANDS says ${bands}, but the data format names ${named.size}.`);
}

/** Data in sets of a given number of fields: a line each, or wrapped over several. */
function rowsOf(lines: readonly Line[], width: number, file: string): Table['rows'] {
  if (width === 0) refuse({ file }, 'the data format names no fields.');
  const rows: Table['rows'] = [];
  let open: Table['rows'][number] | null = null;
  for (const { number, words } of lines) {
    open ??= { line: number, cells: [] };
    open.cells.push(...words);
    if (open.cells.length > width)
      refuse({ file, line: number }, `${open.cells.length} fields where the data format names ${width}.`);
    if (open.cells.length === width) {
      rows.push(open);
      open = null;
    }
  }
  if (open) refuse({ file, line: open.line }, `${open.cells.length} fields where the data format names ${width}.`);
  return rows;
}

const quoted = (name: string) => `"${name.replaceAll('"', "'")}"`;
/** Names without anything but ASCII: other readers take no more. */
const ascii = (name: string) =>
  name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^\x20-\x7e]/g, '?');

/** Writes readings as CGATS.17 text; all spectral on one grid, or all Lab (D65/10 degrees). Reflectance as a fraction of 1. */
export function writeCgats(readings: readonly Measurement[], originator = 'Urushi'): string {
  const first = readings[0];
  const nm = first?.kind === 'spectral' ? first.wavelengths : null;
  const fields = nm ? nm.map((w) => `SPECTRAL_NM_${w}`) : ['LAB_L', 'LAB_A', 'LAB_B'];
  const rows = readings.map((r, i) => {
    const values = r.kind === 'spectral' ? r.values.map((v) => v.toFixed(6)) : r.lab.map((v) => v.toFixed(4));
    if (values.length !== fields.length || r.kind !== first?.kind)
      throw new RangeError('All readings of one file must have the same columns.');
    return [i + 1, quoted(ascii(r.name)), ...values].join('\t');
  });
  const about = nm
    ? [
        'KEYWORD "SPECTRAL_BANDS"',
        `SPECTRAL_BANDS "${nm.length}"`,
        'KEYWORD "SPECTRAL_START_NM"',
        `SPECTRAL_START_NM "${nm[0]}"`,
        'KEYWORD "SPECTRAL_END_NM"',
        `SPECTRAL_END_NM "${nm.at(-1)}"`,
        'KEYWORD "SPECTRAL_NORM"',
        'SPECTRAL_NORM "1.0"',
      ]
    : ['WEIGHTING_FUNCTION "ILLUMINANT, D65"', 'WEIGHTING_FUNCTION "OBSERVER, 10 degree"'];
  return [
    'CGATS.17',
    `ORIGINATOR\t${quoted(ascii(originator))}`,
    ...about,
    `NUMBER_OF_FIELDS\t${fields.length + 2}`,
    'BEGIN_DATA_FORMAT',
    ['SAMPLE_ID', 'SAMPLE_NAME', ...fields].join('\t'),
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS\t${rows.length}`,
    'BEGIN_DATA',
    ...rows,
    'END_DATA',
    '',
  ].join('\n');
}

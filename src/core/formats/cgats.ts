import type { Lab } from '../colour/lab.ts';
import { nth } from '../known.ts';
import {
  checkLab,
  checkWavelengths,
  type Measurement,
  type MeasurementFile,
  type RawSpectrum,
  readNumber,
  refuse,
  settleScale,
  wavelengthOf,
} from './measurement.ts';

interface Line {
  number: number;
  words: string[];
}

/** Words of a line: separated by white space, or kept whole between double quotes; `#` starts a comment. */
function wordsOf(line: string): string[] {
  const words: string[] = [];
  for (const match of line.matchAll(/"([^"]*)"|#.*$|(\S+)/g)) {
    if (match[0].startsWith('#')) break;
    words.push(match[1] ?? match[2] ?? '');
  }
  return words;
}

interface Block {
  format: string[];
  rows: Line[];
  declaredSets?: number;
  declaredFields?: number;
}

function blockOf(text: string, file: string): Block {
  const lines: Line[] = text
    .split(/\r\n|\r|\n/)
    .map((line, i) => ({ number: i + 1, words: wordsOf(line) }))
    .filter((line) => line.words.length > 0);
  const find = (word: string) => lines.findIndex((line) => line.words[0]?.toUpperCase() === word);
  const between = (begin: string, end: string): Line[] => {
    const from = find(begin);
    if (from < 0) refuse({ file }, `there is no ${begin} block, so there is nothing to read.`);
    const to = find(end);
    if (to < from) refuse({ file, line: lines[from]?.number }, `${begin} is never closed by ${end}.`);
    return lines.slice(from + 1, to);
  };
  const declared = (word: string) => {
    const line = lines[find(word)];
    return line ? readNumber(line.words[1] ?? '', { file, line: line.number, column: word }) : undefined;
  };
  return {
    format: between('BEGIN_DATA_FORMAT', 'END_DATA_FORMAT').flatMap((line) => line.words),
    rows: between('BEGIN_DATA', 'END_DATA'),
    declaredSets: declared('NUMBER_OF_SETS'),
    declaredFields: declared('NUMBER_OF_FIELDS'),
  };
}

function checkCounts(block: Block, file: string): void {
  const { format, rows, declaredFields, declaredSets } = block;
  if (declaredFields !== undefined && declaredFields !== format.length)
    refuse({ file }, `NUMBER_OF_FIELDS says ${declaredFields}, but the data format names ${format.length}.`);
  if (rows.length === 0) refuse({ file }, 'the data block is empty.');
  for (const row of rows)
    if (row.words.length !== format.length)
      refuse({ file, line: row.number }, `${row.words.length} fields where the data format names ${format.length}.`);
  if (declaredSets !== undefined && declaredSets !== rows.length)
    refuse({ file }, `NUMBER_OF_SETS says ${declaredSets}, but there are ${rows.length} lines of data.`);
}

/**
 * Reads CGATS.17 text (ANSI CGATS.17-2009, ISO 28178): one sample a line, spectral columns or LAB_L LAB_A LAB_B.
 * @throws FieldError naming file, line and column
 */
export function parseCgats(text: string, file: string): MeasurementFile {
  const block = blockOf(text, file);
  checkCounts(block, file);
  const { format, rows } = block;
  const column = (name: string) => format.findIndex((field) => field.toUpperCase() === name);
  const nameAt = [column('SAMPLE_NAME'), column('SAMPLE_ID'), column('SAMPLEID')].find((i) => i >= 0) ?? -1;
  const nameOf = (row: Line, i: number) => (nameAt >= 0 ? nth(row.words, nameAt) : `reading ${i + 1}`);
  const bands = format.flatMap((field, index) => {
    const nm = /spec|nm|^r_?\d/i.test(field) ? wavelengthOf(field) : null;
    return nm === null ? [] : [{ index, nm }];
  });

  if (bands.length > 0) {
    const wavelengths = bands.map((b) => b.nm);
    checkWavelengths(wavelengths, { file, column: 'data format' });
    const spectra: RawSpectrum[] = rows.map((row, i) => ({
      name: nameOf(row, i),
      values: bands.map((b) =>
        readNumber(nth(row.words, b.index), { file, line: row.number, column: format[b.index] }),
      ),
      place: (k) => ({ file, line: row.number, column: format[nth(bands, k).index] }),
    }));
    const { scale, notes } = settleScale(spectra);
    return {
      readings: spectra.map(
        (s): Measurement => ({
          kind: 'spectral',
          name: s.name,
          wavelengths,
          values: s.values.map((v) => v * scale),
        }),
      ),
      notes,
    };
  }

  const lab = ['LAB_L', 'LAB_A', 'LAB_B'].map(column);
  if (lab.some((i) => i < 0))
    refuse({ file }, 'the data format has neither spectral columns nor LAB_L, LAB_A and LAB_B.');
  return {
    readings: rows.map((row, i): Measurement => {
      const values = lab.map((c) =>
        readNumber(nth(row.words, c), { file, line: row.number, column: format[c] }),
      ) as Lab;
      checkLab(values, { file, line: row.number });
      return { kind: 'lab', name: nameOf(row, i), lab: values };
    }),
    notes: ['The file holds L*a*b* only, taken as D65/10°: single light only, metamerism unknown.'],
  };
}

const quoted = (name: string) => `"${name.replaceAll('"', "'")}"`;

/** Writes readings as CGATS.17 text; all spectral on one grid, or all Lab. Reflectance as a fraction of 1. */
export function writeCgats(readings: readonly Measurement[], originator = 'Urushi'): string {
  const first = readings[0];
  const fields =
    first?.kind === 'spectral' ? first.wavelengths.map((nm) => `SPECTRAL_NM_${nm}`) : ['LAB_L', 'LAB_A', 'LAB_B'];
  const rows = readings.map((r, i) => {
    const values = r.kind === 'spectral' ? r.values.map((v) => v.toFixed(6)) : r.lab.map((v) => v.toFixed(4));
    if (values.length !== fields.length || r.kind !== first?.kind)
      throw new RangeError('All readings of one file must have the same columns.');
    return [i + 1, quoted(r.name), ...values].join('\t');
  });
  return [
    'CGATS.17',
    `ORIGINATOR\t${quoted(originator)}`,
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

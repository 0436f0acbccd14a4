import Papa from 'papaparse';
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

const LAB_HEADINGS: RegExp[] = [/^(lab_?)?l\*?$/i, /^(lab_?)?a\*?$/i, /^(lab_?)?b\*?$/i];

/** A wavelength down each row, a reading in each further column. */
function columnsOfReadings(rows: string[][], file: string): MeasurementFile {
  const head = nth(rows, 0);
  const body = rows.slice(1);
  const wavelengths = body.map((row, i) => readNumber(nth(row, 0), { file, line: i + 2, column: head[0] || '1' }));
  checkWavelengths(wavelengths, { file, column: head[0] || '1' });
  const spectra: RawSpectrum[] = head.slice(1).map((name, c) => ({
    name: name || `reading ${c + 1}`,
    values: body.map((row, i) => readNumber(nth(row, c + 1), { file, line: i + 2, column: name || String(c + 2) })),
    place: (k) => ({ file, line: k + 2, column: name || String(c + 2) }),
  }));
  if (spectra.length === 0) refuse({ file, line: 1 }, 'there is no column of readings beside the wavelengths.');
  const { scale, notes } = settleScale(spectra);
  return {
    readings: spectra.map((s) => ({
      kind: 'spectral',
      name: s.name,
      wavelengths,
      values: s.values.map((v) => v * scale),
    })),
    notes,
  };
}

function rowsOfReadings(rows: string[][], file: string): MeasurementFile {
  const head = nth(rows, 0);
  const bands = head.flatMap((heading, index) => {
    const nm = wavelengthOf(heading);
    return nm === null ? [] : [{ index, nm }];
  });
  const nameAt = head.findIndex((h) => /^(name|sample|sample_name|id|sample_id)$/i.test(h.trim()));
  const nameOf = (row: string[], i: number) => (nameAt >= 0 && row[nameAt] ? row[nameAt] : `reading ${i + 1}`);
  if (bands.length > 0) {
    const wavelengths = bands.map((b) => b.nm);
    checkWavelengths(wavelengths, { file, line: 1 });
    const spectra: RawSpectrum[] = rows.slice(1).map((row, i) => ({
      name: nameOf(row, i),
      values: bands.map((b) => readNumber(nth(row, b.index), { file, line: i + 2, column: head[b.index] })),
      place: (k) => ({ file, line: i + 2, column: head[nth(bands, k).index] }),
    }));
    const { scale, notes } = settleScale(spectra);
    return {
      readings: spectra.map((s) => ({
        kind: 'spectral',
        name: s.name,
        wavelengths,
        values: s.values.map((v) => v * scale),
      })),
      notes,
    };
  }
  const at = LAB_HEADINGS.map((pattern) => head.findIndex((h) => pattern.test(h.trim())));
  if (at.some((i) => i < 0))
    refuse({ file, line: 1 }, 'the heading names neither wavelengths (400, 410 …) nor L*, a*, b*.');
  return {
    readings: rows.slice(1).map((row, i): Measurement => {
      const lab = at.map((c) => readNumber(nth(row, c), { file, line: i + 2, column: head[c] })) as Lab;
      checkLab(lab, { file, line: i + 2 });
      return { kind: 'lab', name: nameOf(row, i), lab };
    }),
    notes: ['The file holds L*a*b* only, taken as D65/10°: single light only, metamerism unknown.'],
  };
}

/**
 * Reads CSV with a heading line: wavelengths across (a reading a row), wavelengths down (a reading a column),
 * or L*, a*, b*. Comma, semicolon or tab between fields; decimals with a point.
 * @throws FieldError naming file, line and column
 */
export function parseCsv(text: string, file: string): MeasurementFile {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true });
  const [head] = data;
  if (!head || data.length < 2) return refuse({ file }, 'a heading line and at least one line of data are needed.');
  data.forEach((row, i) => {
    if (row.length !== head.length)
      refuse({ file, line: i + 1 }, `${row.length} fields where the heading names ${head.length}.`);
  });
  const downwards = /wavelength|^nm$/i.test(head[0]?.trim() ?? '');
  return downwards ? columnsOfReadings(data, file) : rowsOfReadings(data, file);
}

/** Writes spectral readings that share one grid as CSV, a reading a row, or Lab readings as L*, a*, b*. */
export function writeCsv(readings: readonly Measurement[]): string {
  const first = readings[0];
  const fields = first?.kind === 'spectral' ? ['name', ...first.wavelengths.map(String)] : ['name', 'L*', 'a*', 'b*'];
  const data = readings.map((r) => [
    r.name,
    ...(r.kind === 'spectral' ? r.values.map((v) => v.toFixed(6)) : r.lab.map((v) => v.toFixed(4))),
  ]);
  return `${Papa.unparse({ fields, data })}\n`;
}

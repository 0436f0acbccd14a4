import { nth } from '../known.ts';
import { isMisspeltWavelength, nameColumnOf, otherQuantity, wavelengthOf } from './headings.ts';
import { type Place, readNumber, refuse } from './measurement.ts';
import { firstWords, isEmpty, listed, nameIn, STATISTIC } from './rows.ts';
import type { RawSpectrum } from './scale.ts';
import type { Table } from './table.ts';

/** The number that the values of a table count to, where it is said. */
function normOf({ stated, headings }: Table): number | null {
  for (const { key, value } of [...stated].reverse()) {
    if (/^spectral_norm$/i.test(key)) {
      const norm = Number(value);
      return norm > 0 ? norm : null;
    }
    if (/unit|scale|^y\b/i.test(key) && /%|per\s?cent/i.test(value)) return 100;
    if (/unit|scale|^y\b/i.test(key) && /fraction|factor|0\s*[-–.]+\s*1\b/i.test(value)) return 1;
    if (/reflect/i.test(`${key} ${value}`) && /%|per\s?cent/i.test(`${key} ${value}`)) return 100;
  }
  return headings.some((h) => /^spectral_pct$/i.test(h)) ? 100 : null;
}

/** A number in a cell, and the norm that the cell itself says: `45.2%` counts to 100. */
const percentCell = (text: string) => /%\s*$/.test(text);

/** Words for a reading that shuts the gloss out. */
const GLOSS_OUT = /\b(?:sce|spex|de\s*[:/]\s*8)\b|specular(?:\s+component)?\s+excluded/i;

/** Bands in order, without two of one wavelength, over enough of the spectrum; notes on what is missing. */
function checkBands(wavelengths: readonly number[], misspelt: readonly string[], place: Place): string[] {
  if (wavelengths.length < 6) refuse(place, 'a spectrum needs at least six wavelengths.');
  wavelengths.forEach((nm, i) => {
    if (i > 0 && nm === wavelengths[i - 1]) refuse(place, `the wavelength ${nm} nm stands there twice.`);
  });
  const first = nth(wavelengths, 0);
  const last = nth(wavelengths, wavelengths.length - 1);
  const why = misspelt.length > 0 ? ` (“${misspelt.join('”, “')}” is no wavelength)` : '';
  if (first > 430 || last < 660)
    refuse(place, `the spectrum covers only ${first}–${last} nm; 400–700 nm is needed${why}.`);
  const steps = wavelengths.slice(1).map((nm, i) => nm - nth(wavelengths, i));
  const usual = nth(
    [...steps].sort((p, q) => p - q),
    steps.length >> 1,
  );
  const notes: string[] = [];
  steps.forEach((step, i) => {
    if (step < 1.5 * usual) return;
    const [from, to] = [nth(wavelengths, i), nth(wavelengths, i + 1)];
    if (step > 40 && from < 700 && to > 400) refuse(place, `bands are missing between ${from} and ${to} nm${why}.`);
    notes.push(`Between ${from} and ${to} nm a band is missing${why}; it was filled from its neighbours.`);
  });
  if (first > 400 || last < 700)
    notes.push(`The spectrum covers ${first}–${last} nm${why}; beyond, its last value is held to 400 and 700 nm.`);
  if (usual > 20) notes.push(`The bands are ${usual} nm apart: narrow features between them are not known.`);
  return notes;
}

export interface Band {
  index: number;
  nm: number;
}

/** Spectra that stand in one row each; columns of one label are one set. */
export function acrossRows(
  table: Table,
  bandsOf: Map<string, Band[]>,
  file: string,
  notes: Set<string>,
): RawSpectrum[] {
  const { headings, line } = table;
  const nameAt = nameColumnOf(headings);
  const used = [...bandsOf.values()].flat().map((b) => b.index);
  // A line of units under the headings says what the values are.
  const units = table.rows[0]?.cells;
  const hasUnits =
    units !== undefined &&
    used.every((i) => /^\s*%?\s*r?\s*$/i.test(units[i] ?? '')) &&
    used.some((i) => /%/.test(units[i] ?? ''));
  const rows = hasUnits ? table.rows.slice(1) : table.rows;
  const norm = hasUnits ? 100 : normOf(table);
  // A band that no other is named like was meant to be one of them.
  const misspelt = headings.filter(
    (h) => isMisspeltWavelength(h) || (wavelengthOf(h) && !bandsOf.has(wavelengthOf(h)?.label ?? '')),
  );
  const sets = [...bandsOf].map(([label, bands]) => {
    const sorted = [...bands].sort((p, q) => p.nm - q.nm);
    for (const note of checkBands(
      sorted.map((b) => b.nm),
      misspelt,
      { file, line },
    ))
      notes.add(note);
    return { label, bands: sorted };
  });
  if (sets.length > 1)
    notes.add(`Each line holds ${sets.length} spectra: ${listed(sets.map((s) => s.label || 'unnamed'))}.`);
  if ([...sets.map((s) => s.label), ...table.stated.map((s) => `${s.key} ${s.value}`)].some((w) => GLOSS_OUT.test(w)))
    notes.add(
      'Read with the gloss shut out (specular excluded). What is predicted of a finished board holds its gloss.',
    );
  const unnamed = firstWords({ ...table, rows });
  return rows.flatMap((row, i) => {
    const own = (nameAt >= 0 ? nameIn(row.cells[nameAt]) : unnamed?.(i)) || `reading ${i + 1}`;
    if (rows.length > 1 && STATISTIC.test(own)) {
      notes.add(`The line “${own}” was left out: it is no reading.`);
      return [];
    }
    if (isEmpty(row.cells, used)) {
      notes.add(`Line ${row.line} was left out: there are no values in it.`);
      return [];
    }
    return sets.map(({ label, bands }): RawSpectrum => {
      const place = (k: number) => ({ file, line: row.line, column: headings[nth(bands, k).index] });
      const cells = bands.map((b) => row.cells[b.index] ?? '');
      return {
        name: sets.length > 1 && label ? `${own} ${label}` : own,
        wavelengths: bands.map((b) => b.nm),
        values: cells.map((cell, k) => readNumber(cell, place(k))),
        norm: cells.some(percentCell) || bands.some((b) => /%/.test(headings[b.index] ?? '')) ? 100 : norm,
        place,
      };
    });
  });
}

/** Spectra whose wavelengths stand in the cells beside the values. */
export function pairsInRows({ headings, rows, stated }: Table, file: string, notes: Set<string>): RawSpectrum[] {
  const pairs = headings.flatMap((h, i) =>
    /^spectral_nm$/i.test(h) && /^spectral_(?:pct|dec)$/i.test(headings[i + 1] ?? '') ? [i] : [],
  );
  const nameAt = nameColumnOf(headings);
  const norm = stated.some((s) => /^spectral_norm$/i.test(s.key))
    ? normOf({ headings: [], rows, stated, line: 0 })
    : headings.some((h) => /^spectral_pct$/i.test(h))
      ? 100
      : 1;
  return rows.map((row, i) => {
    const bands = pairs
      .map((at) => ({
        index: at + 1,
        nm: readNumber(row.cells[at] ?? '', { file, line: row.line, column: headings[at] }),
      }))
      .sort((p, q) => p.nm - q.nm);
    for (const note of checkBands(
      bands.map((b) => b.nm),
      [],
      { file, line: row.line },
    ))
      notes.add(note);
    const place = (k: number) => ({ file, line: row.line, column: `${nth(bands, k).nm} nm` });
    return {
      name: (nameAt >= 0 && nameIn(row.cells[nameAt])) || `reading ${i + 1}`,
      wavelengths: bands.map((b) => b.nm),
      values: bands.map((b, k) => readNumber(row.cells[b.index] ?? '', place(k))),
      norm,
      place,
    };
  });
}

/** Spectra that stand in one column each, wavelengths down the first. */
export function downColumns(table: Table, file: string, notes: Set<string>): RawSpectrum[] {
  const { headings, rows } = table;
  const norm = normOf(table);
  const values = headings.flatMap((_, i) => (i > 0 ? [i] : []));
  for (const { cells, line } of rows)
    if (isEmpty(cells, values)) notes.add(`Line ${line} was left out: there are no values in it.`);
  const lines = rows
    .filter(({ cells }) => !STATISTIC.test(cells[0]?.trim() ?? '') && !isEmpty(cells, values))
    .map((row) => ({
      ...row,
      nm: readNumber(row.cells[0] ?? '', { file, line: row.line, column: headings[0] || '1' }),
    }))
    .sort((p, q) => p.nm - q.nm);
  for (const note of checkBands(
    lines.map((l) => l.nm),
    [],
    { file, column: headings[0] || '1' },
  ))
    notes.add(note);
  const columns = headings.slice(1).flatMap((heading, c) => {
    const other = otherQuantity(heading);
    const empty = rows.every(({ cells }) => (cells[c + 1] ?? '').trim() === '');
    if (other) notes.add(`The column “${heading}” was left out: it is “${other}”, not a reflectance.`);
    return other || empty || STATISTIC.test(heading) ? [] : [{ heading, at: c + 1 }];
  });
  if (columns.length === 0) {
    const [first = ''] = headings.slice(1);
    const other = otherQuantity(first);
    refuse(
      { file, line: table.line },
      other
        ? `this is “${other}”, not the reflectance of a surface.`
        : 'there is no column of readings beside the wavelengths.',
    );
  }
  return columns.map(({ heading, at }, i) => {
    const place = (k: number) => ({ file, line: nth(lines, k).line, column: heading || String(at + 1) });
    const cells = lines.map(({ cells }) => cells[at] ?? '');
    return {
      name: heading.replace(/\s*[([]\s*%\s*[)\]]\s*$/, '') || `reading ${i + 1}`,
      wavelengths: lines.map((l) => l.nm),
      values: cells.map((cell, k) => readNumber(cell, place(k))),
      norm: cells.some(percentCell) || /%/.test(heading) ? 100 : norm,
      place,
    };
  });
}

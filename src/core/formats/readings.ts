import type { Lab } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import { nth } from '../known.ts';
import {
  hasItsOwnB,
  isMisspeltWavelength,
  isOtherSystem,
  isWavelengthWord,
  knownLight,
  type LabColumn,
  labColumnOf,
  lightIn,
  lightName,
  nameColumnOf,
  otherQuantity,
  type StatedLight,
  wavelengthOf,
} from './headings.ts';
import {
  type Answers,
  checkLab,
  type Measurement,
  type MeasurementFile,
  type Place,
  Question,
  readNumber,
  refuse,
} from './measurement.ts';
import { type RawSpectrum, settleScale } from './scale.ts';
import type { Table } from './table.ts';

/** What a table holds, before the scale of the whole file is known. */
interface Content {
  spectra: RawSpectrum[];
  labs: Extract<Measurement, { kind: 'lab' }>[];
  notes: string[];
}

/** Rows that an instrument's software adds under the readings. */
const STATISTIC =
  /^(?:mean|average|avg\.?|std\.?\s*(?:dev\.?)?|stdev|standard deviation|sd|min(?:imum)?|max(?:imum)?|median|range)$/i;

const listed = (words: readonly string[]) =>
  words.length > 6 ? `${words.slice(0, 6).join(', ')} and ${words.length - 6} more` : words.join(', ');

/** Refuses what a file says it is, where that is no reflectance of a surface. */
function mustBeReflectance(stated: Table['stated'], place: Place): void {
  for (const { key, value } of stated) {
    const text = `${key} ${value}`;
    const other = otherQuantity(text);
    if (key === 'DEVICE_CLASS' && /display|emis/i.test(value))
      refuse(place, `this is the light of a ${value.toLowerCase()}, not the reflectance of a surface.`);
    if (other && !/reflect/i.test(text)) refuse(place, `this is “${other}”, not the reflectance of a surface.`);
    if (/geometry/i.test(key) && /\b(?:180\s*[/:]\s*0|0\s*[/:]\s*180|t0\s*[/:]\s*0)\b/i.test(value))
      refuse(place, `the geometry ${value} is one of light that passes through, not of a surface.`);
  }
}

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

/** The light that a file says its L*a*b* are under: in one statement or in two. */
function lightStated(stated: Table['stated']): StatedLight | null {
  const found = stated.flatMap(({ key, value }) => {
    if (!/illum|observer|weighting_function|light|measurement_source/i.test(`${key} ${value}`)) return [];
    const words = value.replace(/illumination|illuminant|observer\s*angle|observer/gi, ' ');
    return lightIn(words.trim() === '' ? key : words) ?? [];
  });
  if (found.length === 0) return null;
  return {
    illuminant: found.findLast((l) => l.illuminant)?.illuminant ?? null,
    observer: found.findLast((l) => l.observer)?.observer ?? null,
  };
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

interface Band {
  index: number;
  nm: number;
}

/** Spectra that stand in one row each; columns of one label are one set. */
function acrossRows(table: Table, bandsOf: Map<string, Band[]>, file: string, notes: Set<string>): RawSpectrum[] {
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

const isEmpty = (cells: readonly string[], columns: readonly number[]) =>
  columns.every((i) => (cells[i] ?? '').trim() === '');

/** A name without the quotes that another reader kept as a part of it. */
const nameIn = (cell: string | undefined): string =>
  cell
    ?.trim()
    .replace(/^"(.*)"$/, '$1')
    .trim() ?? '';

/** The words of a first column that has no heading of its own: the names. */
function firstWords({ headings, rows }: Table): ((row: number) => string) | null {
  const words = rows.filter(({ cells }) => /[a-z]/i.test(cells[0] ?? ''));
  const named = wavelengthOf(headings[0] ?? '') === null && labColumnOf(headings[0] ?? '') === null;
  return named && words.length * 2 > rows.length ? (row) => nameIn(rows[row]?.cells[0]) : null;
}

/** Spectra whose wavelengths stand in the cells beside the values. */
function pairsInRows({ headings, rows, stated }: Table, file: string, notes: Set<string>): RawSpectrum[] {
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
function downColumns(table: Table, file: string, notes: Set<string>): RawSpectrum[] {
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

const sameLight = (p: Light, q: Light) => p.illuminant === q.illuminant && p.observer === q.observer;
const answered = (text: string | undefined): StatedLight | null => (text ? lightIn(text) : null);

/** Sets of three columns that are L*, a* and b* under one light. */
function labSets({ headings }: Table): { light: StatedLight | null; at: [number, number, number] }[] {
  const columns = headings.map((h, i) => ({ column: labColumnOf(h), i }));
  const other = headings.some(hasItsOwnB);
  const bySet = new Map<string, { column: LabColumn; i: number }[]>();
  for (const { column, i } of columns) {
    if (!column || (other && !column.sure)) continue;
    bySet.set(column.set, [...(bySet.get(column.set) ?? []), { column, i }]);
  }
  return [...bySet.values()].flatMap((set) => {
    const [L, a, b] = (['L', 'a', 'b'] as const).map((axis) => {
      const those = set.filter(({ column }) => column.axis === axis);
      return those.find(({ column }) => column.sure) ?? those[0];
    });
    return L && a && b
      ? [{ light: L.column.light ?? a.column.light, at: [L.i, a.i, b.i] as [number, number, number] }]
      : [];
  });
}

function labRows(table: Table, file: string, answers: Answers, notes: Set<string>): Content['labs'] {
  const { headings, rows, stated } = table;
  const hunter = stated.find((s) => /hunter/i.test(`${s.key} ${s.value}`));
  if (hunter)
    refuse(
      { file, line: table.line },
      'its L, a and b are Hunter’s, which are not L*, a* and b*. Export the spectra, or L*a*b*.',
    );
  const sets = labSets(table);
  const said = answered(answers.light) ?? lightStated(stated);
  const lightOf = (light: StatedLight | null): StatedLight | null =>
    light || said
      ? {
          illuminant: light?.illuminant ?? said?.illuminant ?? null,
          observer: light?.observer ?? said?.observer ?? null,
        }
      : null;
  const lit = sets.map((set) => ({ ...set, light: lightOf(set.light) }));
  const wanted = answered(answers.light);
  const daylight = lit.find(({ light }) => light?.illuminant === 'D65' && light.observer !== 2);
  const asked =
    wanted &&
    lit.find(
      ({ light }) => light?.illuminant === wanted.illuminant && (light?.observer ?? 10) === (wanted.observer ?? 10),
    );
  const chosen = asked ?? daylight ?? (lit.length === 1 ? lit[0] : undefined);
  if (!chosen)
    throw new Question(
      { file, line: table.line },
      `it holds L*a*b* under several lights (${lit.map(({ light }) => (light ? lightName(light) : 'not named')).join(', ')}). Which is to be read?`,
      'light',
      lit.flatMap(({ light }) => (light && knownLight(light) ? [`${light.illuminant}/${light.observer ?? 10}`] : [])),
    );
  const lightAt = headings.flatMap((h, i) =>
    /^(?:illuminant|illum\.?|light|observer(?:\s*angle)?)$/i.test(h) ? [i] : [],
  );
  const lightOfRow = (cells: readonly string[]): StatedLight | null =>
    lightAt.length > 0
      ? lightIn(lightAt.map((i) => (/^(?:2|10)$/.test(cells[i] ?? '') ? `${cells[i]}°` : cells[i])).join(' '))
      : null;
  const light = chosen.light ? knownLight(chosen.light) : DAYLIGHT;
  if (!light && !chosen.light?.illuminant)
    throw new Question(
      { file, line: table.line },
      'it names the observer of its L*a*b* and no light. Which is it?',
      'light',
      [`D65/${chosen.light?.observer ?? 10}`, `D50/${chosen.light?.observer ?? 10}`],
    );
  if (!light)
    return refuse(
      { file, line: table.line },
      `its L*a*b* are under ${lightName(chosen.light ?? { illuminant: null, observer: null })}, which this program does not know. Export the spectra, or L*a*b* for D65/10°.`,
    );
  if (lit.length > 1) notes.add(`L*a*b* for ${lightName(light)} was read; the sets for other lights were left out.`);
  const nameAt = nameColumnOf(headings);
  const unnamed = firstWords(table);
  notes.add(
    lightAt.length > 0
      ? 'The file holds L*a*b* only, each under the light that its row names: single light only, metamerism unknown.'
      : chosen.light
        ? `The file holds L*a*b* for ${lightName(light)} only${chosen.light.observer ? '' : ' (it names no observer; taken as 10°)'}: single light only, metamerism unknown.`
        : 'The file holds L*a*b* only and names no light; taken as D65/10°: single light only, metamerism unknown.',
  );
  return rows.flatMap((row, i) => {
    const name = (nameAt >= 0 ? nameIn(row.cells[nameAt]) : unnamed?.(i)) || `reading ${i + 1}`;
    if (rows.length > 1 && STATISTIC.test(name)) {
      notes.add(`The line “${name}” was left out: it is no reading.`);
      return [];
    }
    const lab = chosen.at.map((c) =>
      readNumber(row.cells[c] ?? '', { file, line: row.line, column: headings[c] }),
    ) as Lab;
    checkLab(lab, { file, line: row.line });
    const stated = lightOfRow(row.cells);
    const own = stated ? knownLight(stated) : light;
    if (!own)
      return refuse(
        { file, line: row.line },
        `${lightName(stated as StatedLight)} is a light that this program does not know.`,
      );
    return [{ kind: 'lab' as const, name, lab, ...(sameLight(own, DAYLIGHT) ? {} : { light: own }) }];
  });
}

function contentOf(table: Table, file: string, answers: Answers): Content {
  const { headings, rows, stated, line } = table;
  mustBeReflectance(stated, { file });
  if (rows.length === 0) refuse({ file, line }, 'a line of data is needed under the headings.');
  const notes = new Set<string>();
  const bandsOf = new Map<string, Band[]>();
  headings.forEach((heading, index) => {
    const named = otherQuantity(heading) ? null : wavelengthOf(heading);
    if (named) bandsOf.set(named.label, [...(bandsOf.get(named.label) ?? []), { index, nm: named.nm }]);
  });
  const foreign = [...bandsOf].filter(
    ([label, bands]) => otherQuantity(label) || bands.length < 6 || /^(?:t|trans|abs|em|a|od)$/i.test(label),
  );
  const left = foreign.filter(([label, bands]) => bands.length >= 6 && label !== '');
  const few = [...bandsOf].find(([label, bands]) => label === '' && bands.length >= 2 && bands.length < 6);
  for (const [label] of foreign) bandsOf.delete(label);
  const hasLab = labSets(table).length > 0;
  const pairs = headings.filter((h) => /^spectral_nm$/i.test(h)).length;
  const done = (content: Omit<Content, 'notes'>): Content => ({ ...content, notes: [...notes] });
  if (pairs >= 6) return done({ spectra: pairsInRows(table, file, notes), labs: [] });
  if (bandsOf.size > 0) {
    if (hasLab) notes.add('Its L*a*b* were left out: they follow from the spectra.');
    if (left.length > 0) notes.add(`Left out, for they are no reflectance: ${listed(left.map(([label]) => label))}.`);
    return done({ spectra: acrossRows(table, bandsOf, file, notes), labs: [] });
  }
  if (left.length > 0) return refuse({ file, line }, `this is “${left[0]?.[0]}”, not the reflectance of a surface.`);
  if (
    isWavelengthWord(headings[0] ?? '') ||
    (!hasLab && /^\s*\d{3,4}([.,]\d+)?\s*(?:nm)?\s*$/i.test(rows[0]?.cells[0] ?? '') && rows.length >= 6)
  )
    return done({ spectra: downColumns(table, file, notes), labs: [] });
  if (hasLab) return done({ spectra: [], labs: labRows(table, file, answers, notes) });
  if (few) return refuse({ file, line }, 'a spectrum needs at least six wavelengths.');
  const quantity = headings.map(otherQuantity).find((q) => q !== null);
  if (quantity) return refuse({ file, line }, `this is “${quantity}”, not the reflectance of a surface.`);
  const other = headings.find((h) => /hunter/i.test(h) || isOtherSystem(h));
  return refuse(
    { file, line },
    other
      ? `it holds “${other}” and neither spectral columns nor L*, a* and b*: colours of other systems are not read.`
      : 'the headings name neither spectral columns (400, 410 …) nor L*, a* and b*.',
  );
}

/** The readings of all tables of a file. A table without any is left out when another has some, and that is said. */
export function readingsOf(tables: readonly Table[], file: string, answers: Answers): MeasurementFile {
  const notes: string[] = [];
  const contents: Content[] = [];
  let refusal: unknown = null;
  for (const [i, table] of tables.entries()) {
    try {
      contents.push(contentOf(table, file, answers));
    } catch (error) {
      if (error instanceof Question || tables.length === 1 || !isWithoutReadings(table)) throw error;
      refusal = error;
      notes.push(`Table ${i + 1} was left out: it holds neither spectra nor L*a*b*.`);
    }
  }
  if (contents.length === 0) throw refusal;
  const raw = contents.flatMap((c) => c.spectra);
  const { spectra, notes: scaled } = settleScale(raw, file, answers);
  const labs = contents.flatMap((c) => c.labs);
  const known = new Set(spectra.map((s) => s.name));
  const alone = labs.filter(({ name }) => !known.has(name));
  if (alone.length < labs.length) notes.push('L*a*b* of readings whose spectra are there were left out.');
  const readings: Measurement[] = [
    ...spectra.map(({ name, wavelengths, values }): Measurement => ({ kind: 'spectral', name, wavelengths, values })),
    ...alone,
  ];
  if (readings.length === 0) refuse({ file }, 'there is no reading in it.');
  const said = contents.filter((c) => c.spectra.length > 0 || c.labs.some((lab) => alone.includes(lab)));
  return { readings, notes: [...new Set([...said.flatMap((c) => c.notes), ...scaled, ...notes])] };
}

const isWithoutReadings = (table: Table) =>
  labSets(table).length === 0 && table.headings.filter((h) => wavelengthOf(h) !== null).length < 6;

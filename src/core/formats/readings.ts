import { isOtherSystem, isWavelengthWord, otherQuantity, wavelengthOf } from './headings.ts';
import { type LabReading, labRows, labSets } from './labs.ts';
import {
  type Answers,
  type Measurement,
  type MeasurementFile,
  type Place,
  Question,
  refuse,
  type Unsaid,
} from './measurement.ts';
import { listed } from './rows.ts';
import { type RawSpectrum, settleScale } from './scale.ts';
import { acrossRows, type Band, downColumns, pairsInRows } from './spectra.ts';
import type { Table } from './table.ts';

/** What a table holds, before the scale of the whole file is known. */
interface Content {
  spectra: RawSpectrum[];
  labs: LabReading[];
  notes: string[];
  unsaid?: Unsaid | null;
}

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
  if (hasLab) return done({ spectra: [], ...labRows(table, file, answers, notes) });
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
  const unsaid = said.find((c) => c.unsaid)?.unsaid;
  return {
    readings,
    notes: [...new Set([...said.flatMap((c) => c.notes), ...scaled, ...notes])],
    ...(unsaid ? { unsaid } : {}),
  };
}

const isWithoutReadings = (table: Table) =>
  labSets(table).length === 0 && table.headings.filter((h) => wavelengthOf(h) !== null).length < 6;

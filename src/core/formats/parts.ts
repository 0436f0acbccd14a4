import Papa from 'papaparse';
import { FieldError } from '../field-error.ts';
import { entry, nth } from '../known.ts';

export type PartZone = 'face' | 'edge' | 'end' | 'profile';
/** A part of a job as a line tells it; sizes in millimetres. */
export interface PartLine {
  name: string;
  woodId: string | null;
  count: number;
  length: number;
  width: number;
  thickness: number | null;
  faces: 1 | 2;
  zones: PartZone[];
}
/** A wood of the job, and the words it may be called by. */
export interface NamedWood {
  id: string;
  names: readonly string[];
}
/** What a size without a unit is in. */
export type LengthUnit = 'millimetres' | 'inches';

/** Millimetres of a unit; an international inch is 25.4 mm exactly (NIST Handbook 44, appendix C). */
const MILLIMETRES: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  inches: 25.4,
  '"': 25.4,
  '”': 25.4,
  ft: 304.8,
};
const NUMBER = String.raw`\d+\/\d+|\d+(?:\.\d+)?(?:\s+\d+\/\d+)?`;
const UNIT = 'mm|cm|m|inches|inch|in|ft|"|”';
const SIZE = new RegExp(
  String.raw`(${NUMBER})\s*(${UNIT})?\s*[x×*]\s*(${NUMBER})\s*(${UNIT})?(?:\s*[x×*]\s*(${NUMBER})\s*(${UNIT})?)?`,
  'i',
);
const COUNT = /^\s*(\d+)\s*(?:[x×*]|off|pcs?\.?|pieces?)?\s+(?=\S)/i;

/** 1, 2.5, 3/4 and 1 1/2. */
function numberOf(text: string): number {
  return text
    .trim()
    .split(/\s+/)
    .reduce((sum, part) => {
      const [top = Number.NaN, bottom] = part.split('/').map(Number);
      return sum + (bottom === undefined ? top : top / bottom);
    }, 0);
}

const refuse = (line: number, what: string): never => {
  throw new FieldError('text', `Line ${line}: ${what}`);
};

interface Words {
  count: number;
  faces: 1 | 2;
  zones: PartZone[];
  woodId: string | null;
  rest: string[];
}

/** What words between commas say: a wood, faces, zones; what says nothing is the name. */
function readWords(words: readonly string[], woods: readonly NamedWood[], count: number): Words {
  const found: Words = { count, faces: 1, zones: ['face'], woodId: null, rest: [] };
  const also = (zone: PartZone) => {
    if (!found.zones.includes(zone)) found.zones.push(zone);
  };
  for (const word of words) {
    const plain = word.trim().toLowerCase();
    const wood = woods.find((w) => w.names.some((n) => n.toLowerCase() === plain));
    if (plain === '') continue;
    else if (wood) found.woodId = wood.id;
    else if (/^(both|two|2) (faces|sides)$/.test(plain)) found.faces = 2;
    else if (/^(one|1) (face|side)$/.test(plain)) found.faces = 1;
    else if (/^edges?$/.test(plain)) also('edge');
    else if (/^(profiles?|moulded|mouldings?)$/.test(plain)) also('profile');
    else if (/^ends?( grain)?$/.test(plain)) also('end');
    else if (/^faces?$/.test(plain)) also('face');
    else if (/^edges? only$/.test(plain)) found.zones = ['edge'];
    else found.rest.push(word.trim());
  }
  return found;
}

/** One typed line: `4 x Shelf, ash, 800 x 250 x 20 mm, both faces, edge`. */
function readLine(text: string, line: number, woods: readonly NamedWood[], unit: LengthUnit): PartLine {
  if (/\d,\d/.test(text) && !SIZE.test(text)) refuse(line, 'write decimals with a point: 12.5.');
  const size = SIZE.exec(text);
  if (!size) return refuse(line, 'the size is missing. Write it as 800 x 250 x 20 mm; the thickness may be left out.');
  const [whole, length = '', lengthUnit, width = '', widthUnit, thickness, thicknessUnit] = size;
  // A unit at the end is that of all; one in between is its own.
  const last = thicknessUnit ?? widthUnit ?? lengthUnit ?? (unit === 'inches' ? 'in' : 'mm');
  const millimetres = (number: string, own: string | undefined) =>
    numberOf(number) * entry(MILLIMETRES, (own ?? last).toLowerCase());
  const without = `${text.slice(0, size.index)},${text.slice(size.index + whole.length)}`;
  const counted = COUNT.exec(without);
  const words = readWords(
    (counted ? without.slice(counted[0].length) : without).split(/[,;\t]/),
    woods,
    counted ? Number(counted[1]) : 1,
  );
  const name = words.rest.join(', ');
  if (name === '') refuse(line, 'the part has no name.');
  return {
    name,
    woodId: words.woodId,
    count: words.count,
    length: millimetres(length, lengthUnit),
    width: millimetres(width, widthUnit),
    thickness: thickness === undefined ? null : millimetres(thickness, thicknessUnit),
    faces: words.faces,
    zones: words.zones,
  };
}

const COLUMNS: Record<string, keyof PartLine | 'unit'> = {
  name: 'name',
  part: 'name',
  wood: 'woodId',
  species: 'woodId',
  count: 'count',
  quantity: 'count',
  qty: 'count',
  length: 'length',
  width: 'width',
  thickness: 'thickness',
  faces: 'faces',
  zones: 'zones',
  unit: 'unit',
};
/** A heading without its unit: `length (mm)` is `length`. */
const heading = (text: string) =>
  text
    .trim()
    .toLowerCase()
    .replace(/[\s([]+(mm|cm|m|in|inches)[\])]?$/, '');

/** A table with a heading line: name, wood, count, length, width, thickness, faces, zones, in any order. */
function readTable(rows: readonly string[][], woods: readonly NamedWood[], unit: LengthUnit): PartLine[] {
  const headings = nth(rows, 0);
  const columns = headings.map((h) => (Object.hasOwn(COLUMNS, heading(h)) ? COLUMNS[heading(h)] : undefined));
  const units = headings.map((h) => /\b(mm|cm|m|in|inches)\b/i.exec(h.replace(heading(h), ''))?.[1]);
  return rows.slice(1).map((row, i) => {
    const line = i + 2;
    const cell = (column: (typeof columns)[number]) => row[columns.indexOf(column)]?.trim() ?? '';
    const own = cell('unit') || (unit === 'inches' ? 'in' : 'mm');
    const number = (column: 'count' | 'length' | 'width' | 'thickness') => {
      const text = cell(column);
      if (!new RegExp(`^(?:${NUMBER})$`).test(text))
        refuse(line, `${column}: ${text ? `“${text}” is not a number.` : 'the value is missing.'}`);
      return (
        numberOf(text) *
        (column === 'count' ? 1 : entry(MILLIMETRES, (units[columns.indexOf(column)] ?? own).toLowerCase()))
      );
    };
    const words = readWords([cell('woodId'), ...cell('zones').split(/[\s,;+/]+/)], woods, 1);
    if (cell('woodId') && words.woodId === null) refuse(line, `there is no wood “${cell('woodId')}” in this job.`);
    const zones = cell('zones') ? words.zones.filter((z) => z !== 'face' || /face/i.test(cell('zones'))) : words.zones;
    const name = cell('name');
    if (!name) refuse(line, 'the part has no name.');
    return {
      name,
      woodId: words.woodId,
      count: cell('count') ? number('count') : 1,
      length: number('length'),
      width: number('width'),
      thickness: cell('thickness') ? number('thickness') : null,
      faces: cell('faces') === '2' || /both/i.test(cell('faces')) ? 2 : 1,
      zones,
    };
  });
}

/**
 * Parts of a job from typed lines, a paste or CSV with a heading line.
 * @param unit what a size without a unit is in
 * @throws FieldError with the line and what is wrong; nothing is half read
 */
export function parseParts(
  text: string,
  woods: readonly NamedWood[],
  unit: LengthUnit,
): { parts: PartLine[]; kind: 'lines' | 'table' } {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const headings = data[0]?.map(heading) ?? [];
  if (headings.includes('length') && headings.includes('width')) {
    const parts = readTable(data, woods, unit);
    if (parts.length === 0) refuse(2, 'there is no part under the heading.');
    return { parts, kind: 'table' };
  }
  const parts = text
    .split(/\r?\n/)
    .flatMap((line, i) => (line.trim() ? [readLine(line.trim(), i + 1, woods, unit)] : []));
  if (parts.length === 0) throw new FieldError('text', 'There is no part in it: write one to a line.');
  return { parts, kind: 'lines' };
}

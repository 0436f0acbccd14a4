import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import { nth } from '../known.ts';
import { knownLight, lightIn, lightName, otherQuantity } from './headings.ts';
import { type Answers, type Measurement, onGrid, Question, refuse } from './measurement.ts';
import type { Table } from './table.ts';

/** The namespace of CxF3 (ISO 17972-1; its element names are from memory of the standard). */
const NAMESPACE = 'http://colorexchangeformat.com/CxF3-core';
/** Elements within elements: the standard needs about ten. */
const DEEPEST = 40;

/** Whether a text is CxF3, under whatever prefix of its namespace. */
export const isCxf = (text: string): boolean =>
  /^\s*(?:<\?xml[^>]*\?>\s*)?(?:<!--[\s\S]*?-->\s*)*<(?:[\w.-]+:)?CxF[\s>]/.test(text);

/** An element as the parser has it: children by name, always in lists; attributes with `@`; its own text as `#text`. */
interface Element {
  [name: string]: Element[] | string | undefined;
}
const children = (of: Element | undefined, name: string): Element[] => {
  const found = of?.[name];
  return Array.isArray(found) ? found : [];
};
const child = (of: Element | undefined, ...path: string[]): Element | undefined =>
  path.reduce<Element | undefined>((at, name) => children(at, name)[0], of);
const attribute = (of: Element | undefined, name: string): string | undefined => {
  const value = of?.[`@${name}`];
  return typeof value === 'string' ? value.trim() : undefined;
};
const textOf = (of: Element | undefined): string => {
  const text = of?.['#text'];
  return typeof text === 'string' ? text.trim() : '';
};

const parser = new XMLParser({
  removeNSPrefix: true,
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  parseAttributeValue: false,
  alwaysCreateTextNode: true,
  isArray: (_name, _path, _leaf, isAttribute) => !isAttribute,
});

const SKIPPED: readonly (readonly [string, string])[] = [
  ['<!--', '-->'],
  ['<![CDATA[', ']]>'],
  ['<?', '?>'],
];

/** Where a tag ends, its quoted attributes passed over; -1 where it does not. */
function endOfTag(text: string, from: number): number {
  let quote = '';
  for (let at = from; at < text.length; at++) {
    const sign = text[at] as string;
    if (quote) quote = sign === quote ? '' : quote;
    else if (sign === '"' || sign === "'") quote = sign;
    else if (sign === '>') return at;
  }
  return -1;
}

/**
 * One pass over the tags before any of them is understood: refuses what no reader should follow, a document type with its
 * entities and elements without end. @returns the lines on which its objects begin, in their order
 */
function linesOfObjects(text: string, file: string): number[] {
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    refuse({ file }, 'it declares a document type: entities of its own are not followed. Export it without.');
  const lines: number[] = [];
  let [depth, line, counted] = [0, 1, 0];
  for (let at = text.indexOf('<'); at >= 0; ) {
    for (; counted < at; counted++) if (text[counted] === '\n') line++;
    const skipped = SKIPPED.find(([begins]) => text.startsWith(begins, at));
    const end = skipped ? text.indexOf(skipped[1], at) : endOfTag(text, at + 1);
    // What is never closed is refused by whoever reads it whole.
    if (end < 0) break;
    if (!skipped) {
      const closes = text[at + 1] === '/';
      if (!closes && /^(?:[\w.-]+:)?Object[\s>/]/.test(text.slice(at + 1, at + 80))) lines.push(line);
      depth += closes ? -1 : text[end - 1] === '/' ? 0 : 1;
      if (depth > DEEPEST) refuse({ file, line }, `its elements lie more than ${DEEPEST} deep in one another.`);
    }
    at = text.indexOf('<', end);
  }
  return lines;
}

/** The whole text as elements. @throws FieldError where the parser does not take it */
function parsed(text: string, file: string): Element {
  try {
    return parser.parse(text) as Element;
  } catch (error) {
    return refuse({ file }, `it is no whole XML: ${(error as Error).message.replace(/\.$/, '').toLowerCase()}.`);
  }
}

/** What a file says of how its values came about, by the id that they name. */
interface Specification {
  light: ReturnType<typeof lightIn>;
  start: string | undefined;
  increment: string | undefined;
  /** What tells it from another of the same object: a filter, a geometry, its id. */
  label: string;
  stated: Table['stated'];
}

function specificationsOf(root: Element, file: string): Map<string, Specification> {
  const specs = new Map<string, Specification>();
  for (const spec of children(child(root, 'Resources', 'ColorSpecificationCollection'), 'ColorSpecification')) {
    const id = attribute(spec, 'Id');
    if (!id) continue;
    const tristimulus = child(spec, 'TristimulusSpec');
    const measured = child(spec, 'MeasurementSpec');
    const type = textOf(child(measured, 'MeasurementType'));
    const device = child(measured, 'Device');
    const filter = textOf(child(device, 'DeviceFilter'));
    if (/emissi|transmi|luminance|density/i.test(type) && !/reflect/i.test(type))
      refuse({ file }, `“${type}” of ${id} is no reflectance of a surface.`);
    const observer = textOf(child(tristimulus, 'Observer')).replaceAll('_', ' ');
    const illuminant = textOf(child(tristimulus, 'Illuminant'));
    const range = child(measured, 'WavelengthRange');
    const angle = child(measured, 'GeometryChoice', 'Sphere');
    const geometry = textOf(child(angle, 'SphereGeometry')) || textOf(child(measured, 'GeometryChoice'));
    specs.set(id, {
      light: lightIn(`${illuminant} ${observer}`),
      start: attribute(range, 'StartWL'),
      increment: attribute(range, 'Increment'),
      label: filter.replace(/^filter_?/i, '') || id,
      stated: geometry ? [{ key: 'GEOMETRY', value: geometry }] : [],
    });
  }
  return specs;
}

/** The table that rows of one kind stand in, begun with the first of them. */
function tableFor(tables: Map<string, Table>, key: string, begin: () => Pick<Table, 'headings' | 'stated'>): Table {
  const table = tables.get(key) ?? { ...begin(), line: 0, rows: [] };
  tables.set(key, table);
  return table;
}

/** Where a spectrum begins and by how much it goes on, nm; its own word before that of its specification. */
function gridOf(spectrum: Element, spec: Specification | undefined, place: { file: string; line: number }) {
  const number = (name: string, text: string | undefined, [least, most]: readonly [number, number]) => {
    const value = Number(text);
    if (text === undefined || text === '') return refuse(place, `its spectrum says no ${name}.`);
    if (!(value >= least && value <= most)) return refuse(place, `${name} “${text}” is no wavelength in nm.`);
    return value;
  };
  return {
    start: number('StartWL', attribute(spectrum, 'StartWL') ?? spec?.start, [200, 1100]),
    increment: number('Increment', attribute(spectrum, 'Increment') ?? spec?.increment, [0.5, 100]),
  };
}

/**
 * The tables of a CxF3 text (ISO 17972-1): a row for each spectrum, or for each L*a*b* of an object that has none; of several
 * lights the one for D65/10°, or the one that is asked for.
 * @throws FieldError naming file, line and object; Question where an object has L*a*b* under several lights and none of them is it
 */
export function tablesOfCxf(text: string, file: string, answers: Answers = {}): Table[] {
  const lines = linesOfObjects(text, file);
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    refuse({ file, line: valid.err.line }, `it is no whole XML: ${valid.err.msg.replace(/\.$/, '').toLowerCase()}.`);
  if (!new RegExp(`xmlns(?::[\\w.-]+)?\\s*=\\s*["']${NAMESPACE.replace(/[.]/g, '\\.')}["']`).test(text))
    refuse({ file }, `it does not say that it is CxF3: the namespace ${NAMESPACE} is missing.`);
  const root = child(parsed(text, file), 'CxF');
  const specs = specificationsOf(root ?? {}, file);
  const objects = children(child(root, 'Resources', 'ObjectCollection'), 'Object');
  if (objects.length === 0)
    refuse({ file }, 'there is no Object in its ObjectCollection, so there is nothing to read.');
  const tables = new Map<string, Table>();
  for (const [i, object] of objects.entries()) {
    const line = lines[i] ?? 1;
    const name = attribute(object, 'Name') || attribute(object, 'Id') || `reading ${i + 1}`;
    const values = child(object, 'ColorValues');
    const spectra = children(values, 'ReflectanceSpectrum');
    const specOf = (of: Element) => specs.get(attribute(of, 'ColorSpecification') ?? '');
    const foreign = Object.keys(values ?? {}).find((key) => /Spectrum$/.test(key) && otherQuantity(key));
    if (foreign && spectra.length === 0)
      refuse({ file, line }, `“${name}” holds “${foreign}”, not the reflectance of a surface.`);
    for (const spectrum of spectra) {
      const spec = specOf(spectrum);
      const { start, increment } = gridOf(spectrum, spec, { file, line });
      const cells = textOf(spectrum).split(/\s+/).filter(Boolean);
      if (cells.length === 0) refuse({ file, line }, `the spectrum of “${name}” is empty.`);
      const key = `${start}/${increment}/${cells.length}/${spec?.label ?? ''}`;
      const table = tableFor(tables, key, () => ({
        headings: ['SAMPLE_NAME', ...cells.map((_, k) => String(Number((start + k * increment).toFixed(3))))],
        stated: spec?.stated ?? [],
      }));
      table.rows.push({ line, cells: [spectra.length > 1 ? `${name}, ${spec?.label ?? ''}` : name, ...cells] });
    }
    if (spectra.length > 0) continue;
    const labs = children(values, 'ColorCIELab').map((lab) => ({ lab, light: specOf(lab)?.light ?? null }));
    const [only] = labs;
    if (!only) continue;
    const wanted = answers.light ? lightIn(answers.light) : { illuminant: 'D65', observer: 10 as const };
    const isWanted = ({ light }: (typeof labs)[number]) =>
      light?.illuminant === wanted?.illuminant && (light?.observer ?? 10) === (wanted?.observer ?? 10);
    const chosen = labs.find(isWanted) ?? (labs.length === 1 ? only : undefined);
    if (!chosen)
      throw new Question(
        { file, line },
        `“${name}” has L*a*b* under several lights (${labs.map(({ light }) => (light ? lightName(light) : 'not named')).join(', ')}). Which is to be read?`,
        'light',
        labs.flatMap(({ light }) =>
          light && knownLight(light) ? [`${light.illuminant}/${light.observer ?? 10}`] : [],
        ),
      );
    const { lab, light } = chosen;
    const table = tableFor(tables, `lab/${light ? lightName(light) : ''}`, () => ({
      headings: ['SAMPLE_NAME', 'LAB_L', 'LAB_A', 'LAB_B'],
      stated: light
        ? [
            { key: 'ILLUMINANT', value: light.illuminant ?? '' },
            ...(light.observer ? [{ key: 'OBSERVER', value: `${light.observer} degree` }] : []),
          ]
        : [],
    }));
    table.rows.push({ line, cells: [name, ...['L', 'A', 'B'].map((axis) => textOf(child(lab, axis)))] });
  }
  if (tables.size === 0)
    refuse(
      { file },
      'none of its objects has a ReflectanceSpectrum or a ColorCIELab: colours of other systems are not read.',
    );
  return [...tables.values()].map((table) => ({ ...table, line: table.rows[0]?.line ?? 0 }));
}

const builder = new XMLBuilder({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  format: true,
  suppressEmptyNode: true,
});

const evenStep = (wavelengths: readonly number[]): number | null => {
  const step = nth(wavelengths, 1) - nth(wavelengths, 0);
  return wavelengths.every((nm, i) => Math.abs(nm - nth(wavelengths, 0) - i * step) < 1e-6) ? step : null;
};
const lightId = ({ illuminant, observer }: Light) => `CIELab_${illuminant}_${observer}`;
/** XML has no sign for most control characters; what is in a name of them is a blank. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is taken out
const plain = (name: string) => name.replace(/[\u0000-\u001f\u007f\ufffe\uffff]|\p{Cs}/gu, ' ');

/**
 * Writes readings as CxF3: each an object with its spectrum as it was read, or with its L*a*b* and their light. Spectra whose bands
 * are not evenly apart are brought to 400-700 nm by 10 nm. Nothing in it says when it was written: the same readings are the same file.
 */
export function writeCxf(readings: readonly Measurement[], originator = 'Urushi'): string {
  const lights = new Map<string, Light>();
  const grids = new Map<string, { start: number; increment: number }>();
  const objects = readings.map((reading, i) => {
    const named = { '@ObjectType': 'Sample', '@Name': plain(reading.name), '@Id': `object-${i + 1}` };
    if (reading.kind === 'lab') {
      const light = reading.light ?? DAYLIGHT;
      lights.set(lightId(light), light);
      const [L, A, B] = reading.lab.map((v) => v.toFixed(4));
      return { ...named, ColorValues: { ColorCIELab: { '@ColorSpecification': lightId(light), L, A, B } } };
    }
    const even = evenStep(reading.wavelengths);
    const [start, increment] = even === null ? [400, 10] : [nth(reading.wavelengths, 0), even];
    const values = even === null ? Array.from(onGrid(reading)) : reading.values;
    const id = `Reflectance_${start}_${increment}`.replaceAll('.', '_');
    grids.set(id, { start, increment });
    const spectrum = {
      '@ColorSpecification': id,
      '@StartWL': start,
      '@Increment': increment,
      '#text': values.map((v) => v.toFixed(6)).join(' '),
    };
    return { ...named, ColorValues: { ReflectanceSpectrum: spectrum } };
  });
  const specifications = [
    ...[...grids].map(([id, { start, increment }]) => ({
      '@Id': id,
      MeasurementSpec: {
        MeasurementType: 'Spectrum_Reflectance',
        WavelengthRange: { '@StartWL': start, '@Increment': increment },
      },
    })),
    ...[...lights].map(([id, { illuminant, observer }]) => ({
      '@Id': id,
      TristimulusSpec: { Illuminant: illuminant, Observer: `${observer}_Degree` },
    })),
  ];
  const document = {
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    CxF: {
      '@xmlns': NAMESPACE,
      FileInformation: { Creator: plain(originator), Description: 'Readings of wood samples' },
      Resources: {
        ObjectCollection: { Object: objects },
        ColorSpecificationCollection: { ColorSpecification: specifications },
      },
    },
  };
  return builder.build(document) as string;
}

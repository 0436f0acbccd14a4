import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { labOf } from '../src/core/colour/lab.ts';
import { FieldError } from '../src/core/field-error.ts';
import {
  type Answers,
  COLUMN_ROLES,
  type ColumnRole,
  isPacked,
  type Measurement,
  type MeasurementFile,
  onGrid,
  Question,
  readMeasurements,
} from '../src/core/formats/index.ts';
import { sheetsOf } from '../src/core/formats/spreadsheet.ts';

function answersOf({ scale, light, columns }: { scale?: string; light?: string; columns?: string }): Answers {
  if (scale !== undefined && scale !== 'percent' && scale !== 'fraction')
    throw new FieldError('scale', `--scale is percent or fraction, not “${scale}”.`);
  const roles = columns?.split(',');
  const unknown = roles?.find((role) => !COLUMN_ROLES.includes(role as ColumnRole));
  if (unknown !== undefined)
    throw new FieldError('columns', `--columns has “${unknown}”; a column is one of ${COLUMN_ROLES.join(', ')}.`);
  return { scale, light, columns: roles as ColumnRole[] | undefined };
}

/** The sheet of a workbook that is named, or its first. */
async function sheetText(bytes: Uint8Array, file: string, named: string | undefined): Promise<string> {
  const sheets = await sheetsOf(bytes, file);
  const sheet = named === undefined ? sheets[0] : sheets.find((s) => s.name === named);
  if (!sheet)
    throw new FieldError('sheet', `${file} has no sheet “${named}”: ${sheets.map((s) => s.name).join(', ')}.`);
  return sheet.text;
}

const HOW: Record<keyof Answers, (options: readonly string[]) => string> = {
  scale: () => 'Answer with --scale percent or --scale fraction.',
  light: (options) => `Answer with --light ${options.join(' or --light ')}.`,
  columns: () => `Answer with --columns, one of ${COLUMN_ROLES.join(', ')} for each, from the left.`,
};

const reading = (measurement: Measurement) => {
  const grid = onGrid(measurement);
  const light = measurement.kind === 'lab' ? measurement.light : undefined;
  return {
    name: measurement.name,
    kind: measurement.kind,
    grid: Array.from(grid),
    // What was read stands as it was read; D65/10° where nothing else is said.
    lab: measurement.kind === 'lab' && !light ? measurement.lab : labOf(grid),
    notes: light
      ? [
          `L*a*b* ${measurement.kind === 'lab' && measurement.lab.join(' ')} under ${light.illuminant}/${light.observer}°; lab is for D65/10°.`,
        ]
      : [],
  };
};

/** A whole file of measurements: a table of L*a*b*, as any spreadsheet writes it. */
export const EXAMPLE_MEASUREMENTS = ['name,L,a,b', 'Oak raw,75.1,4.7,18.7', 'Oak with amber dye,58.3,14.2,31.0'].join(
  '\n',
);

/**
 * What a measurement file holds, from the words of a command: FILE or - [--scale percent|fraction] [--light D50/2]
 * [--columns name,L,a,b] [--sheet NAME].
 * @throws FieldError with the question where the page would ask one
 */
export async function readFor(words: readonly string[]): Promise<{
  readings: ReturnType<typeof reading>[];
  notes: readonly string[];
}> {
  const { read, others } = await measurementsFor(words);
  if (others.length > 0) throw new FieldError('file', NAME_ONE);
  return { readings: read.readings.map(reading), notes: read.notes };
}

const NAME_ONE = 'Name one file: npm run -s urushi -- read FILE';
/**
 * The measurements of the first file that is named, or of standard input, and what else is named.
 * @throws FieldError with the question where the page would ask one
 */
export async function measurementsFor(words: readonly string[]): Promise<{ read: MeasurementFile; others: string[] }> {
  const { values, positionals } = parseArgs({
    args: [...words],
    allowPositionals: true,
    options: {
      scale: { type: 'string' },
      light: { type: 'string' },
      columns: { type: 'string' },
      sheet: { type: 'string' },
    },
  });
  const [file, ...others] = positionals;
  if (!file) throw new FieldError('file', NAME_ONE);
  try {
    const bytes = readFileSync(file === '-' ? 0 : file);
    const name = path.basename(file);
    const source = isPacked(bytes) ? await sheetText(bytes, name, values.sheet) : bytes;
    const read = readMeasurements(source, name, answersOf(values));
    return { read, others };
  } catch (error) {
    if (error instanceof Question) throw new FieldError('file', `${error.message} ${HOW[error.asks](error.options)}`);
    throw error;
  }
}

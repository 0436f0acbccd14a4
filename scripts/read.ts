// npm run -s read -- FILE [--scale percent|fraction] [--light D50/2] [--columns name,L,a,b]
// What a measurement file holds, as JSON; or why not, with the question where the page would ask one.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { labOf } from '../src/core/colour/lab.ts';
import {
  type Answers,
  COLUMN_ROLES,
  type ColumnRole,
  type Measurement,
  onGrid,
  Question,
  readMeasurements,
} from '../src/core/formats/index.ts';

function fail(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

function answersOf({ scale, light, columns }: { scale?: string; light?: string; columns?: string }): Answers {
  if (scale !== undefined && scale !== 'percent' && scale !== 'fraction')
    fail(`--scale is percent or fraction, not “${scale}”.`);
  const roles = columns?.split(',');
  const unknown = roles?.find((role) => !COLUMN_ROLES.includes(role as ColumnRole));
  if (unknown !== undefined) fail(`--columns has “${unknown}”; a column is one of ${COLUMN_ROLES.join(', ')}.`);
  return { scale, light, columns: roles as ColumnRole[] | undefined };
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

function main(): void {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { scale: { type: 'string' }, light: { type: 'string' }, columns: { type: 'string' } },
  });
  const [file] = positionals;
  if (!file || positionals.length > 1) fail('Name one file: npm run -s read -- FILE');
  const { readings, notes } = readMeasurements(readFileSync(file), path.basename(file), answersOf(values));
  console.log(JSON.stringify({ readings: readings.map(reading), notes }));
}

try {
  main();
} catch (error) {
  if (error instanceof Question) fail(`${error.message} ${HOW[error.asks](error.options)}`);
  fail((error as Error).message);
}

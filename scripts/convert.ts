// npm run -s convert -- IN OUT [--scale percent|fraction] [--light D50/2] [--columns name,L,a,b] [--sheet NAME]
// A file of readings as another: CxF3, CGATS or CSV, by the name of OUT; - for standard input.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { FieldError } from '../src/core/field-error.ts';
import { exportGrids, type Measurement, writeAll, writeCsv, writeCxf } from '../src/core/formats/index.ts';
import { measurementsFor } from './read-measurements.ts';

/** A CSV has one heading: what stands on several grids has no place in it. */
function asCsv(readings: readonly Measurement[]): string {
  const grids = exportGrids(readings);
  if (grids.length > 1)
    throw new FieldError(
      'out',
      `These readings stand on several grids (${grids.map((g) => g.name).join('; ')}), and a CSV has one: write .cxf or .txt.`,
    );
  return writeCsv(readings);
}

const WRITERS: Readonly<Record<string, (readings: readonly Measurement[]) => string>> = {
  '.cxf': (readings) => writeCxf(readings),
  '.xml': (readings) => writeCxf(readings),
  '.txt': (readings) => writeAll(readings, 'Urushi'),
  '.cgats': (readings) => writeAll(readings, 'Urushi'),
  '.csv': asCsv,
};

try {
  const { read, others } = await measurementsFor(process.argv.slice(2));
  const [out, ...more] = others;
  if (!out || more.length > 0) throw new FieldError('out', 'Name two files: npm run -s convert -- IN OUT');
  const write = WRITERS[path.extname(out).toLowerCase()];
  if (!write) throw new FieldError('out', `${out} is to end with one of ${Object.keys(WRITERS).join(', ')}.`);
  writeFileSync(out, write(read.readings));
  for (const note of read.notes) console.error(note);
  console.log(`${read.readings.length} readings in ${out}`);
} catch (error) {
  console.error(error instanceof FieldError ? `${error.field}: ${error.message}` : (error as Error).message);
  process.exit(1);
}

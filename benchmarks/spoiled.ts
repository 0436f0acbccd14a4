import fc from 'fast-check';
import writeWorkbook from 'write-excel-file/node';
import { FieldError } from '../src/core/field-error.ts';
import { readAir, writeAir } from '../src/core/formats/air.ts';
import {
  isPacked,
  type Measurement,
  parseParts,
  readMeasurements,
  writeCgats,
  writeCsv,
  writeCxf,
} from '../src/core/formats/index.ts';
import { instrumentLine, parseInstrumentLine } from '../src/core/formats/instrument-line.ts';
import { sheetsOf } from '../src/core/formats/spreadsheet.ts';
import { STARTING_SYSTEMS } from '../src/core/systems/index.ts';
import { demoArchive } from '../src/demo/archive.ts';
import { verifiedApproval } from '../src/record/job/approval.ts';
import { readSystemFile, systemText } from '../src/record/job/systems.ts';
import { shelfFile, shelfJson, shelfTable } from '../src/record/shelf/shelf-file.ts';
import { packed, unpacked } from '../src/record/whole/packed.ts';
import { jobFile } from '../src/server/commands/jobs-file.ts';
import type { Shop } from '../src/server/commands/shop.ts';
import { openMemory } from '../src/server/db/pglite.ts';
import { putArchive } from '../src/server/repositories/archive.ts';
import { wholeShelf } from '../src/server/repositories/shelf.ts';
import { type RecordTable, tablesOf } from '../src/server/repositories/tables.ts';
import { mustBeJobs } from '../src/server/whole/jobs-schema.ts';
import { sized } from './ratio.ts';

/** A file of a format, and what reads it: it may refuse with a sentence, and nothing else. */
interface Format {
  name: string;
  file: Uint8Array;
  read: (bytes: Uint8Array) => unknown;
  /** Whether letters are spoiled, or bytes. */
  text: boolean;
}

const NM = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
const measured: Measurement[] = [1, 2, 3].map((n) => ({
  kind: 'spectral',
  name: `board ${n}`,
  wavelengths: NM,
  values: NM.map((nm) => (n * nm) / 3000),
}));
const encode = (text: string) => new TextEncoder().encode(text);
const decode = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

async function formats(): Promise<Format[]> {
  const db = await openMemory();
  const archive = await demoArchive();
  await db.transaction((tx) => putArchive(tx, archive));
  const shelf = await wholeShelf(db);
  const tables: RecordTable[] = await tablesOf(db);
  const { text: job } = await jobFile({ db } as Shop, '2');
  const approval = String(archive.tables.find((t) => t.name === 'approval')?.rows[0]?.file);
  await db.close();
  const [system] = STARTING_SYSTEMS;
  const whole = job as Uint8Array;
  const { file } = unpacked(whole);
  const jobs = (bytes: Uint8Array) => mustBeJobs(unpacked(bytes).file, tables);
  const workbook = await writeWorkbook([
    {
      sheet: 'A',
      data: [['name', 'L*', 'a*', 'b*'].map((value) => ({ value })), ['x', 50, 1, 2].map((value) => ({ value }))],
    },
  ] as never).toBuffer();
  const text = (name: string, content: string, read: (text: string) => unknown): Format => ({
    name,
    file: encode(content),
    read: (bytes) => read(decode(bytes)),
    text: true,
  });
  const small = { ...file, tables: { ...file.tables, reading: (file.tables.reading ?? []).slice(0, 3), event: [] } };
  return [
    text('CGATS', writeCgats(measured), (t) => readMeasurements(t, 'any')),
    text('CSV', writeCsv(measured), (t) => readMeasurements(t, 'any')),
    text('CxF3', writeCxf(measured), (t) => readMeasurements(t, 'any')),
    text('parts', 'name;count;length;width\nDoor;2;700;400\nRail;8;700;60\n', (t) => parseParts(t, [], 'millimetres')),
    text('shelf, CSV', shelfTable(shelf), (t) => shelfFile(shelf, t)),
    text('shelf, JSON', shelfJson(shelf), (t) => shelfFile(shelf, t)),
    text('system', systemText(system as never), readSystemFile),
    text('approval', approval, verifiedApproval),
    text('air', writeAir([{ at: '2026-03-02T08:00:00Z', temperature: 18, humidity: 55 }]), readAir),
    text('instrument', instrumentLine(measured[0] as Measurement), parseInstrumentLine),
    { name: 'jobs, JSON', file: encode(JSON.stringify(small)), read: jobs, text: true },
    { name: 'jobs, zip', file: packed({ file: small, pictures: new Map() }), read: jobs, text: false },
    {
      name: '.xlsx',
      file: new Uint8Array(workbook),
      read: (b) => (isPacked(b) ? sheetsOf(b, 'any') : null),
      text: false,
    },
  ];
}

const BITS = [
  '',
  '"',
  ',',
  ';',
  '{',
  '}',
  '[',
  '<',
  '>',
  '0',
  '-1',
  '1e400',
  'NaN',
  'null',
  '\n',
  '\t',
  '\u0000',
  'é',
  '9'.repeat(400),
];
/** One file spoiled: something put in the place of something, or cut off. */
const spoiling = fc.record({
  at: fc.double({ min: 0, max: 1, noNaN: true }),
  gone: fc.constantFrom(0, 1, 3, 40, 4000),
  put: fc.constantFrom(...BITS),
  byte: fc.nat(255),
  cut: fc.boolean(),
});
function spoiled(
  { file, text }: Format,
  s: { at: number; gone: number; put: string; byte: number; cut: boolean },
): Uint8Array {
  const at = Math.min(file.length - 1, Math.floor(s.at * file.length));
  if (!text) {
    const copy = Uint8Array.from(file);
    copy[at] = s.byte;
    return s.cut && s.gone === 4000 ? copy.subarray(0, at) : copy;
  }
  const put = encode(s.put);
  const copy = new Uint8Array(at + put.length + Math.max(0, file.length - at - s.gone));
  copy.set(file.subarray(0, at));
  copy.set(put, at);
  copy.set(file.subarray(Math.min(file.length, at + s.gone)), at + put.length);
  return copy;
}

/** The table parser warns of each doubled heading; ten thousand of those say nothing. */
const quiet = () => {
  console.warn = () => {};
};
const RUNS = 10_000;
/** Files of every format that comes in, spoiled: each is read or refused in a sentence. The slowest is printed; the goal is 1 s. */
export async function benchmarkSpoiled(): Promise<void> {
  quiet();
  for (const format of await formats()) {
    let [refused, slowest] = [0, 0];
    const runs = sized(RUNS, 20);
    const all = fc.sample(spoiling, { numRuns: runs, seed: 34 });
    for (const each of all) {
      const bytes = spoiled(format, each);
      const began = performance.now();
      try {
        await format.read(bytes);
      } catch (trouble) {
        if (!(trouble instanceof FieldError) || trouble.message.length < 5) throw trouble;
        refused++;
      }
      slowest = Math.max(slowest, performance.now() - began);
    }
    console.log(
      `${format.name}: ${runs} spoiled files, ${refused} refused; the slowest took ${slowest.toFixed(0)} ms (wanted 1000)`,
    );
  }
}

import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { type Measurement, writeAll } from '../../core/formats/index.ts';
import { instrumentLine } from '../../core/formats/instrument-line.ts';
import { newId } from '../../shared/id.ts';
import type { MeasureRequest } from '../../shared/reading.ts';
import type { Queries } from '../db/db.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { watchSetting } from '../repositories/watched.ts';
import { underBoard } from './boards.ts';
import { Refusal } from './refusal.ts';
import type { Shop } from './shop.ts';
import { mustBeSimulated, samplePiece, simulatedReadings, stockOfShelf } from './simulated.ts';

/** What it reads beside the record goes on from a number that no stage comes to: no two of its readings are one. */
let beside = 1000;

const underInstrument = async (db: Queries, of: MeasureRequest) =>
  of.of === 'board'
    ? underBoard(db, of.board, of.stage, of.zone)
    : { stock: stockOfShelf(await wholeShelf(db)), board: samplePiece(of.piece) };

async function measured(db: Queries, of: MeasureRequest): Promise<Measurement[]> {
  await mustBeSimulated(db);
  const under = await underInstrument(db, of);
  beside += of.count;
  return simulatedReadings(under, of.count, beside - of.count);
}

/** The simulated instrument measures into the watched folder, as the software of a real one would. */
export async function measureIntoFolder({ db }: Shop, of: MeasureRequest): Promise<{ name: string }> {
  const readings = await measured(db, of);
  const { folder } = await watchSetting(db);
  if (folder === null) throw new Refusal(409, 'No folder is watched: name one under House.', 'folder');
  const name = `measured-${newId()}.txt`;
  await writeFile(path.join(folder, name), writeAll(readings, 'simulated instrument')).catch((error: Error) => {
    throw new Refusal(409, `The folder cannot be written into: ${error.message}.`, 'folder');
  });
  return { name };
}

/** What the simulated instrument says on its serial line. */
export const measureLines = async ({ db }: Shop, of: MeasureRequest): Promise<{ lines: string[] }> => ({
  lines: (await measured(db, of)).map(instrumentLine),
});

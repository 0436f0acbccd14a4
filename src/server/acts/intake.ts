import type { Lab } from '../../core/colour/lab.ts';
import { FieldError } from '../../core/field-error.ts';
import { oldReading } from '../../record/evidence.ts';
import { rawTrouble } from '../../record/wood.ts';
import type { ReadingInput } from '../../shared/reading.ts';
import type { Queries } from '../db/db.ts';
import { readMeasurementFile } from '../intake/file-reader.ts';
import { gridded, type Intake } from '../intake/file-reader.worker.ts';
import { oldBoardById } from '../store/rack.ts';
import type { Taking } from '../store/readings.ts';
import { notFound, Refusal } from './refusal.ts';
import type { By } from './shop.ts';
import { simulatedReadings, type UnderInstrument } from './simulated.ts';

const LAB_ONLY = 'L*a*b* only, taken as D65/10°: single light only, metamerism unknown.';

/** The board of the rack as a measurement. */
async function fromTheRack(db: Queries, id: string): Promise<Intake> {
  const board = await oldBoardById(db, id);
  if (!board) throw notFound('board on the rack');
  const reading = oldReading(board);
  if (!reading) throw new Refusal(409, `${board.label} was never read. Read it, or type its L*a*b*.`, 'oldBoard');
  if (board.lab && !board.grid) return labOnly(board.label, board.lab);
  const wavelengths = Array.from({ length: reading.length }, (_, i) => 400 + 10 * i);
  const values = Array.from(reading);
  return { readings: [gridded({ kind: 'spectral', name: board.label, wavelengths, values })], notes: [] };
}

const labOnly = (name: string, lab: Lab): Intake => ({
  readings: [gridded({ kind: 'lab', name, lab })],
  notes: [LAB_ONLY],
});

/** What a file holds, read before anybody is kept waiting by a transaction; null for every other way. */
export const fileOf = async (input: ReadingInput): Promise<Intake | null> =>
  input.source === 'file' ? readMeasurementFile(input.text, input.fileName, input.answers ?? {}) : null;

/**
 * Measurements as they come in, by whichever way.
 * @param file what the file holds, for readings from one
 * @param under what lies under the simulated instrument, asked only when it is used
 * @param taken how many readings were taken of it before
 */
export async function measurementsFrom(
  db: Queries,
  input: ReadingInput,
  file: Intake | null,
  under: () => Promise<UnderInstrument>,
  taken: number,
): Promise<Intake> {
  switch (input.source) {
    case 'file':
      if (!file) throw new RangeError('The file was not read.');
      return file;
    case 'typed':
      return labOnly('typed', input.lab);
    case 'rack':
      return fromTheRack(db, input.oldBoard);
    case 'instrument':
      return { readings: simulatedReadings(await under(), input.count, taken).map(gridded), notes: [] };
  }
}

/** A raw reading that no wood has is refused when it is read, with the reason: later it would be half the result. */
export function mustBeRawWood({ readings }: Intake): void {
  for (const { grid } of readings) {
    const trouble = rawTrouble(grid);
    if (trouble) throw new FieldError('reading', trouble);
  }
}

export const takingOf = (input: ReadingInput, by: By): Taking => ({
  id: input.takingId,
  source: input.source,
  takenAt: input.takenAt ?? null,
  instrument: (input.source === 'instrument' && input.instrument) || null,
  by,
});

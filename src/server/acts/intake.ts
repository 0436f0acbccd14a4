import { FieldError } from '../../core/field-error.ts';
import { type MeasurementFile, onGrid, readMeasurements } from '../../core/formats/index.ts';
import { oldReading } from '../../record/evidence.ts';
import { rawTrouble } from '../../record/wood.ts';
import type { ReadingInput } from '../../shared/reading.ts';
import type { WorkshopBoard } from '../../workshop/workshop-bench.ts';
import type { Queries } from '../db/db.ts';
import { oldBoardById } from '../store/rack.ts';
import type { Taking } from '../store/readings.ts';
import { notFound, Refusal } from './refusal.ts';
import type { By } from './shop.ts';
import { simulatedReadings } from './simulated.ts';

const LAB_ONLY = 'L*a*b* only, taken as D65/10°: single light only, metamerism unknown.';

/** The board of the rack as a measurement. */
async function fromTheRack(db: Queries, id: string): Promise<MeasurementFile> {
  const board = await oldBoardById(db, id);
  if (!board) throw notFound('board on the rack');
  const reading = oldReading(board);
  if (!reading) throw new Refusal(409, `${board.label} was never read. Read it, or type its L*a*b*.`, 'oldBoard');
  if (board.lab && !board.grid)
    return { readings: [{ kind: 'lab', name: board.label, lab: board.lab }], notes: [LAB_ONLY] };
  const wavelengths = Array.from({ length: reading.length }, (_, i) => 400 + 10 * i);
  return { readings: [{ kind: 'spectral', name: board.label, wavelengths, values: Array.from(reading) }], notes: [] };
}

/**
 * Measurements as they come in, by whichever way.
 * @param under what lies under the simulated instrument, asked only when it is used
 * @param taken how many readings were taken of it before
 */
export async function measurementsFrom(
  db: Queries,
  input: ReadingInput,
  under: () => WorkshopBoard,
  taken: number,
): Promise<MeasurementFile> {
  switch (input.source) {
    case 'file':
      return readMeasurements(input.text, input.fileName);
    case 'typed':
      return { readings: [{ kind: 'lab', name: 'typed', lab: input.lab }], notes: [LAB_ONLY] };
    case 'rack':
      return fromTheRack(db, input.oldBoard);
    case 'instrument':
      return { readings: simulatedReadings(under(), input.count, taken), notes: [] };
  }
}

/** A raw reading that no wood has is refused when it is read, with the reason: later it would be half the result. */
export function mustBeRawWood({ readings }: MeasurementFile): void {
  for (const reading of readings) {
    const trouble = rawTrouble(onGrid(reading));
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

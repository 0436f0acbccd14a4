import { rawMean } from '../../core/board/wood.ts';
import { movedByWords } from '../../core/colour/bent.ts';
import { WAVELENGTHS } from '../../core/colour/grid.ts';
import type { Lab } from '../../core/colour/lab.ts';
import { DAYLIGHT, type Light } from '../../core/colour/lights.ts';
import { type Move, moveText } from '../../core/colour/shades.ts';
import { FieldError } from '../../core/field-error.ts';
import { darkestShowingGrain } from '../../core/match/darkest.ts';
import { oldReading } from '../../record/board/evidence.ts';
import { rawTrouble } from '../../record/board/wood.ts';
import { simpleStack } from '../../record/job/openings.ts';
import { offeredOf } from '../../record/shelf/materials.ts';
import type { ReadingInput, StartOfWords } from '../../shared/reading.ts';
import type { Queries } from '../db/db.ts';
import { readMeasurementFile } from '../intake/file-reader.ts';
import { gridded, type Intake } from '../intake/file-reader.worker.ts';
import { oldBoardById } from '../repositories/rack.ts';
import { newestStageOf, promisedFinalOf, type Taking } from '../repositories/readings.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { targetGridOf } from '../repositories/targets.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor } from './shop.ts';
import { mustBeSimulated, simulatedReadings, type UnderInstrument } from './simulated.ts';

/** The board of the rack as a measurement. */
async function fromTheRack(db: Queries, id: string): Promise<Intake> {
  const board = await oldBoardById(db, id);
  if (!board) throw notFound('board on the rack');
  const reading = oldReading(board);
  if (!reading) throw new Refusal(409, `${board.label} was never read. Read it, or type its L*a*b*.`, 'oldBoard');
  if (board.lab && !board.grid) return labOnly(board.label, board.lab, DAYLIGHT);
  return onTheGrid(board.label, reading);
}

/** A reading on the internal grid as one measurement. */
const onTheGrid = (name: string, reading: ArrayLike<number>): Intake => ({
  readings: [gridded({ kind: 'spectral', name, wavelengths: [...WAVELENGTHS], values: Array.from(reading) })],
  notes: [],
});

/** `D65/10` as a light; its shape is checked where it comes in. */
function lightNamed(text: string): Light {
  const [illuminant, observer] = text.split('/');
  return { illuminant: illuminant as Light['illuminant'], observer: Number(observer) as Light['observer'] };
}

const isDaylight = ({ illuminant, observer }: Light): boolean =>
  illuminant === DAYLIGHT.illuminant && observer === DAYLIGHT.observer;
export const labOnly = (name: string, lab: Lab, light: Light): Intake => ({
  readings: [gridded({ kind: 'lab', name, lab, ...(isDaylight(light) ? {} : { light }) })],
  notes: [`L*a*b* for ${light.illuminant}/${light.observer}° only: single light only, metamerism unknown.`],
});

/** What words start from, and what it is called. */
async function startOfWords(db: Queries, from: StartOfWords): Promise<{ name: string; reading: ArrayLike<number> }> {
  switch (from.kind) {
    case 'rack': {
      const { readings } = await fromTheRack(db, from.oldBoard);
      const [first] = readings;
      if (!first) throw notFound('board on the rack');
      return { name: first.name, reading: first.grid };
    }
    case 'board': {
      const found = await newestStageOf(db, from.board);
      // A control that is only planned, or only looked at, is what it is foreseen to be.
      const promised = found && found.stage > 0 ? undefined : await promisedFinalOf(db, from.board);
      const final = promised?.expected.at(-1);
      if (promised && final) return { name: `board ${promised.code} as it is foreseen`, reading: final };
      if (!found) throw new Refusal(409, 'This board was not read yet, and has no recipe.', 'from');
      return { name: `board ${found.code}`, reading: found.grid };
    }
    case 'target': {
      const found = await targetGridOf(db, from.job, from.revision);
      if (!found) throw new Refusal(409, 'This target was never read.', 'from');
      return { name: `target ${from.revision} of job ${found.number}`, reading: found.grid };
    }
    default: {
      const shelf = await wholeShelf(db);
      const wood = shelf.species.find((s) => s.id === from.speciesId);
      if (!wood) throw new Refusal(422, `There is no wood “${from.speciesId}” on the shelf.`, 'from');
      if (from.kind === 'wood') return { name: `raw ${wood.name.toLowerCase()}`, reading: rawMean(wood) };
      const offered = offeredOf(shelf);
      const dark = darkestShowingGrain(wood, offered, simpleStack(offered).slice(1));
      if (!dark) throw new Refusal(409, 'The shelf has no dye to make it dark with.', 'from');
      return { name: `darkest ${wood.name.toLowerCase()} that shows its grain`, reading: dark.reading };
    }
  }
}

/** No object at all: something that there is, moved by words. */
async function inWords(db: Queries, from: StartOfWords, moves: readonly Move[]): Promise<Intake> {
  const { name, reading } = await startOfWords(db, from);
  const words = [name, ...moves.map(moveText)].join(', ');
  return onTheGrid(words, movedByWords(Float64Array.from(reading), moves));
}

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
      return labOnly('typed', input.lab, lightNamed(input.light ?? 'D65/10'));
    case 'words':
      return inWords(db, input.from, input.moves);
    case 'rack':
      return fromTheRack(db, input.oldBoard);
    case 'instrument':
      await mustBeSimulated(db);
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

export const takingOf = (input: ReadingInput, by: Actor): Taking => ({
  id: input.takingId,
  source: input.source,
  takenAt: input.takenAt ?? null,
  instrument: ((input.source === 'instrument' || input.source === 'file') && input.instrument) || null,
  by,
});

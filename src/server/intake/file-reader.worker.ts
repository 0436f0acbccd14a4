import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { FieldError } from '../../core/field-error.ts';
import { type Answers, type Measurement, onGrid, readMeasurements } from '../../core/formats/index.ts';

/** A measurement with its spectrum on the internal grid, 31 values. */
export type Gridded = Measurement & { grid: number[] };
export interface Intake {
  readings: Gridded[];
  notes: string[];
}

export const gridded = (measurement: Measurement): Gridded => ({
  ...measurement,
  grid: Array.from(onGrid(measurement)),
});

export function readFile(text: string, file: string, answers: Answers): Intake {
  const { readings, notes } = readMeasurements(text, file, answers);
  return { readings: readings.map(gridded), notes };
}

const reader = {
  /** A refusal crosses in words: an error's own fields would be lost on the way. */
  read(text: string, file: string, answers: Answers): { intake: Intake } | { refused: string } {
    try {
      return { intake: readFile(text, file, answers) };
    } catch (error) {
      if (error instanceof FieldError) return { refused: error.message };
      throw error;
    }
  },
};
export type FileReader = typeof reader;
if (parentPort) expose(reader, nodeEndpoint(parentPort));

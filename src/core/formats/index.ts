import { parseCgats } from './cgats.ts';
import { parseCsv } from './csv.ts';
import { type MeasurementFile, MOST_BYTES, refuse } from './measurement.ts';

export { parseCgats, writeCgats } from './cgats.ts';
export { parseCsv, writeCsv } from './csv.ts';
export { labOfText } from './lab-text.ts';
export { type Measurement, type MeasurementFile, MOST_BYTES, onGrid } from './measurement.ts';
export { type LengthUnit, type NamedWood, type PartLine, parseParts } from './parts.ts';

/**
 * Reads a measurement file, whichever of the open formats it is.
 * @throws FieldError with a sentence naming file, line and column; nothing is half read
 */
export function parseMeasurements(text: string, file: string): MeasurementFile {
  if (text.length > MOST_BYTES)
    refuse(
      { file },
      `the file is larger than ${MOST_BYTES / 1e6} MB. Export only the readings that belong to this piece.`,
    );
  if (text.trim() === '') refuse({ file }, 'the file is empty.');
  // biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what tells a binary file
  if (/[\u0000-\u0008\u000e-\u001f\ufffd]/.test(text.slice(0, 4096)))
    refuse({ file }, 'this is not a text file. Export the readings as CGATS text or CSV.');
  const cgats = /^\s*(CGATS|ISO28178|IT8|BEGIN_DATA|NUMBER_OF|ORIGINATOR)/i.test(text) || /BEGIN_DATA/.test(text);
  return cgats ? parseCgats(text, file) : parseCsv(text, file);
}

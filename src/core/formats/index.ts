export { COLUMN_ROLES, type ColumnRole } from './columns.ts';

import { tablesOfCgats } from './cgats.ts';
import { tablesOfCsv } from './csv.ts';
import { isCxf, tablesOfCxf } from './cxf.ts';
import { type Answers, type MeasurementFile, MOST_BYTES, MOST_READINGS, refuse } from './measurement.ts';
import { readingsOf } from './readings.ts';
import { decodeText, plainText } from './text.ts';

export { writeCgats } from './cgats.ts';
export { writeCsv } from './csv.ts';
export { writeCxf } from './cxf.ts';
export { exportGrids, writeAll } from './export.ts';
export { labOfText } from './lab-text.ts';
export {
  type Answers,
  type Measurement,
  type MeasurementFile,
  MOST_BYTES,
  onGrid,
  Question,
} from './measurement.ts';
export { parseParts } from './parts.ts';
export { decodeText, isPacked } from './text.ts';

const isCgats = (text: string) =>
  /^\s*(?:CGATS|ISO28178|IT8|ANSI|ECI)/i.test(text) || /^\s*BEGIN_DATA(?:_FORMAT)?\b/im.test(text);

/**
 * Reads a measurement file, whichever of the open formats it is: CxF3, CGATS.17 text or CSV, spectra or L*a*b*.
 * @param source its bytes, or its text where those are known already
 * @param answers what the finisher said of it, where it does not say itself
 * @throws FieldError with a sentence naming file, line and column; nothing is half read
 * @throws Question where it can be read in more ways than one: the answer makes it readable
 */
export function readMeasurements(source: Uint8Array | string, file: string, answers: Answers = {}): MeasurementFile {
  if (source.length > MOST_BYTES)
    refuse(
      { file },
      `the file is larger than ${MOST_BYTES / 1e6} MB. Export only the readings that belong to this piece.`,
    );
  const text = plainText(typeof source === 'string' ? source : decodeText(source));
  if (text.trim() === '') refuse({ file }, 'the file is empty.');
  // biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what tells a binary file
  if (/[\u0000-\u0008\u000e-\u001f\ufffd]/.test(text.slice(0, 4096)))
    refuse({ file }, 'this is not a text file. Export the readings as CGATS text or CSV.');
  const nothing = /[\u0080-\u0084\u0086-\u009f\ufffd]/.exec(text);
  if (nothing)
    refuse(
      { file, line: text.slice(0, nothing.index).split('\n').length },
      'there are letters here that are none in any encoding. Save the file as UTF-8 text.',
    );
  const cxf = isCxf(text);
  if (!cxf && /^\s*(?:<[?!a-z]|[{[]\s*["{[])/i.test(text))
    refuse(
      { file },
      'this is marked-up data (XML or JSON) and no CxF3. Export the readings as CxF3, CGATS text or CSV.',
    );
  const tables = cxf
    ? tablesOfCxf(text, file, answers)
    : isCgats(text)
      ? tablesOfCgats(text, file)
      : tablesOfCsv(text, file, answers.columns);
  const read = readingsOf(tables, file, answers);
  if (read.readings.length > MOST_READINGS)
    refuse({ file }, `it holds ${read.readings.length} readings; ${MOST_READINGS} at once is the most.`);
  return read;
}

import type { Spectrum } from '../colour/grid.ts';
import type { Lab } from '../colour/lab.ts';
import type { Light } from '../colour/lights.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { resample } from '../colour/resample.ts';
import { FieldError } from '../field-error.ts';
import type { ColumnRole } from './columns.ts';

/** One reading as it came: a spectrum on its own grid (reflectance 0-1), or L*a*b* only. */
export type Measurement =
  | { kind: 'spectral'; name: string; wavelengths: number[]; values: number[] }
  /** Under `light`; D65/10 degrees where none is named. */
  | { kind: 'lab'; name: string; lab: Lab; light?: Light };

export interface MeasurementFile {
  readings: Measurement[];
  /** What was noticed and done, in sentences: percent converted, columns left out. */
  notes: string[];
  /** What of the light of its L*a*b* the file does not say; D65 and 10 degrees were taken for it, and an answer says otherwise. */
  unsaid?: Unsaid;
}
export type Unsaid = 'light' | 'observer';

export const MOST_BYTES = 4_000_000;
export const MOST_READINGS = 5000;

/** A place in a file, for a sentence that names it. */
export interface Place {
  file: string;
  line?: number;
  column?: string;
}

const at = (place: Place) =>
  [place.file, place.line && `line ${place.line}`, place.column && `column ${place.column}`].filter(Boolean).join(', ');

export function refuse(place: Place, what: string): never {
  throw new FieldError('file', `${at(place)}: ${what}`);
}

/** What only the finisher knows of a file. */
export interface Answers {
  scale?: 'percent' | 'fraction';
  /** The light of its L*a*b*, e.g. `D50/2`. */
  light?: string;
  /** What each column of the table is, from the left, where its heading does not say. */
  columns?: ColumnRole[];
}

/** A refusal that an answer lifts. */
export class Question extends FieldError {
  readonly asks: keyof Answers;
  readonly options: readonly string[];
  /** The first lines of the table, to map its columns by. */
  readonly rows: readonly (readonly string[])[];
  constructor(
    place: Place,
    what: string,
    asks: keyof Answers,
    options: readonly string[] = [],
    rows: readonly (readonly string[])[] = [],
  ) {
    super('file', `${at(place)}: ${what}`);
    this.asks = asks;
    this.options = options;
    this.rows = rows;
  }
}

/**
 * A number as instruments and spreadsheets write it: `0.45`, `45.2%`, `400 nm`, `0,45`. A comma is decimal: where the
 * separator of the file is one, it does not get here.
 */
export function readNumber(text: string, place: Place): number {
  const trimmed = text.trim().replace(/\s*(%|nm|°)$/i, '');
  const plain = /^[-+]?\d+,\d+(e[-+]?\d+)?$/i.test(trimmed) ? trimmed.replace(',', '.') : trimmed;
  if (!/^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(plain))
    refuse(place, trimmed === '' ? 'the value is missing.' : `“${text.trim()}” is not a number.`);
  return Number(plain);
}

export function checkLab(lab: Lab, place: Place): void {
  if (lab[0] < 0 || lab[0] > 100) refuse(place, `L* ${lab[0]} lies outside 0–100.`);
  if (Math.abs(lab[1]) > 128 || Math.abs(lab[2]) > 128) refuse(place, 'a* and b* must lie between −128 and 128.');
}

/** A reading on the internal grid; Lab-only readings through the smoothest reflectance of that colour in its light. */
export const onGrid = (reading: Measurement): Spectrum =>
  reading.kind === 'spectral'
    ? resample(reading.wavelengths, reading.values)
    : reflectanceFromLab(reading.lab, reading.light);

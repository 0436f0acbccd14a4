import type { Spectrum } from '../colour/grid.ts';
import type { Lab } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { resample } from '../colour/resample.ts';
import { FieldError } from '../field-error.ts';
import { nth } from '../known.ts';

/** One reading as it came: a spectrum on its own grid (reflectance 0-1), or L*a*b* only (D65/10 degrees). */
export type Measurement =
  | { kind: 'spectral'; name: string; wavelengths: number[]; values: number[] }
  | { kind: 'lab'; name: string; lab: Lab };

export interface MeasurementFile {
  readings: Measurement[];
  /** What was noticed and done, in sentences: percent converted, columns left out. */
  notes: string[];
}

export const MOST_BYTES = 4_000_000;
const LEAST_NM = 300;
const MOST_NM = 1100;
const MOST_REFLECTANCE = 1.5;

/** A place in a file, for a sentence that names it. */
export interface Place {
  file: string;
  line?: number;
  column?: string;
}

export function refuse(place: Place, what: string): never {
  const where = [place.file, place.line && `line ${place.line}`, place.column && `column ${place.column}`]
    .filter(Boolean)
    .join(', ');
  throw new FieldError('file', `${where}: ${what}`);
}

/** A number written with a point. Refuses decimal commas, words and NaN by name. */
export function readNumber(text: string, place: Place): number {
  const trimmed = text.trim();
  if (/^[-+]?\d+,\d+$/.test(trimmed))
    refuse(place, `“${trimmed}” has a decimal comma. Write it with a point: ${trimmed.replace(',', '.')}.`);
  if (!/^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(trimmed))
    refuse(place, trimmed === '' ? 'the value is missing.' : `“${trimmed}” is not a number.`);
  return Number(trimmed);
}

/** The wavelength a column heading names, or null: 400, nm400, SPECTRAL_NM_400, R_400nm ... */
export function wavelengthOf(heading: string): number | null {
  const match = /^(?:SPECTRAL|SPEC|SPECTRUM|NM|R|REFL|[_\s-])*?(\d{3,4}(?:\.\d+)?)\s*(?:NM)?$/i.exec(heading.trim());
  return match ? Number(match[1]) : null;
}

export function checkWavelengths(wavelengths: readonly number[], place: Place): void {
  if (wavelengths.length < 6) refuse(place, 'a spectrum needs at least six wavelengths.');
  let before = 0;
  for (const nm of wavelengths) {
    if (nm < LEAST_NM || nm > MOST_NM) refuse(place, `${nm} nm is not a wavelength of light this program reads.`);
    if (nm <= before) refuse(place, `the wavelengths do not ascend: ${nm} nm comes after ${before} nm.`);
    before = nm;
  }
  const first = nth(wavelengths, 0);
  if (first > 430 || before < 660)
    refuse(place, `the spectrum covers only ${first}–${before} nm; 400–700 nm is needed.`);
}

export function checkLab(lab: Lab, place: Place): void {
  if (lab[0] < 0 || lab[0] > 100) refuse(place, `L* ${lab[0]} lies outside 0–100.`);
  if (Math.abs(lab[1]) > 128 || Math.abs(lab[2]) > 128) refuse(place, 'a* and b* must lie between −128 and 128.');
}

export interface RawSpectrum {
  name: string;
  values: number[];
  place: (index: number) => Place;
}

/**
 * Rows of one file brought to 0-1. When any value passes 1.5 the whole file is taken as percent.
 * Refuses values below 0 or above 150 %.
 */
export function settleScale(rows: readonly RawSpectrum[]): { scale: number; notes: string[] } {
  const largest = rows.reduce((most, row) => row.values.reduce((m, v) => Math.max(m, v), most), 0);
  const percent = largest > MOST_REFLECTANCE;
  for (const row of rows)
    row.values.forEach((value, i) => {
      const share = percent ? value / 100 : value;
      if (share < 0) refuse(row.place(i), `reflectance ${value} is below zero.`);
      if (share > MOST_REFLECTANCE) refuse(row.place(i), `reflectance ${value} is above 150 %.`);
    });
  return percent
    ? { scale: 0.01, notes: ['The reflectances are in percent; they were converted to 0–1.'] }
    : { scale: 1, notes: [] };
}

/** A reading on the internal grid; Lab-only readings through the smoothest reflectance of that colour. */
export const onGrid = (reading: Measurement): Spectrum =>
  reading.kind === 'spectral' ? resample(reading.wavelengths, reading.values) : reflectanceFromLab(reading.lab);

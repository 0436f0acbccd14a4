import { ILLUMINANTS, OBSERVERS } from '../colour/lights.ts';
import type { Measurement } from './measurement.ts';

/**
 * What an instrument says on a serial line, in a protocol of our own (`docs/formats.md`): `SPECTRUM 400 10 0.0812 …`, the first
 * wavelength, the step in nm, then reflectances, 1 is white; `LAB D65/10 44.2 13.7 14.9`; `ERROR` and a sentence.
 */
export type InstrumentLine = { measured: Measurement } | { trouble: string };

/** It is asked to measure. */
export const MEASURE = 'MEASURE';

const [FEWEST_BANDS, MOST_BANDS] = [10, 1000];
const numbers = (words: readonly string[]): number[] | null => {
  const read = words.map(Number);
  return words.every((w) => w !== '') && read.every(Number.isFinite) ? read : null;
};
const wrong = (line: string): InstrumentLine => ({
  trouble: `The instrument said what makes no sense: ${line.slice(0, 60)}`,
});

function spectrumOf(line: string, words: readonly string[]): InstrumentLine {
  const [start = 0, step = 0, ...values] = numbers(words) ?? [];
  const makesSense =
    start >= 200 && step > 0 && step <= 20 && values.length >= FEWEST_BANDS && values.length <= MOST_BANDS;
  if (!makesSense || values.some((v) => v < -0.01 || v > 1.5)) return wrong(line);
  const wavelengths = values.map((_, i) => start + i * step);
  return { measured: { kind: 'spectral', name: 'by cable', wavelengths, values: values.map((v) => Math.max(0, v)) } };
}

function labOfLine(line: string, [named = '', ...words]: readonly string[]): InstrumentLine {
  const [light, degrees] = named.split('/');
  const illuminant = ILLUMINANTS.find((i) => i === light);
  const observer = OBSERVERS.find((o) => String(o) === degrees);
  const lab = numbers(words);
  if (!illuminant || !observer || lab?.length !== 3) return wrong(line);
  const [L, a, b] = lab as [number, number, number];
  if (L < 0 || L > 100 || Math.abs(a) > 128 || Math.abs(b) > 128) return wrong(line);
  return { measured: { kind: 'lab', name: 'by cable', lab: [L, a, b], light: { illuminant, observer } } };
}

/** A line of an instrument; null where it says nothing. */
export function parseInstrumentLine(line: string): InstrumentLine | null {
  const [word = '', ...words] = line.trim().split(/\s+/);
  switch (word.toUpperCase()) {
    case '':
      return null;
    case 'SPECTRUM':
      return spectrumOf(line, words);
    case 'LAB':
      return labOfLine(line, words);
    case 'ERROR':
      return { trouble: words.join(' ').slice(0, 200) || 'The instrument has a trouble that it does not name.' };
    default:
      return wrong(line);
  }
}

/** What was measured, as a line; wavelengths stand at one distance. */
export function instrumentLine(measured: Measurement): string {
  if (measured.kind === 'lab') {
    const { illuminant, observer } = measured.light ?? { illuminant: 'D65', observer: 10 };
    return `LAB ${illuminant}/${observer} ${measured.lab.join(' ')}`;
  }
  const [start = 400, next = start + 10] = measured.wavelengths;
  return `SPECTRUM ${start} ${next - start} ${measured.values.join(' ')}`;
}

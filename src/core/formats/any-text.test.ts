import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FieldError } from '../field-error.ts';
import { type Measurement, readMeasurements, writeCgats, writeCsv } from './index.ts';

const NM = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
const good: Measurement = { kind: 'spectral', name: 'board 1', wavelengths: NM, values: NM.map((nm) => nm / 1000) };

/** Reads a text, or gives the sentence it was refused with; anything else than a refusal is a fault. */
function attempt(text: string): Measurement[] | string {
  try {
    return readMeasurements(text, 'any.txt').readings;
  } catch (error) {
    expect(error).toBeInstanceOf(FieldError);
    return (error as Error).message;
  }
}
const sound = (readings: Measurement[]) =>
  readings.every((r) =>
    r.kind === 'lab'
      ? r.lab.every(Number.isFinite)
      : r.values.length === r.wavelengths.length && r.values.every((v) => v >= 0 && v <= 1.5),
  );

describe('any text at all', () => {
  it('is read whole and sound, or refused in a sentence that names the file', () => {
    const words = fc.constantFrom(
      'CGATS.17',
      'BEGIN_DATA_FORMAT',
      'END_DATA_FORMAT',
      'BEGIN_DATA',
      'END_DATA',
      'LAB_L',
      'L*',
      'a*',
      'b*',
      'SAMPLE_ID',
      'SPECTRAL_NM_400',
      '400',
      '410',
      '0.5',
      '50',
      '-1',
      '1e9',
      'NaN',
      '0,5',
      '"',
      ',',
      ';',
      '\t',
      '\n',
      ' ',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(words, { maxLength: 60 }).map((w) => w.join('\t')),
          fc.array(words).map((w) => w.join(' ')),
        ),
        (text) => {
          const read = attempt(text);
          if (typeof read === 'string') expect(read).toMatch(/^any\.txt[,:]/);
          else expect(sound(read)).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
  });
  it.each([
    ['CGATS', writeCgats([good, { ...good, name: 'board 2' }])],
    ['CSV', writeCsv([good, { ...good, name: 'board 2' }])],
  ])('%s with one letter spoiled is never read as something unsound', (_, text) => {
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.constantFrom('x', '-', ',', '9', '\n', '\t', '"', ''), (at, letter) => {
        const read = attempt(text.slice(0, at) + letter + text.slice(at + 1));
        if (typeof read !== 'string') expect(sound(read)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
  it('cut short anywhere is never half read: both boards or none', () => {
    const text = writeCgats([good, { ...good, name: 'board 2' }]);
    for (let at = 0; at < text.trimEnd().length - 1; at += 7) {
      const read = attempt(text.slice(0, at));
      if (typeof read !== 'string') expect(read).toHaveLength(2);
    }
  });
});

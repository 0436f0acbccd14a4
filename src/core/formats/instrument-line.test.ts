import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ILLUMINANTS, OBSERVERS } from '../colour/lights.ts';
import { instrumentLine, parseInstrumentLine } from './instrument-line.ts';
import type { Measurement } from './measurement.ts';

const spectrum = fc
  .record({
    start: fc.integer({ min: 360, max: 420 }),
    step: fc.constantFrom(1, 5, 10, 20),
    values: fc.array(fc.double({ min: 0, max: 1.2, noNaN: true }), { minLength: 12, maxLength: 80 }),
  })
  .map(
    ({ start, step, values }): Measurement => ({
      kind: 'spectral',
      name: 'by cable',
      wavelengths: values.map((_, i) => start + i * step),
      values: values.map((v) => v + 0),
    }),
  );
const lab = fc
  .record({
    lab: fc.tuple(
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.double({ min: -128, max: 128, noNaN: true }),
      fc.double({ min: -128, max: 128, noNaN: true }),
    ),
    illuminant: fc.constantFrom(...ILLUMINANTS),
    observer: fc.constantFrom(...OBSERVERS),
  })
  .map(
    ({ lab: [L, a, b], illuminant, observer }): Measurement => ({
      kind: 'lab',
      name: 'by cable',
      lab: [L + 0, a + 0, b + 0],
      light: { illuminant, observer },
    }),
  );

describe('a line of an instrument', () => {
  it('says again what was written', () => {
    fc.assert(
      fc.property(fc.oneof(spectrum, lab), (measured) => {
        const read = parseInstrumentLine(instrumentLine(measured));
        expect(read).toEqual({ measured });
      }),
    );
  });
  it('that is spoiled is a sentence or a sound reading, and never a fault', () => {
    fc.assert(
      fc.property(fc.oneof(spectrum, lab), fc.nat(), fc.string({ maxLength: 3 }), (measured, at, put) => {
        const line = instrumentLine(measured);
        const i = at % line.length;
        const read = parseInstrumentLine(line.slice(0, i) + put + line.slice(i + 1));
        if (!read || 'trouble' in read) return;
        const values = read.measured.kind === 'lab' ? read.measured.lab : read.measured.values;
        expect(values.every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 2000 },
    );
  });
  it('tells its own trouble, and of nonsense that it is', () => {
    expect(parseInstrumentLine('ERROR  the lamp is cold')).toEqual({ trouble: 'the lamp is cold' });
    expect(parseInstrumentLine('   ')).toBeNull();
    for (const line of [
      'SPECTRUM 400 10 0.1',
      'LAB D65/10 44 13',
      'LAB D99/10 44 13 14',
      'hello',
      `SPECTRUM 400 10 ${'9 '.repeat(31)}`,
    ])
      expect(parseInstrumentLine(line)).toEqual({ trouble: expect.stringMatching(/makes no sense/) });
  });
});

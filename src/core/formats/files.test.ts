import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MEASUREMENT_FILES } from '../../../test/fixtures/measurement-files.ts';
import { WAVELENGTHS } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import { onGrid, Question, readMeasurements, writeCxf } from './index.ts';

/** By hand: URUSHI_FUZZ=10000 npx vitest run src/core/formats/files */
const RUNS = Number(process.env.URUSHI_FUZZ ?? 600);

describe('files as spreadsheets and instruments write them', () => {
  it('are sixty and more', () => expect(MEASUREMENT_FILES.length).toBeGreaterThanOrEqual(60));

  it.each(MEASUREMENT_FILES.map((file) => [file.name, file] as const))('%s', (name, file) => {
    const read = () => readMeasurements(file.content, `${name}.txt`, file.answers);
    if (!file.holds) {
      let thrown: unknown;
      try {
        thrown = read();
      } catch (error) {
        thrown = error;
      }
      expect(thrown).toBeInstanceOf(FieldError);
      const { message } = thrown as FieldError;
      expect(message.startsWith(`${name}.txt`)).toBe(true);
      if (file.refused) expect(message).toMatch(file.refused);
      expect(thrown instanceof Question ? thrown.asks : undefined).toBe(file.asks);
      return;
    }
    const { names, reflectance, labs, says } = file.holds;
    const { readings, notes } = read();
    expect(readings.map((r) => r.name)).toEqual(names);
    readings.forEach((reading, i) => {
      const grid = onGrid(reading);
      if (reflectance)
        WAVELENGTHS.forEach((nm, band) => {
          expect(grid[band]).toBeCloseTo(reflectance(nm, i), 3);
        });
      labs?.[i]?.forEach((value, k) => {
        expect(labOf(grid)[k]).toBeCloseTo(value, 3);
      });
    });
    if (says) expect(notes.join('\n')).toMatch(says);
  });

  it('of more than 5 000 readings are refused before any is kept', () => {
    const rows = (count: number) => `L*;a*;b*\n${'40;1;2\n'.repeat(count)}`;
    expect(readMeasurements(rows(5000), 'most.csv').readings).toHaveLength(5000);
    expect(() => readMeasurements(rows(5001), 'more.csv')).toThrow(
      'more.csv: it holds 5001 readings; 5000 at once is the most.',
    );
  });
  it('under another light keep the colour that was read under it', () => {
    const file = MEASUREMENT_FILES.find((f) => f.name === 'CGATS, L*a*b* for D50');
    const [reading] = readMeasurements(file?.content ?? '', 'd50.txt').readings;
    const grid = onGrid(reading);
    labOf(grid, { illuminant: 'D50', observer: 2 }).forEach((value, k) => {
      expect(value).toBeCloseTo([50, 10, 20][k], 3);
    });
    expect(labOf(grid)[2]).not.toBeCloseTo(20, 1);
  });

  it('spoiled anywhere are read sound or refused, never in another way', () => {
    const texts = MEASUREMENT_FILES.flatMap(({ content }) =>
      typeof content === 'string' && content.trim() !== '' ? [content] : [],
    );
    // A quarter of them as CxF3.
    const read = MEASUREMENT_FILES.flatMap(({ content, answers, holds, name }) =>
      holds ? [writeCxf(readMeasurements(content, name, answers).readings.slice(0, 3))] : [],
    );
    texts.push(...read.slice(0, texts.length / 3));
    const bits = fc.constantFrom(
      '',
      ',',
      ';',
      '\t',
      '\n',
      '"',
      '0',
      '-',
      '%',
      '__proto__',
      'END_DATA',
      '1e400',
      '<',
      '&',
      '9'.repeat(40),
    );
    let slowest = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...texts),
        fc.array(fc.tuple(fc.nat(), fc.nat(30), bits), { minLength: 1, maxLength: 4 }),
        (text, cuts) => {
          let spoiled = text;
          for (const [at, length, put] of cuts) {
            const from = at % (spoiled.length + 1);
            spoiled = spoiled.slice(0, from) + put + spoiled.slice(from + length);
          }
          const began = performance.now();
          try {
            for (const reading of readMeasurements(spoiled, 'any.txt').readings)
              for (const value of onGrid(reading)) expect(value >= 0 && value <= 1.5).toBe(true);
          } catch (error) {
            if (!(error instanceof FieldError)) throw error;
          }
          slowest = Math.max(slowest, performance.now() - began);
        },
      ),
      { numRuns: RUNS },
    );
    console.log(`${RUNS} spoiled files; the slowest took ${slowest.toFixed(0)} ms (goal 1000)`);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Measurement, onGrid, readMeasurements, writeCgats, writeCsv } from './index.ts';

const NM = Array.from({ length: 36 }, (_, i) => 380 + 10 * i);
const spectral = (value: string | number) => NM.map(() => value).join('\t');
const cgats = (fields: string[], rows: string[], extra: string[] = []) =>
  [
    'CGATS.17',
    ...extra,
    'BEGIN_DATA_FORMAT',
    fields.join('\t'),
    'END_DATA_FORMAT',
    'BEGIN_DATA',
    ...rows,
    'END_DATA',
  ].join('\n');
const FIELDS = ['SAMPLE_ID', ...NM.map((nm) => `SPECTRAL_NM_${nm}`)];
const refusal = (text: string, file = 'board.txt') => {
  try {
    readMeasurements(text, file);
  } catch (error) {
    return (error as Error).message;
  }
  return 'accepted';
};

describe('CGATS.17 (ANSI CGATS.17-2009, ISO 28178)', () => {
  it('writes what it reads: a round trip', () => {
    const value = fc.integer({ min: 0, max: 1_000_000 }).map((v) => v / 1e6);
    const readings = fc.array(
      fc.record({
        kind: fc.constant('spectral' as const),
        name: fc.stringMatching(/^[A-Z][a-z0-9 #.]{0,10}9$/),
        wavelengths: fc.constant(NM),
        values: fc.array(value, { minLength: 36, maxLength: 36 }),
      }),
      { minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(readings, (list: Measurement[]) => {
        expect(readMeasurements(writeCgats(list), 'a.txt').readings).toEqual(list);
      }),
    );
    const lab: Measurement[] = [{ kind: 'lab', name: 'a', lab: [50.1234, -3.5, 12] }];
    expect(readMeasurements(writeCgats(lab), 'a.txt').readings).toEqual(lab);
  });

  it('converts percent and says so', () => {
    const { readings, notes } = readMeasurements(cgats(FIELDS, [`1\t${spectral(42)}`]), 'p.txt');
    expect(readings[0].kind === 'spectral' && readings[0].values[0]).toBeCloseTo(0.42, 12);
    expect(notes.join()).toContain('percent');
    expect(onGrid(readings[0])[0]).toBeCloseTo(0.42, 12);
  });

  it.each([
    ['', 'board.txt: the file is empty.'],
    ['PK\u0003\u0004\u0000\u0000', 'not a text file'],
    [cgats(FIELDS, []), 'the data block is empty'],
    ['CGATS.17\nBEGIN_DATA_FORMAT\nLAB_L\nEND_DATA_FORMAT\n', 'no BEGIN_DATA block'],
    ['CGATS.17\nBEGIN_DATA\n1\nEND_DATA\n', 'no BEGIN_DATA_FORMAT block'],
    [cgats(FIELDS, [`1\t${spectral(0.4)}\t0.5`]), 'line 6: 38 fields where the data format names 37'],
    [cgats(FIELDS, [`1\t${spectral(0.4)}`], ['NUMBER_OF_FIELDS\t12']), 'NUMBER_OF_FIELDS says 12'],
    [cgats(FIELDS, [`1\t${spectral(0.4)}`], ['NUMBER_OF_SETS\t9']), 'NUMBER_OF_SETS says 9'],
    [cgats(FIELDS, [`1\t${spectral('NaN')}`]), 'line 6, column SPECTRAL_NM_380: “NaN” is not a number'],
    [cgats(FIELDS, [`1\t${spectral(-0.2)}`]), 'reflectance -0.2 is below zero'],
    [cgats(FIELDS, [`1\t${spectral(151)}`]), 'above 150 %'],
    [cgats(['ID', ...NM.map((n) => `SPECTRAL_NM_${n + 2000}`)], [`1\t${spectral(0.4)}`]), 'neither spectral columns'],
    [cgats(['ID', 'CMYK_C'], ['1\t20']), 'colours of other systems are not read'],
    [cgats(['ID', 'LAB_L', 'LAB_A', 'LAB_B'], ['1\t120\t0\t0']), 'L* 120 lies outside'],
    ['a'.repeat(4_000_001), 'larger than 4 MB'],
  ])('refuses nonsense %#', (text, sentence) => {
    expect(refusal(text)).toContain(sentence);
    expect(refusal(text)).toMatch(/^board\.txt/);
  });
});

describe('CSV', () => {
  it('leaves a row of L*a*b* without values out, and says which; one that misses a value is refused', () => {
    const text = 'name,L*,a*,b*\none,50,1,2\ntwo,,,\nthree,60,3,4\n';
    const { readings, notes } = readMeasurements(text, 'lab.csv');
    expect(readings.map((r) => r.name)).toEqual(['one', 'three']);
    expect(notes).toContain('Line 3 was left out: there are no values in it.');
    expect(refusal('name,L*,a*,b*\none,50,,2\n', 'lab.csv')).toMatch(/line 2/i);
    expect(refusal('name,L*,a*,b*\none,,,\n', 'lab.csv')).toContain('there is no reading in it');
  });
  it('reads wavelengths across, wavelengths down, and L*a*b*', () => {
    const across = `name,${NM.join(',')}\nspot,${NM.map(() => 0.3).join(',')}\n`;
    const down = `wavelength,spot 1,spot 2\n${NM.map((nm) => `${nm},0.3,0.4`).join('\n')}`;
    expect(readMeasurements(across, 'a.csv').readings[0]).toMatchObject({ name: 'spot', values: NM.map(() => 0.3) });
    expect(readMeasurements(down, 'a.csv').readings.map((r) => r.name)).toEqual(['spot 1', 'spot 2']);
    expect(readMeasurements('L*;a*;b*\n40;12;18\n', 'a.csv').readings).toEqual([
      { kind: 'lab', name: 'reading 1', lab: [40, 12, 18] },
    ]);
  });
  it('round trip', () => {
    const readings: Measurement[] = [
      { kind: 'spectral', name: 'a, b', wavelengths: NM, values: NM.map((_, i) => i / 100) },
    ];
    expect(readMeasurements(writeCsv(readings), 'a.csv').readings).toEqual(readings);
  });
  it.each([
    ['L*,a*,b*\n', 'a line of data is needed'],
    ['x,y\n1,2\n', 'name neither wavelengths'],
    ['L*,a*,b*\n40,1\n', 'line 2, column b*: the value is missing'],
    [
      `wavelength,a\n${[400, 410, 410, 430, 440, 450, 700].map((n) => `${n},0.3`).join('\n')}`,
      '410 nm stands there twice',
    ],
    ['400,410,420\n0.1,0.2,0.3\n', 'at least six wavelengths'],
  ])('refuses nonsense %#', (text, sentence) => {
    expect(refusal(text, 'b.csv')).toContain(sentence);
  });
});

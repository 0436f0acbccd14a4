import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import writeWorkbook from 'write-excel-file/node';
import { type Measurement, readMeasurements, writeCsv } from '../src/core/formats/index.ts';

const NM = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
const READINGS: Measurement[] = ['=SUM(A1)', 'oak, "raw" & dry'].map((name, i) => ({
  kind: 'spectral',
  name,
  wavelengths: NM,
  values: NM.map((nm) => (nm - 300) / (800 + 100 * i)),
}));

describe('npm run convert', () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(path.join(os.tmpdir(), 'urushi-convert-'));
    writeFileSync(path.join(folder, 'in.csv'), writeCsv(READINGS));
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  const convert = (...names: string[]) =>
    spawnSync(
      process.execPath,
      ['--import', 'tsx', 'scripts/convert.ts', ...names.map((name) => path.join(folder, name))],
      { encoding: 'utf8' },
    );
  const kept = (name: string) => readMeasurements(readFileSync(path.join(folder, name)), name).readings;

  it('brings readings from CSV to CxF3 to CGATS and back, and no name is a formula on the way', () => {
    // In the table it is text to a spreadsheet; read, it is what it was.
    expect(readFileSync(path.join(folder, 'in.csv'), 'utf8')).toContain("'=SUM(A1)");
    for (const [from, to] of [
      ['in.csv', 'a.cxf'],
      ['a.cxf', 'b.txt'],
      ['b.txt', 'c.csv'],
    ] as const) {
      const { status, stdout, stderr } = convert(from, to);
      expect([status, stderr]).toEqual([0, '']);
      expect(stdout).toMatch(/^2 readings/);
    }
    expect(kept('a.cxf').map((r) => r.name)).toEqual(READINGS.map((r) => r.name));
    kept('c.csv').forEach((reading, i) => {
      const was = READINGS[i] as Extract<Measurement, { kind: 'spectral' }>;
      expect(reading).toMatchObject({ wavelengths: NM });
      (reading as typeof was).values.forEach((v, k) => {
        expect(v).toBeCloseTo(was.values[k] as number, 5);
      });
    });
  });
  it('takes the sheet of a workbook that is named', async () => {
    const sheets = [
      { sheet: 'Notes', data: [['nothing here']] },
      {
        sheet: 'Lab',
        data: [
          ['name', 'L', 'a', 'b'],
          ['oak', 61.5, 8, 22],
        ],
      },
    ];
    await writeWorkbook(sheets).toFile(path.join(folder, 'two.xlsx'));
    const { stdout } = spawnSync(
      process.execPath,
      ['--import', 'tsx', 'scripts/urushi.ts', 'read', path.join(folder, 'two.xlsx'), '--sheet', 'Lab'],
      { encoding: 'utf8' },
    );
    expect(JSON.parse(stdout).readings[0]).toMatchObject({ name: 'oak', lab: [61.5, 8, 22] });
    expect(convert('two.xlsx', 'e.cxf').stderr).toMatch(/two\.xlsx/);
  });
  it('is refused with a sentence, and writes nothing', () => {
    expect(convert('in.csv', 'a.pdf').stderr).toMatch(/is to end with one of \.cxf/);
    expect(convert('in.csv').stderr).toMatch(/Name two files/);
    writeFileSync(path.join(folder, 'none.txt'), 'nothing\nof this');
    const { status, stderr } = convert('none.txt', 'd.cxf');
    expect(status).toBe(1);
    expect(stderr).toMatch(/none\.txt/);
    expect(() => kept('d.cxf')).toThrow();
  });
});

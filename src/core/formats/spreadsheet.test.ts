import fc from 'fast-check';
import { zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import writeWorkbook from 'write-excel-file/node';
import { FieldError } from '../field-error.ts';
import { isPacked, parseParts, readMeasurements } from './index.ts';
import { sheetsOf } from './spreadsheet.ts';

const NM = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
type Row = (string | number | Date | null)[];
const packed = async (...sheets: { sheet: string; rows: Row[] }[]): Promise<Uint8Array> =>
  new Uint8Array(
    await writeWorkbook(
      sheets.map(({ sheet, rows }) => ({ sheet, data: rows as never, dateFormat: 'yyyy-mm-dd' })),
    ).toBuffer(),
  );
const refusal = async (bytes: Uint8Array): Promise<string> => {
  try {
    await sheetsOf(bytes, 'any.xlsx');
    return '';
  } catch (error) {
    expect(error).toBeInstanceOf(FieldError);
    return (error as Error).message;
  }
};

describe('a spreadsheet', () => {
  it('of readings is read as its table: decimals as they are typed, names that look like formulas as names', async () => {
    const values = NM.map((nm) => nm / 1000);
    const bytes = await packed({
      sheet: 'Readings',
      rows: [
        ['name', ...NM],
        ['=oak', ...values],
        ['b, c', ...values],
      ],
    });
    expect(isPacked(bytes)).toBe(true);
    const [sheet] = await sheetsOf(bytes, 'any.xlsx');
    const { readings } = readMeasurements(sheet?.text ?? '', 'any.xlsx');
    expect(readings.map((r) => r.name)).toEqual(['=oak', 'b, c']);
    expect(readings[0]).toMatchObject({ wavelengths: NM, values });
  });
  it('has its sheets by name, the empty ones left out; a date is its day', async () => {
    const bytes = await packed(
      { sheet: 'Notes', rows: [['opened', new Date('2026-03-02T00:00:00Z')]] },
      { sheet: 'Empty', rows: [] },
      {
        sheet: 'Parts',
        rows: [
          ['name', 'count', 'length', 'width'],
          ['Shelf', 4, 800, 250],
        ],
      },
    );
    const sheets = await sheetsOf(bytes, 'any.xlsx');
    expect(sheets.map((s) => s.name)).toEqual(['Notes', 'Parts']);
    expect(sheets[0]?.text).toBe('opened,2026-03-02');
    expect(parseParts(sheets[1]?.text ?? '', [], 'millimetres').parts).toMatchObject([
      { name: 'Shelf', count: 4, length: 800, width: 250 },
    ]);
  });
  it('that is none, or would unpack without end, gets a sentence', async () => {
    const zip = (files: Record<string, string | Uint8Array>) =>
      zipSync(
        Object.fromEntries(
          Object.entries(files).map(([name, of]) => [name, typeof of === 'string' ? new TextEncoder().encode(of) : of]),
        ),
      );
    expect(await refusal(zip({ 'a.txt': 'x' }))).toMatch(/no \.xlsx workbook/);
    expect(await refusal(zip({ 'content.xml': '<x/>' }))).toMatch(/OpenDocument/);
    expect(await refusal(zip({ 'xl/workbook.xml': '<x/>', big: new Uint8Array(61_000_000) }))).toMatch(
      /larger than 60 MB/,
    );
    expect(await refusal(zip({ 'xl/workbook.xml': 'nothing' }))).toMatch(/^any\.xlsx: /);
    expect(isPacked(new TextEncoder().encode('name,L,a,b'))).toBe(false);
  });
  it('spoiled anywhere is read or refused in a sentence, and soon', async () => {
    const whole = await packed({
      sheet: 'A',
      rows: [
        ['name', 'L*', 'a*', 'b*'],
        ['x', 50, 1, 2],
      ],
    });
    let slowest = 0;
    await fc.assert(
      fc.asyncProperty(fc.nat(whole.length - 1), fc.nat(255), async (at, byte) => {
        const spoiled = Uint8Array.from(whole);
        spoiled[at] = byte;
        const began = performance.now();
        if (isPacked(spoiled)) {
          const said = await refusal(spoiled);
          if (said) expect(said).toMatch(/^any\.xlsx: /);
        }
        slowest = Math.max(slowest, performance.now() - began);
      }),
      { numRuns: Number(process.env.URUSHI_FUZZ ?? 200) },
    );
    console.log(`spoiled workbooks; the slowest took ${slowest.toFixed(0)} ms (goal 1000)`);
  });
});

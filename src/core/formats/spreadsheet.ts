import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { refuse } from './measurement.ts';

/** A sheet of a spreadsheet as comma-separated text, by the name on its tab. */
export interface SheetText {
  name: string;
  text: string;
}

/** Unpacked, bytes: a sheet of 5 000 spectra has about a tenth of it. */
const MOST_UNPACKED = 60_000_000;

/** Looks into a packed file before anything of it is unpacked. @throws FieldError where it is no workbook, or would be too large */
function mustBeWorkbook(bytes: Uint8Array, file: string): void {
  const names: string[] = [];
  let unpacked = 0;
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        names.push(name);
        unpacked += originalSize;
        return false;
      },
    });
  } catch {
    refuse({ file }, 'it is packed like a spreadsheet and is not whole. Save it again.');
  }
  if (names.includes('content.xml')) refuse({ file }, 'this is an OpenDocument table. Save it as .xlsx or as CSV.');
  if (!names.some((name) => /^xl\/workbook\.xml$/i.test(name)))
    refuse({ file }, 'this is a packed file and no .xlsx workbook.');
  if (unpacked > MOST_UNPACKED) refuse({ file }, `unpacked it is larger than ${MOST_UNPACKED / 1e6} MB.`);
}

/** A cell as it is typed: a date by its day, with its time where it has one; a formula by its value. */
function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (!(cell instanceof Date)) return String(cell);
  if (Number.isNaN(cell.getTime())) return '';
  const [day = '', time = ''] = cell.toISOString().split('T');
  return time.startsWith('00:00:00') ? day : `${day} ${time.slice(0, 8)}`;
}

/**
 * The sheets of an .xlsx workbook (ISO/IEC 29500), each as comma-separated text; a sheet without a cell is left out.
 * @throws FieldError naming the file where it is none, or holds nothing
 */
export async function sheetsOf(bytes: Uint8Array, file: string): Promise<SheetText[]> {
  mustBeWorkbook(bytes, file);
  const { default: readWorkbook } = await import('read-excel-file/universal');
  const sheets = await readWorkbook(Uint8Array.from(bytes).buffer).catch((trouble: Error) =>
    refuse({ file }, `the workbook cannot be read: ${trouble.message.replace(/\.$/, '')}.`),
  );
  const texts = sheets
    .map(({ sheet, data }) => ({
      name: sheet,
      text: Papa.unparse(
        data.map((row) => row.map(cellText)),
        { newline: '\n' },
      ),
    }))
    .filter(({ text }) => /[^\s,]/.test(text));
  if (texts.length === 0) refuse({ file }, 'there is nothing in any of its sheets.');
  return texts;
}

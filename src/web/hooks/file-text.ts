import { decodeText, isPacked } from '../../core/formats/index.ts';
import type { SheetText } from '../../core/formats/spreadsheet.ts';

/** What is chosen where a file of a table is wanted: text of any kind, and workbooks. */
export const TABLE_FILES = '.csv,.tsv,.txt,.xlsx,text/*';

/** A chosen file as text; a workbook sheet by sheet. @throws FieldError where a workbook cannot be read */
export async function textsOfFile(file: File): Promise<[SheetText, ...SheetText[]]> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (!isPacked(bytes)) return [{ name: file.name, text: decodeText(bytes) }];
  const { sheetsOf } = await import('../../core/formats/spreadsheet.ts');
  return (await sheetsOf(bytes, file.name)) as [SheetText, ...SheetText[]];
}

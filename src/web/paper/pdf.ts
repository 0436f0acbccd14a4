import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import extRegular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff?url';
import extBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff?url';
import pdfMake from 'pdfmake/build/pdfmake';
import type { Block, BoardLabel, Paper, PaperCard } from '../../record/cards/card.ts';
import { labelDocument, type Press, printedCard } from '../../record/cards/document.ts';
import { boardPainter } from '../workers/index.ts';
import { saveFile } from './save-file.ts';

const here = (file: string) => new URL(file, location.href).href;
pdfMake.setUrlAccessPolicy((address: string) => address.startsWith(`${location.origin}/`));
pdfMake.addFonts({
  Next: { normal: here(regular), bold: here(bold), italics: here(regular), bolditalics: here(bold) },
  NextExt: { normal: here(extRegular), bold: here(extBold), italics: here(extRegular), bolditalics: here(extBold) },
});

/** A board as it is painted everywhere, as a data address. */
async function painted({ face, painting }: Extract<Block, { kind: 'picture' }>): Promise<string> {
  const bitmap = await boardPainter().paint(face, painting);
  const canvas = document.createElement('canvas');
  canvas.width = bitmap.width;
  canvas.height = bitmap.height;
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
  bitmap.close();
  return canvas.toDataURL('image/png');
}

const press: Press = (document) => pdfMake.createPdf(document).getBuffer();

const save = (bytes: Uint8Array, name: string) => saveFile(`${name}.pdf`, 'application/pdf', bytes);

/** A card as a PDF in the browser's downloads: one page, the app's own type in it, its text as text. */
export async function saveCard(card: PaperCard, paper: Paper): Promise<void> {
  const pictures = new Map<Block, string>();
  for (const block of card.blocks) if (block.kind === 'picture') pictures.set(block, await painted(block));
  save(await printedCard(card, pictures, paper, press), card.name);
}

/** Labels as a PDF. */
export async function saveLabels(labels: readonly BoardLabel[], paper: Paper, name: string): Promise<void> {
  save(await press(labelDocument(labels, paper)), name);
}

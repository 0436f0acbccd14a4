import path from 'node:path';
import { encode } from 'fast-png';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import pdfmake from 'pdfmake';
import { describe, expect, it } from 'vitest';
import type { Block, BoardLabel, Paper, PaperCard } from './card.ts';
import { labelDocument, type Press, printedCard, runsOf } from './document.ts';

const font = (file: string) =>
  path.resolve(
    `node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${file}-normal.woff`,
  );
const faces = (set: string) => ({
  normal: font(`${set}-400`),
  bold: font(`${set}-700`),
  italics: font(`${set}-400`),
  bolditalics: font(`${set}-700`),
});
pdfmake.setLocalAccessPolicy((file: string) => file.includes('@fontsource'));
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.addFonts({ Next: faces('latin'), NextExt: faces('latin-ext') });

/** A PDF as another package reads it: the text of each page, its size in mm, and the fonts in the file. */
const press: Press = (document) => pdfmake.createPdf(document).getBuffer();
async function readBack(bytes: Uint8Array) {
  const raw = Buffer.from(bytes).toString('latin1');
  const file = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages = [];
  for (let n = 1; n <= file.numPages; n++) {
    const page = await file.getPage(n);
    const { items } = await page.getTextContent();
    const [, , width, height] = page.view as [number, number, number, number];
    pages.push({
      text: items.map((i) => ('str' in i ? i.str + (i.hasEOL ? ' ' : '') : '')).join(''),
      mm: [width, height].map((v) => Math.round((v * 25.4) / 72)),
    });
  }
  const named = [...raw.matchAll(/\/(?:BaseFont|FontName) \/([\w+-]+)/g)].map(([, name = '']) => name);
  return { pages, fonts: [...new Set(named)], embedded: (raw.match(/\/FontFile[23]? /g) ?? []).length };
}

const pixel = `data:image/png;base64,${Buffer.from(encode({ width: 9, height: 2, data: new Uint8Array(72).fill(120), channels: 4 })).toString('base64')}`;
const picture = {
  kind: 'picture',
  face: { width: 9, height: 2 },
  painting: {},
  says: 'Raw at the left.',
} as unknown as Block;
const card: PaperCard = {
  name: 'retain-2-beech-1',
  blocks: [
    { kind: 'title', text: 'Tern Harbour Library: beech, board 1', beside: 'Chair backs', code: '2/beech-1' },
    picture,
    { kind: 'heading', text: 'Formula' },
    {
      kind: 'table',
      head: ['', 'parts', 'in 0.5 L'],
      rows: [
        ['Coal', '3', '1.22 g'],
        ['Łódź ochre', '1', '0.40 g'],
      ],
    },
    { kind: 'pairs', rows: [['tolerance', 'ΔE00 1']] },
    { kind: 'ticks', rows: [{ what: 'Stir', beside: '5 min', below: 'Until nothing is left at the bottom.' }] },
    {
      kind: 'strip',
      colours: [
        { says: 'new', rgb: [120, 80, 50] },
        { says: 'after 30 years', rgb: [130, 84, 44] },
      ],
    },
    { kind: 'caution', text: 'Rags with oil can catch fire by themselves.' },
  ],
};

describe('a card on paper', () => {
  it.each(['A4', 'Letter'] as const)('is one page of %s, its text as text, in the app’s own type', async (paper) => {
    const { pages, fonts, embedded } = await readBack(
      await printedCard(card, new Map([[picture, pixel]]), paper, press),
    );
    expect(pages).toHaveLength(1);
    expect(pages[0]?.mm).toEqual(paper === 'A4' ? [210, 297] : [216, 279]);
    for (const text of [
      'Tern Harbour Library: beech, board 1',
      '2/beech-1',
      '1.22 g',
      'dE00 1',
      'Łódź ochre',
      'catch fire',
    ])
      expect(pages[0]?.text).toContain(text);
    for (const name of fonts) expect(name).toMatch(/AtkinsonHyperlegibleNext/i);
    expect(embedded).toBeGreaterThanOrEqual(2);
  });
  it('says in words what its type has no sign for, and loses no letter of Latin', () => {
    const text = (of: string) =>
      runsOf(of)
        .map((r) => r.text)
        .join('');
    expect(text('ΔE00 ≤ 1 → ✓')).toBe('dE00 at most  1  to  yes ');
    expect(text('Łódź, façade, Ærø 10 °C ± 2')).toBe('Łódź, façade, Ærø 10 °C ± 2');
    expect(runsOf('Łódź').map((r) => r.font)).toEqual(['NextExt', 'Next', 'NextExt']);
  });
});

describe('a long card', () => {
  it.each([12, 30, 42])('of %d pours is one page all the same', async (count) => {
    const rows = Array.from({ length: count }, (_, i) => [`Colour ${i}`, '1', '0.10 g']);
    const long: PaperCard = {
      ...card,
      blocks: [...card.blocks, { kind: 'table', head: ['', 'parts', 'in 0.5 L'], rows }],
    };
    for (const paper of ['A4', 'Letter'] as const) {
      const { pages } = await readBack(await printedCard(long, new Map([[picture, pixel]]), paper, press));
      expect(pages, paper).toHaveLength(1);
      expect(pages[0]?.text).toContain(`Colour ${count - 1}`);
    }
  });
});

describe('labels', () => {
  const labels = Array.from(
    { length: 15 },
    (_, i): BoardLabel => ({
      code: `2/beech-${i + 1}`,
      job: 'Tern Harbour Library',
      wood: `Beech, board ${i + 1}`,
      length: 300,
      steps: [
        { says: 'raw', mm: 0 },
        { says: 'dye', mm: 100 },
        { says: 'clear', mm: 200 },
      ],
    }),
  );
  it.each([
    ['A4', 2],
    ['Letter', 2],
    ['62 mm roll', 15],
  ] as [Paper, number][])('of fifteen boards on %s take %d pages', async (paper, count) => {
    const { pages } = await readBack(await press(labelDocument(labels, paper)));
    expect(pages).toHaveLength(count);
    if (paper === '62 mm roll') expect(pages[0]?.mm).toEqual([62, 40]);
    const all = pages.map((p) => p.text).join(' ');
    for (const { code, wood } of labels) {
      expect(all).toContain(code);
      expect(all).toContain(wood);
    }
    expect(all).toContain('100 dye');
  });
});

import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Block, BoardLabel, Paper, PaperCard } from './card.ts';
import { qrSvg } from './qr.ts';

/** Points in a millimetre. */
const MM = 72 / 25.4;
const MARGIN = 14 * MM;
const INK = '#171717';
const QUIET = '#555555';
const LINE = '#8a8a8a';

/** What a page is wide inside its margins, points. */
const WIDTHS: Record<Paper, number> = { A4: 595.28, Letter: 612, '62 mm roll': 62 * MM };
const inside = (paper: Paper) => WIDTHS[paper] - 2 * MARGIN;

/** Words for what the app's own type has no sign for. */
const SIGNS: Readonly<Record<string, string>> = {
  Δ: 'd',
  '→': ' to ',
  '✓': 'yes ',
  '≈': 'about ',
  '☐': '',
  '−': '–',
  '≤': 'at most ',
  '≥': 'at least ',
};
/** What of a text the two halves of the app's type hold: Latin, and the rest of Latin. */
const [LATIN, LATIN_EXT] = [
  /[\u0020-\u007e\u00a0-\u00ff\u0131\u0152\u0153\u2013\u2014\u2018-\u201e\u2022\u2026\u2039\u203a\u20ac\u2122\u2212\u2215]/u,
  /[\u0100-\u02af\u1e00-\u1eff]/u,
];

/** A text in runs of the type that holds it; a sign that neither does is said in words, or left out. */
export function runsOf(text: string): { text: string; font: 'Next' | 'NextExt' }[] {
  const runs: { text: string; font: 'Next' | 'NextExt' }[] = [];
  const plain = Array.from(text.replaceAll('\n', ' '), (sign) => SIGNS[sign] ?? sign).join('');
  for (const sign of plain) {
    const font = LATIN.test(sign) ? 'Next' : LATIN_EXT.test(sign) ? 'NextExt' : null;
    if (!font) continue;
    const last = runs.at(-1);
    if (last?.font === font) last.text += sign;
    else runs.push({ text: sign, font });
  }
  return runs;
}
const said = (text: string) => ({ text: runsOf(text) });

/** Lines of a hair between rows, as far apart as the type is large. */
const hairlines = (points: number) => ({
  hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingLeft: (i: number) => (i === 0 ? 0 : 6),
  paddingRight: () => 4,
  paddingTop: () => 0.2 * points,
  paddingBottom: () => 0.2 * points,
});

/** @param points the size of its type: all others are a share of it */
function contentOf(block: Block, pictures: ReadonlyMap<Block, string>, paper: Paper, points: number): Content {
  switch (block.kind) {
    case 'title':
      return {
        columns: [
          [
            { ...said(block.text), fontSize: 1.7 * points, bold: true },
            { ...said(block.beside), color: QUIET, margin: [0, 2, 0, 0] },
            ...(block.code
              ? [
                  {
                    ...said(block.code),
                    fontSize: 1.1 * points,
                    bold: true,
                    margin: [0, 4, 0, 0] as [number, number, number, number],
                  },
                ]
              : []),
          ],
          ...(block.code ? [{ svg: qrSvg(block.code), width: 64, fit: [64, 64] as [number, number] }] : []),
        ],
        columnGap: 12,
        margin: [0, 0, 0, 0.8 * points],
      };
    case 'heading':
      return { ...said(block.text), bold: true, fontSize: 1.2 * points, margin: [0, 0.9 * points, 0, 0.3 * points] };
    case 'text':
      return {
        ...said(block.text),
        margin: [0, 1, 0, 2],
        ...(block.quiet ? { color: QUIET, fontSize: 0.9 * points } : {}),
      };
    case 'caution':
      return { ...said(block.text), bold: true, margin: [0, 4, 0, 0] };
    case 'pairs':
      return {
        table: {
          widths: ['auto', '*'],
          body: block.rows.map(([name, value]) => [
            { ...said(name), color: QUIET },
            { ...said(value), bold: true },
          ]),
        },
        layout: 'noBorders',
        margin: [0, 3, 0, 3],
      };
    case 'table':
      return {
        table: {
          headerRows: 1,
          widths: block.head.map((_, i) => (i === 0 ? '*' : 'auto')),
          body: [
            block.head.map((h) => ({ ...said(h), color: QUIET })),
            ...block.rows.map((row) => row.map((cell) => said(cell))),
          ],
        },
        layout: hairlines(points),
        margin: [0, 2, 0, 5],
      };
    case 'ticks':
      return {
        table: {
          widths: [11, '*', 'auto'],
          body: block.rows.map(({ what, beside, below }) => [
            {
              canvas: [{ type: 'rect', x: 0, y: 2, w: 0.9 * points, h: 0.9 * points, lineWidth: 0.8, lineColor: INK }],
            },
            [
              { ...said(what), bold: true },
              ...(below ? [{ ...said(below), color: QUIET, fontSize: 0.9 * points }] : []),
            ],
            { ...said(beside), bold: true, fontSize: 1.2 * points, alignment: 'right', noWrap: true },
          ]),
        },
        layout: hairlines(points),
      };
    case 'picture':
      return [
        { image: pictures.get(block) ?? '', width: inside(paper) * (points / 10) },
        { ...said(block.says), color: QUIET, fontSize: 0.85 * points, margin: [0, 2, 0, 0] },
      ];
    case 'strip': {
      const width = inside(paper) / block.colours.length;
      return [
        {
          canvas: block.colours.map(({ rgb }, i) => ({
            type: 'rect',
            x: i * width,
            y: 0,
            w: width,
            h: 5.4 * points,
            color: `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`,
          })),
        },
        { columns: block.colours.map(({ says }) => ({ ...said(says), width })) },
      ];
    }
  }
}

const COMMON = {
  defaultStyle: { font: 'Next', fontSize: 10, color: INK, lineHeight: 1.15 },
} satisfies Partial<TDocumentDefinitions>;

/** Sizes of type in points, the usual one first: a long card is set smaller. */
const SIZES = [10, 9, 8, 7, 6, 5.2, 4.5];

/** A card as a document, at a size of type. @param pictures of its picture blocks, as data addresses */
const cardDocument = (
  card: PaperCard,
  pictures: ReadonlyMap<Block, string>,
  paper: Paper,
  points: number,
): TDocumentDefinitions => ({
  defaultStyle: { ...COMMON.defaultStyle, fontSize: points },
  info: { title: card.name, creator: 'Urushi' },
  pageSize: paper === 'Letter' ? 'LETTER' : 'A4',
  pageMargins: MARGIN,
  content: card.blocks.map((block) => contentOf(block, pictures, paper, points)),
});

/** What makes a file of a document. */
export type Press = (document: TDocumentDefinitions) => Promise<Uint8Array>;

/** A card as the file of one page: in the largest type that it fits in, in the smallest where it fits in none. */
export async function printedCard(
  card: PaperCard,
  pictures: ReadonlyMap<Block, string>,
  paper: Paper,
  press: Press,
): Promise<Uint8Array> {
  for (const points of SIZES) {
    let pages = 0;
    const counted = (_: number, count: number) => {
      pages = count;
      return '';
    };
    const file = await press({ ...cardDocument(card, pictures, paper, points), footer: counted });
    if (pages <= 1 || points === SIZES.at(-1)) return file;
  }
  throw new Error('There is a size of type.');
}

/** Labels on a sheet, in columns and rows; one a page on a roll. */
const [ACROSS, DOWN] = [2, 6];
const ROLL_HEIGHT = 40 * MM;

const labelOf = ({ code, job, wood, length, steps }: BoardLabel, width: number): Content => ({
  columns: [
    { svg: qrSvg(code), width: 62, fit: [62, 62] },
    {
      width: width - 74,
      stack: [
        { ...said(wood), bold: true, fontSize: 11 },
        { ...said(job), fontSize: 9 },
        { ...said(code), bold: true, fontSize: 9 },
        {
          ...said(steps.map(({ says, mm }) => `${mm} ${says}`).join('  ·  ')),
          fontSize: 8,
          margin: [0, 3, 0, 0],
        },
        { ...said(`mm from the raw end of ${length}`), fontSize: 7, color: QUIET },
      ],
    },
  ],
  columnGap: 6,
});

/** Labels for boards: a sheet of them, or a roll. */
export function labelDocument(labels: readonly BoardLabel[], paper: Paper): TDocumentDefinitions {
  const info = { title: 'board labels', creator: 'Urushi' };
  if (paper === '62 mm roll') {
    const width = WIDTHS[paper] - 8;
    return {
      ...COMMON,
      info,
      pageSize: { width: WIDTHS[paper], height: ROLL_HEIGHT },
      pageMargins: 4,
      content: labels.map((label, i) => ({
        stack: [labelOf(label, width)],
        ...(i > 0 ? { pageBreak: 'before' as const } : {}),
      })),
    };
  }
  const width = inside(paper) / ACROSS;
  const rows = Array.from({ length: Math.ceil(labels.length / ACROSS) }, (_, r) =>
    labels.slice(ACROSS * r, ACROSS * (r + 1)),
  );
  return {
    ...COMMON,
    info,
    pageSize: paper === 'Letter' ? 'LETTER' : 'A4',
    pageMargins: MARGIN,
    content: {
      table: {
        widths: [width - 8, width - 8],
        heights: (paper === 'Letter' ? 792 - 2 * MARGIN : 841.89 - 2 * MARGIN) / DOWN - 8,
        dontBreakRows: true,
        body: rows.map((row) => Array.from({ length: ACROSS }, (_, i) => (row[i] ? labelOf(row[i], width) : ''))),
      },
      layout: {
        hLineWidth: () => 0.3,
        vLineWidth: () => 0.3,
        hLineColor: () => LINE,
        vLineColor: () => LINE,
        paddingTop: () => 4,
        paddingLeft: () => 4,
        paddingRight: () => 4,
        paddingBottom: () => 4,
      },
    },
  };
}

import type { BoardPainting } from '../../core/figure/paint.ts';
import type { Face } from '../../core/figure/weights.ts';

/** What a card is printed on; a roll of labels is 62 mm wide. */

export type Paper = 'A4' | 'Letter' | '62 mm roll';

/** One thing on a card, from the top. */
export type Block =
  | { kind: 'title'; text: string; beside: string; code?: string }
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; quiet?: boolean }
  /** What is to be minded: cautions. */
  | { kind: 'caution'; text: string }
  | { kind: 'pairs'; rows: readonly (readonly [name: string, value: string])[] }
  | { kind: 'table'; head: readonly string[]; rows: readonly (readonly string[])[] }
  /** Things to tick. */
  | { kind: 'ticks'; rows: readonly { what: string; beside: string; below: string }[] }
  | { kind: 'picture'; face: Face; painting: BoardPainting; says: string }
  /** Colours touching one another, each said below: `rgb(…)` parts, 0-255. */
  | { kind: 'strip'; colours: readonly { says: string; rgb: readonly [number, number, number] }[] };

/** Something for paper: one page, and what its file is called. */
export interface PaperCard {
  name: string;
  blocks: readonly Block[];
}

/** A board's label: its code to scan, and where each of its steps ends. */
export interface BoardLabel {
  code: string;
  job: string;
  wood: string;
  /** How long the board is, mm. */
  length: number;
  /** Steps from the raw end, with where each begins on the board, mm. */
  steps: readonly { says: string; mm: number }[];
}

/** A moment as it stands on paper. */
export const onPaper = (moment: string | number): string =>
  new Date(moment).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });
/** A day as it stands on paper. */
export const dayOnPaper = (moment: string | number): string =>
  new Date(moment).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** So many hours, as they are waited for. */
export const waitText = (hours: number): string =>
  hours < 1
    ? `${Math.round(hours * 60)} min`
    : hours < 48
      ? `${Number(hours.toFixed(hours < 10 ? 1 : 0))} h`
      : `${Math.round(hours / 24)} days`;

import { KINDS } from '../kinds/index.ts';
import type { Layer } from '../layers/layer.ts';
import { strengthUnit } from '../layers/materials.ts';
import { neatOf } from './amounts.ts';
import type { AskedBack, SaidShelf } from './shelf.ts';
import { understoodLayer } from './understood.ts';

/** One of several strengths or mixes that are tried one after the other. */
export interface Try {
  /** As it was said. */
  said: string;
  layer: Layer;
}

const NUMBER = '(\\d+(?:[.,]\\d+)?)';
const number = (text: string | undefined): number => Number((text ?? '').replace(',', '.'));
/** What makes a mix stronger or weaker as a whole, and how many times. */
const TIMES: readonly (readonly [RegExp, (found: RegExpMatchArray) => number])[] = [
  [/^half as much again$|^half again$|^half more$/, () => 1.5],
  [/^as much again$|^(?:twice|double)(?: as (?:much|strong))?$/, () => 2],
  [/^half(?: as (?:much|strong))?$|^half of (?:it|that)$/, () => 0.5],
  [/^a third more$/, () => 4 / 3],
  [/^a quarter more$/, () => 1.25],
  [
    new RegExp(`^${NUMBER} ?% (more|stronger|less|weaker)$`),
    (m) => 1 + (m[2]?.match(/more|str/) ? 1 : -1) * (number(m[1]) / 100),
  ],
  [new RegExp(`^${NUMBER} times(?: as (?:much|strong))?$`), (m) => number(m[1])],
];
const DILUTED = new RegExp(`^(?:1 ?: ?${NUMBER}|${NUMBER} (?:more )?parts?(?: more)?)$`);
export const MOST_TRIES = 8;

type Colours = Record<string, number>;
const scaled = (colours: Colours, by: number): Colours =>
  Object.fromEntries(Object.entries(colours).map(([id, s]) => [id, s * by]));

/** A pot of what comes ready, thinned so many parts to one; null where it is not such a pot. */
function diluted(colours: Colours, parts: number, shelf: SaidShelf): Colours | null {
  const wholes = Object.keys(colours).map((id) => {
    const colour = shelf.colourants.find((c) => c.id === id);
    return colour ? neatOf(colour) : null;
  });
  const shares = Object.values(colours).map((s, i) => s / (wholes[i] ?? Number.NaN));
  const whole = shares.reduce((sum, s) => sum + s, 0);
  return whole > 0 ? scaled(colours, 1 / (1 + parts) / whole) : null;
}

/** The colours of one step after those of the one before. */
function stepOf(piece: string, before: Colours, layer: Layer, shelf: SaidShelf): { colours: Colours } | AskedBack {
  const small = piece.toLowerCase();
  if (small === 'neat') return stepOf('1:0', before, layer, shelf);
  const parts = DILUTED.exec(small);
  if (parts) {
    const thinned = diluted(before, number(parts[1] ?? parts[2]), shelf);
    return thinned
      ? { colours: thinned }
      : { question: `“${piece}” of what? Say it in g/L, or in spoons and a volume.` };
  }
  for (const [shape, times] of TIMES) {
    const found = shape.exec(small);
    if (found) return { colours: scaled(before, times(found)) };
  }
  const [, more] = /^(?:\+|plus |add |then some )\s*(.+)$/i.exec(piece) ?? [];
  const understood = understoodLayer(`${KINDS[layer.kind].label}: ${more ?? piece}`, shelf);
  if ('question' in understood) return understood;
  const { colours } = understood.layer;
  if (more === undefined) return { colours };
  return {
    colours: Object.fromEntries(
      [...new Set([...Object.keys(before), ...Object.keys(colours)])].map((id) => [
        id,
        (before[id] ?? 0) + (colours[id] ?? 0),
      ]),
    ),
  };
}

/**
 * Strengths or mixes of a layer that are tried one after the other on one board, as they are said: “1:5, 1:10, 1:20”,
 * “5 parts, 10 parts”, “amber 4 g/L, + brown 1 g/L, half as much again”. Each goes on from the one before, the first from
 * the layer as it is.
 */
export function triesSaid(text: string, layer: Layer, shelf: SaidShelf): { tries: Try[] } | AskedBack {
  const pieces = text
    .split(/\s*(?:[;·→]|,(?!\d)|\bthen\b(?! some))\s*/)
    .map((piece) => piece.trim())
    .filter(Boolean);
  if (pieces.length < 2) return { question: 'Which steps? Say two at least: 1:5, 1:10, 1:20.' };
  if (pieces.length > MOST_TRIES) return { question: `A board takes ${MOST_TRIES} strips at most.` };
  const tries: Try[] = [];
  for (const said of pieces) {
    const step = stepOf(said, tries.at(-1)?.layer.colours ?? layer.colours, layer, shelf);
    if ('question' in step) return step;
    const strong = shelf.colourants.find(
      (c) => (step.colours[c.id] ?? 0) > (c.maxStrength ?? Number.POSITIVE_INFINITY) * (1 + 1e-9),
    );
    if (strong) {
      const { word, one } = strengthUnit(strong);
      const most = Number(((strong.maxStrength ?? 0) / one).toPrecision(3));
      return { question: `“${said}”: ${strong.name} goes no stronger than ${most} ${word}.` };
    }
    tries.push({ said, layer: { ...layer, colours: step.colours } });
  }
  return { tries };
}

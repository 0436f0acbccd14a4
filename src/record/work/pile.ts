import { understood } from '../../core/belief/words.ts';
import { rawMean } from '../../core/board/wood.ts';
import { labOf } from '../../core/colour/lab.ts';
import { FieldError } from '../../core/field-error.ts';
import { type WhichWhere, whichWhere } from '../../core/judge/which-where.ts';
import type { JobWood } from '../../shared/job.ts';
import type { RawPiece } from '../../shared/raw-piece.ts';
import type { Bench } from '../job/bench.ts';
import { areasOf } from '../job/parts.ts';
import { partsOfWood } from './pieces.ts';

/** A piece of the pile as it is typed. */
export type TypedPiece = Omit<RawPiece, 'id' | 'version' | 'partId'>;

const LIVELY = /\b(lively|loud|wild|curly|curl|figured|cathedrals?|knots?|knotty)\b/i;
const CALM = /\b(calm|plain|quiet|straight|quartered)\b/i;
const PAIR = /\bpair\s+([\p{L}\d]{1,8})\b/iu;
const NUMBER = String.raw`[-−]?\d+(?:[.]\d+)?`;
const LAB = new RegExp(
  String.raw`(?:^|\s)(?:lab\s*)?(${NUMBER})[\s,;/]+(${NUMBER})[\s,;/]+(${NUMBER})(?=$|[\s,;])`,
  'i',
);
/** At most so many of a range are meant. */
const MOST = 200;

function piecesOfLine(line: string, at: number): TypedPiece[] {
  const [, names = '', told = ''] = /^\s*([^\s:,]+)\s*[:,]?\s*(.*)$/u.exec(line) ?? [];
  const lab = LAB.exec(told);
  const rest = told.replace(LAB, ' ').replace(PAIR, ' ').replace(LIVELY, ' ').replace(CALM, ' ');
  const words = rest.replace(/[\s,;.:]+/g, ' ').trim();
  const said = lab ? null : words === '' ? [] : understood(rest);
  if (!lab && said === null)
    throw new FieldError(
      'text',
      `Line ${at + 1}: “${words}” says nothing of its colour. Say same, paler, a touch darker, redder …, or its L*, a*, b*.`,
    );
  const range = /^(\d{1,4})[-–](\d{1,4})$/.exec(names);
  const [from, to] = range ? [Number(range[1]), Number(range[2])] : [0, 0];
  if (range && (to < from || to - from >= MOST))
    throw new FieldError('text', `Line ${at + 1}: ${names} is no range of pieces, or of more than ${MOST}.`);
  const of = range ? Array.from({ length: to - from + 1 }, (_, i) => String(from + i)) : [names];
  const [, pair = ''] = PAIR.exec(told) ?? [];
  const [L, a, b] = (lab?.slice(1) ?? []).map((v) => Number(v.replace('−', '-')));
  return of.map((name) => ({
    name,
    said,
    lab: L === undefined || a === undefined || b === undefined ? null : [L, a, b],
    lively: LIVELY.test(told),
    pair: pair.toUpperCase(),
  }));
}

/**
 * The pieces of a pile, a line each: what is chalked on it, then its colour against the others or as it reads, its figure, its
 * pair. `3 a touch darker, lively, pair A`; `4-9 same`; `10 62.1 11.8 24`.
 * @throws FieldError
 */
export const piecesTyped = (text: string): TypedPiece[] =>
  text.split('\n').flatMap((line, at) => (line.trim() === '' ? [] : piecesOfLine(line, at)));

/** Which piece of the pile of a wood goes where. */
export function pileOfWood(bench: Bench, wood: JobWood): WhichWhere {
  const species = bench.shelf.species.find((s) => s.id === wood.speciesId);
  const parts = partsOfWood(bench.job, wood).map((part) => ({
    id: part.id,
    count: part.count,
    place: part.place,
    seen: areasOf({ ...part, count: 1 }).matters,
  }));
  return whichWhere(wood.rawPieces, parts, species ? labOf(rawMean(species)) : [70, 6, 20]);
}

import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { type Lab, labOf, meanLab } from '../../core/colour/lab.ts';
import { causeOf } from '../../core/faults/index.ts';
import { median } from '../../core/judge/statistics.ts';
import { KINDS, type LayerKind } from '../../core/kinds/index.ts';
import { nth } from '../../core/known.ts';
import type { Learned } from '../../shared/learned.ts';
import type { NotedVerdict } from '../../shared/notebook.ts';

/** A board with a recipe: which of its wood it was, what came of it, and which chance was stated. */
export interface BoardMade {
  wood: string;
  speciesId: string;
  number: number;
  at: string;
  verdict: NotedVerdict | null;
  off: number | null;
  chance: number | null;
}
/** A stage that was read, beside what was promised of it. */
export interface ReadStage {
  board: string;
  stage: number;
  kind: LayerKind;
  last: boolean;
  promised: readonly number[];
  read: readonly number[];
  /** Lots that were poured for the board. */
  lots: readonly { product: string; code: string }[];
}
/** A board that was read raw. */
export interface RawBoard {
  wood: string;
  read: readonly number[];
}
/** A reading of a stage of a board that one instrument read on another day too. */
export interface DaysReading {
  instrument: string;
  board: string;
  stage: number;
  day: string;
  read: readonly number[];
}
/** How long a product was waited for, and what its label says; hours. */
export interface Waited {
  product: string;
  label: number | null;
  waits: readonly number[];
}
interface Rework {
  cause: string;
  hours: number;
}
/** All that the questions are answered from. */
export interface Observed {
  boards: readonly BoardMade[];
  stages: readonly ReadStage[];
  raw: readonly RawBoard[];
  readings: readonly DaysReading[];
  waited: readonly Waited[];
  rework: readonly Rework[];
}

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;
const to = (value: number, places = 1): number => Number(value.toFixed(places));

/** Things by a key of each, in the order in which the keys come. */
function by<T, K>(things: readonly T[], key: (thing: T) => K): [K, T[]][] {
  const groups = new Map<K, T[]>();
  for (const thing of things) {
    const group = groups.get(key(thing));
    if (group) group.push(thing);
    else groups.set(key(thing), [thing]);
  }
  return [...groups];
}
const byName = <T>(groups: [string, T][]): [string, T][] => groups.sort(([p], [q]) => (p < q ? -1 : 1));

/** `2025 Q3` */
const quarterOf = (at: string): string => `${at.slice(0, 4)} Q${Math.ceil(Number(at.slice(5, 7)) / 3)}`;
const matches = ({ verdict }: Pick<BoardMade, 'verdict'>): boolean => verdict === 'passed' || verdict === 'accepted';
const wasJudged = ({ verdict }: Pick<BoardMade, 'verdict'>): boolean => verdict !== null && verdict !== 'open';

/** The first and the last of a row of medians, as a sentence. */
const trend = (rows: Learned['rows'], column: number, say: (from: string, to: string) => string): string | null => {
  const [first, last] = [rows[0]?.[column], rows.at(-1)?.[column]];
  return rows.length < 2 || first == null || last == null ? null : say(String(first), String(last));
};

function boardsPerMatch(boards: readonly BoardMade[]): Learned {
  const firsts = by(boards, (b) => b.wood).flatMap(([, own]) => {
    const inOrder = own.toSorted((p, q) => p.number - q.number);
    const place = inOrder.findIndex(matches);
    return place < 0 ? [] : [{ at: nth(inOrder, place).at, boards: place + 1 }];
  });
  const rows = byName(by(firsts, (f) => quarterOf(f.at))).map(([quarter, own]) => [
    quarter,
    own.length,
    to(median(own.map((f) => f.boards))),
    Math.max(...own.map((f) => f.boards)),
  ]);
  return {
    id: 'boards-per-match',
    question: 'How many boards does a match take?',
    answer: trend(
      rows,
      2,
      (from, now) => `Half of the matches took ${from} boards or fewer at first, and ${now} lately.`,
    ),
    columns: ['Quarter', 'Woods matched', 'Boards, half took so many or fewer', 'Most boards'],
    rows,
    chart: { kind: 'line', across: 0, up: [2, 3], diagonal: false },
  };
}

function firstBoards(boards: readonly BoardMade[]): Learned {
  const firsts = by(boards, (b) => b.wood).flatMap(([, own]) => {
    const [first] = own.toSorted((p, q) => p.number - q.number);
    return first && first.off !== null ? [{ at: first.at, off: first.off }] : [];
  });
  const rows = byName(by(firsts, (f) => quarterOf(f.at))).map(([quarter, own]) => [
    quarter,
    own.length,
    to(median(own.map((f) => f.off)), 2),
  ]);
  return {
    id: 'first-boards',
    question: 'How far from its target is the first board?',
    answer: trend(
      rows,
      2,
      (from, now) => `Half of the first boards were within ΔE00 ${from} at first, and within ${now} lately.`,
    ),
    columns: ['Quarter', 'First boards', 'ΔE00, half were nearer'],
    rows,
    chart: { kind: 'line', across: 0, up: [2], diagonal: false },
  };
}

const TENTHS = 10;
function reliability(boards: readonly BoardMade[]): Learned {
  const stated = boards.flatMap((b) =>
    b.chance !== null && wasJudged(b) ? [{ chance: b.chance, hit: matches(b) }] : [],
  );
  const rows = by(
    stated.toSorted((p, q) => p.chance - q.chance),
    (s) => Math.min(TENTHS - 1, Math.floor(s.chance * TENTHS)),
  ).map(([tenth, own]) => [
    `${tenth * 10}–${tenth * 10 + 10} in 100`,
    own.length,
    to(100 * mean(own.map((s) => s.chance)), 0),
    to((100 * own.filter((s) => s.hit).length) / own.length, 0),
  ]);
  const [said, came] = [stated.map((s) => s.chance), stated.map((s) => Number(s.hit))];
  return {
    id: 'reliability',
    question: 'Do the chances that were stated come true?',
    answer:
      stated.length === 0
        ? null
        : `${Math.round(100 * mean(said))} in 100 was stated on average, and ${Math.round(100 * mean(came))} in 100 matched.`,
    columns: ['Stated', 'Boards', 'Stated, in 100', 'Matched, in 100'],
    rows,
    chart: { kind: 'points', across: 2, up: [3], diagonal: true },
  };
}

/** How a reading is from its promise: lightness, and altogether. */
const strayed = ({ promised, read }: Pick<ReadStage, 'promised' | 'read'>) => {
  const [wanted, got] = [labOf(promised), labOf(read)];
  return { dL: got[0] - wanted[0], off: deltaE00(wanted, got) };
};

/** Lots of one product by how much lighter boards of them came out than foreseen. */
interface LotOf {
  product: string;
  code: string;
  /** L* more than foreseen, of each board. */
  strays: readonly number[];
}
/** How far the mean of some numbers is known; of one number not at all. */
function standardError(values: readonly number[]): number {
  if (values.length < 2) return Number.POSITIVE_INFINITY;
  const middle = mean(values);
  const squares = values.reduce((sum, v) => sum + (v - middle) ** 2, 0);
  return Math.sqrt(squares / (values.length - 1) / values.length);
}
/** Two lots of one product differ where their means are so many standard errors apart. */
const PLAINLY = 2;
function plainly({ strays: p }: LotOf, { strays: q }: LotOf): { apart: number; errors: number } {
  const apart = mean(p) - mean(q);
  return { apart, errors: Math.abs(apart) / Math.hypot(standardError(p), standardError(q)) };
}
/** How the two lots of one product that differ most plainly do. */
function lotsDiffer(lots: readonly LotOf[]): string | null {
  const pairs = lots.flatMap((one, i) =>
    lots
      .slice(0, i)
      .flatMap((other) => (other.product === one.product ? [{ one, other, ...plainly(one, other) }] : [])),
  );
  const [most] = pairs.toSorted((p, q) => q.errors - p.errors);
  if (!most) return null;
  if (most.errors < PLAINLY) return 'No two lots of one product differ by more than their boards do.';
  const { one, other, apart } = most;
  return `Boards of ${one.product} ${one.code} came out ${to(Math.abs(apart), 1)} ${apart < 0 ? 'darker' : 'lighter'} than those of ${other.code}.`;
}

function lots(stages: readonly ReadStage[]): Learned {
  const finished = stages
    .filter((s) => s.last)
    .flatMap((s) => s.lots.map(({ product, code }) => ({ product, code, ...strayed(s) })));
  const each = byName(by(finished, (f) => `${f.product} ${f.code}`));
  return {
    id: 'lots',
    question: 'Do lots differ?',
    answer: lotsDiffer(each.flatMap(([, own]) => (own[0] ? [{ ...own[0], strays: own.map((f) => f.dL) }] : []))),
    columns: ['Lot', 'Boards', 'L* more than foreseen', 'ΔE00 from foreseen, half were nearer'],
    rows: each.map(([lot, own]) => [
      lot,
      own.length,
      to(mean(own.map((f) => f.dL)), 2),
      to(median(own.map((f) => f.off)), 2),
    ]),
    chart: { kind: 'bar', across: 0, up: [2], diagonal: false },
  };
}

function instruments(readings: readonly DaysReading[]): Learned {
  const again = by(readings, (r) => `${r.instrument}\n${r.board}\n${r.stage}`).flatMap(([, all]) => {
    const own = by(all, (r) => r.day).map(([day, taken]) => ({ day, read: meanSpectrum(taken.map((r) => r.read)) }));
    const [first, ...later] = own.toSorted((p, q) => (p.day < q.day ? -1 : 1));
    if (!first) return [];
    const was = labOf(first.read);
    return later.map((r) => {
      const now = labOf(r.read);
      return { month: r.day.slice(0, 7), dL: now[0] - was[0], off: deltaE00(was, now) };
    });
  });
  const rows = byName(by(again, (a) => a.month)).map(([month, own]) => [
    month,
    own.length,
    to(mean(own.map((a) => a.dL)), 2),
    to(median(own.map((a) => a.off)), 2),
  ]);
  return {
    id: 'instrument',
    question: 'Does the instrument still read a kept board as it did at first?',
    answer:
      rows.length === 0
        ? null
        : `In ${rows.at(-1)?.[0]} kept boards read ΔE00 ${rows.at(-1)?.[3]} from their first reading.`,
    columns: ['Month', 'Readings again', 'L* more than at first', 'ΔE00 from the first reading'],
    rows,
    chart: { kind: 'line', across: 0, up: [3], diagonal: false },
  };
}

function spread(raw: readonly RawBoard[]): Learned {
  const rows = by(raw, (r) => r.wood)
    .filter(([, own]) => own.length > 1)
    .map(([wood, own]) => {
      const labs = own.map((r) => labOf(r.read));
      const middle: Lab = meanLab(labs);
      const away = labs.map((lab) => deltaE00(middle, lab));
      return [wood, own.length, to(median(away), 2), to(Math.max(...away), 2)];
    })
    .sort((p, q) => Number(q[2]) - Number(p[2]));
  return {
    id: 'spread',
    question: 'How far do raw boards of one wood differ?',
    answer: rows.length < 2 ? null : `${rows[0]?.[0]} differs most, ${rows.at(-1)?.[0]} least.`,
    columns: ['Wood', 'Raw boards', 'ΔE00 from their middle, half were nearer', 'The farthest'],
    rows,
    chart: { kind: 'bar', across: 0, up: [2, 3], diagonal: false },
  };
}

function waits(waited: readonly Waited[]): Learned {
  const rows = waited
    .filter((w) => w.waits.length > 0)
    .map(({ product, label, waits: kept }) => [
      product,
      kept.length,
      label === null ? null : to(label),
      to(median(kept)),
    ])
    .sort((p, q) => Number(q[3]) - Number(p[3]));
  const told = rows.filter((r) => r[2] !== null);
  const longer = told.filter((r) => Number(r[3]) > Number(r[2])).length;
  return {
    id: 'waits',
    question: 'How long is waited before the next coat, against what the label says?',
    answer:
      told.length === 0 ? null : `${longer} of ${told.length} products were waited for longer than their label says.`,
    columns: ['Product', 'Coats', 'Label, h', 'Waited, h, half waited less'],
    rows,
    chart: { kind: 'bar', across: 0, up: [2, 3], diagonal: false },
  };
}

/** What a layer added to the miss: how far its stage is from what was promised, less what the stage before it was off already. */
function addedMisses(stages: readonly ReadStage[]) {
  return by(stages, (s) => s.board).flatMap(([, own]) => {
    let carried: Lab = [0, 0, 0];
    let stage = 0;
    return own
      .toSorted((p, q) => p.stage - q.stage)
      .flatMap((s) => {
        const [promised, read] = [labOf(s.promised), labOf(s.read)];
        const moved = promised.map((v, i) => v + nth(carried, i)) as Lab;
        const alone = s.stage === stage + 1;
        carried = read.map((v, i) => v - nth(promised, i)) as Lab;
        stage = s.stage;
        // Of two layers that were read together nobody knows which missed.
        return alone ? [{ kind: s.kind, off: deltaE00(moved, read), dL: read[0] - moved[0] }] : [];
      });
  });
}
function kindsOfMiss(stages: readonly ReadStage[]): Learned {
  const rows = by(addedMisses(stages), (m) => m.kind)
    .map(([kind, own]) => [
      KINDS[kind].label,
      own.length,
      to(median(own.map((m) => m.off)), 2),
      to(mean(own.map((m) => m.dL)), 2),
    ])
    .sort((p, q) => Number(q[2]) - Number(p[2]));
  return {
    id: 'predictions',
    question: 'Which layers are foreseen worst?',
    answer:
      rows.length === 0
        ? null
        : `${rows[0]?.[0]}: half of them were more than ΔE00 ${rows[0]?.[2]} from what was foreseen.`,
    columns: ['Layer', 'Read', 'ΔE00 that it added, half added less', 'L* more than foreseen'],
    rows,
    chart: { kind: 'bar', across: 0, up: [2], diagonal: false },
  };
}

function rework(found: readonly Rework[]): Learned {
  const rows = by(found, (f) => f.cause)
    .map(([cause, own]) => [causeOf(cause)?.name ?? cause, own.length, to(own.reduce((sum, f) => sum + f.hours, 0))])
    .sort((p, q) => Number(q[2]) - Number(p[2]));
  return {
    id: 'rework',
    question: 'What costs hours of rework?',
    answer: rows.length === 0 ? null : `${rows[0]?.[0]} cost most, ${rows[0]?.[2]} h.`,
    columns: ['Cause', 'Times', 'Hours'],
    rows,
    chart: { kind: 'bar', across: 0, up: [2], diagonal: false },
  };
}

/** What the record of a shop answers to the questions that it can. */
export const learnedFrom = ({ boards, stages, raw, readings, waited, rework: found }: Observed): Learned[] => [
  boardsPerMatch(boards),
  firstBoards(boards),
  reliability(boards),
  kindsOfMiss(stages),
  lots(stages),
  spread(raw),
  instruments(readings),
  waits(waited),
  rework(found),
];

import type { Word } from '../../core/belief/words.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { passes } from '../../core/colour/difference.ts';
import { type Lab, labOf, meanLab } from '../../core/colour/lab.ts';
import { type RunPoint, type RunTold, runOf, runTold } from '../../core/judge/run-chart.ts';
import { isColoured } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';
import type { KeptLook } from '../../shared/look.ts';
import type { StoredReading } from '../../shared/reading.ts';
import { finishedMean, isDone, sameLayer, stackAsMade } from '../board/stages.ts';
import { changedBefore, changesOf, piecesAtWork } from './pieces.ts';

/** A piece of the work as it was read when all was on. */
export interface PieceRead {
  /** The portion that it is of. */
  portion: Board;
  at: string;
  lab: Lab;
}
export interface WorkRun {
  /** What the pieces are held to: the mean of the boards they follow. */
  wanted: Lab;
  pieces: readonly (PieceRead & RunPoint)[];
  told: RunTold;
}

/** Looks at pieces when all was on, in their order: each of one that was held beside the board or the target. */
export function looksOfWork(wood: Pick<JobWood, 'pieces'>): { portion: Board; look: KeptLook; said: Word[] }[] {
  const looks = piecesAtWork(wood).flatMap((portion) =>
    portion.looks.flatMap((look) =>
      look.said && !look.wet && look.farther.length === 0 && look.stage === portion.recipe?.stack.length
        ? [{ portion, look, said: look.said }]
        : [],
    ),
  );
  return looks.sort((p, q) => Date.parse(p.look.seenAt) - Date.parse(q.look.seenAt));
}

const lastColour = (board: Board): number => stackAsMade(board).findLastIndex((l) => isColoured(l.kind)) + 1;

/** Pieces of a wood that were read when all was on, in the order in which they were; readings of one moment are of one piece. */
export function piecesRead(wood: Pick<JobWood, 'pieces'>): PieceRead[] {
  const read = piecesAtWork(wood).flatMap((portion): PieceRead[] => {
    const last = portion.recipe?.stack.length;
    const own = new Map<string, StoredReading[]>();
    for (const reading of portion.readings)
      if (reading.stage === last) own.set(reading.takenAt, [...(own.get(reading.takenAt) ?? []), reading]);
    return [...own].map(([at, readings]) => ({
      portion,
      at,
      lab: meanLab(readings.map((r) => labOf(r.grid))),
    }));
  });
  return read.sort((p, q) => Date.parse(p.at) - Date.parse(q.at));
}

/** The run of the pieces of a wood, held to the boards that have their layers; null where none of those was read in the end. */
export function runOfWork(wood: JobWood): WorkRun | null {
  const [first] = piecesAtWork(wood);
  const { recipe } = first ?? {};
  if (!first || !recipe) return null;
  const followed = wood.boards.flatMap((board) => {
    const made = stackAsMade(board);
    const alike = made.length === recipe.stack.length && made.every((l, i) => sameLayer(l, recipe.stack[i] ?? l));
    const read = alike && !board.apart && board.judged?.accepted !== false ? finishedMean(board) : null;
    return read ? [labOf(read)] : [];
  });
  const bare = recipe.expected[Math.max(0, lastColour(first) - 1)];
  if (followed.length === 0 || !bare) return null;
  const pieces = piecesRead(wood);
  const changed = changedBefore(
    pieces.map((p) => p.at),
    changesOf(wood),
  );
  const run = runOf(
    followed,
    labOf(bare),
    pieces.map((p) => p.lab),
    changed,
  );
  return {
    wanted: meanLab(followed),
    pieces: pieces.map((p, i) => ({ ...p, ...(run[i] as RunPoint) })),
    told: runTold(run, changed),
  };
}

/** What was said of pieces since something was changed last, each word in its order. */
export function saidSinceChange(wood: Pick<JobWood, 'pieces'>): Word[][] {
  const looks = looksOfWork(wood);
  const changed = changedBefore(
    looks.map((l) => l.look.seenAt),
    changesOf(wood),
  );
  return looks.slice(Math.max(0, ...changed)).map((l) => l.said);
}

/** The first piece of a wood: the rest wait until it is made, checked, and right. */
export interface FirstPiece {
  portion: Board;
  state: 'to make' | 'to check' | 'off' | 'right';
}
/** Null before any work was begun. A piece that is right after it tells as well as the first. */
export function firstPieceOf(wood: JobWood, tolerance: number): FirstPiece | null {
  const [portion] = piecesAtWork(wood);
  if (!portion) return null;
  const run = runOfWork(wood);
  const found = [
    ...(run?.pieces.map((p) => passes(deltaE00(run.wanted, p.lab), tolerance)) ?? []),
    ...looksOfWork(wood).map(({ said }) => said.every((w) => w.size === 'touch')),
  ];
  const state = found.includes(true) ? 'right' : found.length > 0 ? 'off' : isDone(portion) ? 'to check' : 'to make';
  return { portion, state };
}

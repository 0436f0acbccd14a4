import type { Spectrum } from '../../core/colour/grid.ts';
import type { Board } from '../../shared/board.ts';
import { meanRead } from '../board/stages.ts';
import type { Bench } from '../job/bench.ts';
import { settledAt } from './clock.ts';

/** Readings of a stage that were taken before its coat had settled, and those after. */
export interface Drift {
  tooEarly: number;
  wet: Spectrum;
  /** Null where it was never read dry. */
  dry: Spectrum | null;
}

/** How a board's stage read wet and dry; null where nothing of it was read too early, or nobody knows when it went on. */
export function driftOf(bench: Pick<Bench, 'materials'>, board: Board, stage: number): Drift | null {
  const coat = board.coats.find((c) => c.stage === stage);
  const settled = coat ? settledAt(bench, coat) : null;
  if (settled === null) return null;
  const readings = board.readings.filter((r) => r.stage === stage);
  const early = readings.filter((r) => Date.parse(r.takenAt) < settled);
  const wet = meanRead(early);
  return wet && { tooEarly: early.length, wet, dry: meanRead(readings.filter((r) => !early.includes(r))) };
}

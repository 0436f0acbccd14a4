import { meanSpectrum, type Spectrum } from '../../core/colour/grid.ts';
import { isMixUp, strayOf } from '../../core/judge/mix-up.ts';
import { nth } from '../../core/known.ts';
import { type Layer, type Stack, setting, traitsOf } from '../../core/layers/layer.ts';

/** What of a board its stages are known by: any record that has these will do. */
export interface Staged {
  recipe: { stack: Stack; expected: readonly (readonly number[])[] } | null;
  coats: readonly { stage: number; layer: Layer }[];
  readings: readonly { stage: number | null; grid: readonly number[]; source?: string }[];
}

/** Mean of readings of one thing, or null when there is none. What was told in words gives way to what was read. */
export function meanRead(readings: readonly { source?: string; grid: readonly number[] }[]): Spectrum | null {
  const read = readings.filter((r) => r.source !== 'words');
  const counted = read.length > 0 ? read : readings;
  return counted.length > 0 ? meanSpectrum(counted.map((r) => r.grid)) : null;
}

/** Mean reading of one stage of a board (0 = raw), or null when it has none. */
export function stageMean({ readings }: Pick<Staged, 'readings'>, stage: number): Spectrum | null {
  return meanRead(readings.filter((r) => r.stage === stage));
}

/** Highest stage that has been read: 0 raw, or -1 before any reading. */
export const lastRead = ({ readings }: Pick<Staged, 'readings'>): number =>
  readings.reduce((most, r) => Math.max(most, r.stage ?? -1), -1);

/** How many layers are on: a coat put on says so, and so does a reading after it. */
export const layersOn = (board: Pick<Staged, 'coats' | 'readings'>): number =>
  board.coats.reduce((most, c) => Math.max(most, c.stage), Math.max(0, lastRead(board)));

/** True once the last layer is on, read or not. */
export const isDone = (board: Staged): boolean =>
  board.recipe !== null && board.recipe.stack.length > 0 && layersOn(board) >= board.recipe.stack.length;

/** True once the last layer has been read. */
export const isRead = (board: Staged): boolean =>
  board.recipe !== null && board.recipe.stack.length > 0 && lastRead(board) >= board.recipe.stack.length;

/** Nothing is left to be done on it: it was read, or somebody has judged it as it is. */
export const isSettled = (board: Staged & { judged: unknown }): boolean =>
  isRead(board) || (isDone(board) && board.judged !== null);

/** The finished colour of a board, or null before its last layer is read. */
export const finishedMean = (board: Staged): Spectrum | null =>
  board.recipe && isRead(board) ? stageMean(board, board.recipe.stack.length) : null;

/** The layers as they were put on, amounts really used; those still to come as planned. */
export const stackAsMade = ({ recipe, coats }: Pick<Staged, 'recipe' | 'coats'>): Stack =>
  (recipe?.stack ?? []).map((planned, i) => coats.find((c) => c.stage === i + 1)?.layer ?? planned);

/** What a board has read with layers on, the first first; nothing while it is raw. */
export function measuredOf(board: Pick<Staged, 'readings'>): { layers: number; reading: Spectrum }[] {
  return Array.from({ length: Math.max(0, lastRead(board)) }, (_, i) => i + 1).flatMap((layers) => {
    const reading = stageMean(board, layers);
    return reading ? [{ layers, reading }] : [];
  });
}

export const sameLayer = (p: Layer, q: Layer): boolean => canonical(p) === canonical(q);
const canonical = ({ kind, colours, medium, settings, method }: Layer) =>
  JSON.stringify([kind, Object.entries(colours).sort(), medium ?? '', Object.entries(settings).sort(), method ?? '']);

/**
 * The first stage of a board whose reading cannot belong to its recipe, or null: nothing is learned from such a board.
 * From the first coat that was put on otherwise than planned, the plan is no measure.
 */
export function mixedUpStage(board: Staged): number | null {
  const { recipe } = board;
  if (!recipe) return null;
  const made = stackAsMade(board);
  let read = { stage: 0, strayed: 0 };
  for (const [i, planned] of recipe.stack.entries()) {
    const stage = i + 1;
    if (!sameLayer(nth(made, i), planned)) return null;
    const [measured, promised] = [stageMean(board, stage), recipe.expected[stage]];
    if (!measured || !promised) continue;
    if (isMixUp(promised, measured, { coats: stage - read.stage, strayed: read.strayed })) return stage;
    read = { stage, strayed: strayOf(promised, measured) };
  }
  return null;
}

/** Coats of clear that are on a finished board. */
export const clearCoatsOn = (board: Pick<Staged, 'recipe' | 'coats'>): number =>
  stackAsMade(board).reduce((sum, l) => sum + (traitsOf(l).clear ? setting(l, 'coats') : 0), 0);

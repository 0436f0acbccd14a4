import { KINDS, type Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { Opening } from '../../core/match/problem.ts';

/** What a search may use: kept per job. */
export interface Choice {
  /** Colourants that must not be used. */
  barred: string[];
  /** Layers (by place in the stack) that keep their colours as they are. */
  closed: number[];
  most: number;
}
export const ANYTHING: Choice = { barred: [], closed: [], most: 4 };

/** The layers of a stack that a search may fill, and with which colours; the first `done` are on the board already. */
export const openingsOf = (stack: Stack, materials: Materials, choice: Choice, done: number): Opening[] =>
  stack.flatMap((layer, i) => {
    const colourants = Object.values(materials.colourants).filter(
      (c) => c.kind === KINDS[layer.kind].takes && !choice.barred.includes(c.id),
    );
    const solvable = layer.kind !== 'reactive' && layer.kind !== 'filler';
    return i >= done && solvable && colourants.length > 0 && !choice.closed.includes(i)
      ? [{ layer: i, colourants: colourants.map((c) => c.id) }]
      : [];
  });

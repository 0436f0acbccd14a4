import { KINDS, type LayerKind, type Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { Opening } from '../../core/match/problem.ts';

/** What a search may use: kept per job. */
export interface Choice {
  /** Colourants that must not be used. */
  barred: string[];
  /** Kinds of layer that keep their colours as they are, wherever in a stack they stand. */
  closed: LayerKind[];
  most: number;
}
export const ANYTHING: Choice = { barred: [], closed: [], most: 4 };

/** Kinds of layer that a search can find colours for; reactive colour and filler are set by hand. */
export const solvable = (kind: LayerKind): boolean =>
  KINDS[kind].takes !== 'none' && kind !== 'reactive' && kind !== 'filler';

/** The layers of a stack that a search may fill, and with which colours; the first `done` are on the board already. */
export const openingsOf = (stack: Stack, materials: Materials, choice: Choice, done: number): Opening[] =>
  stack.flatMap((layer, i) => {
    const colourants = Object.values(materials.colourants).filter(
      (c) => c.kind === KINDS[layer.kind].takes && !choice.barred.includes(c.id),
    );
    return i >= done && solvable(layer.kind) && colourants.length > 0 && !choice.closed.includes(layer.kind)
      ? [{ layer: i, colourants: colourants.map((c) => c.id) }]
      : [];
  });

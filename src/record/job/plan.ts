import { FieldError } from '../../core/field-error.ts';
import { nth } from '../../core/known.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { gramsPerLitreOf, pourings } from '../../core/mix/index.ts';
import type { MadeWith } from '../../shared/board.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { layersOn, sameLayer, stackAsMade } from '../board/stages.ts';
import type { Bench, BoardModel } from './bench.ts';
import { promisedLooks } from './bench.ts';

/** What a recipe keeps when it is planned for a board. */
export interface BoardPlan {
  stack: Stack;
  /** Expected reading after every stage, raw first. */
  expected: number[][];
  madeWith: MadeWith;
}

/**
 * A recipe planned for a board: layers that are on stay as they were put on, stages already read keep what was promised
 * of them, and the versions of everything it was predicted with are written down.
 * @throws FieldError on a stack that is refused, cannot be poured, or changes what is on the board
 */
export function planFor(bench: Bench, model: BoardModel, asked: Stack, litres: number): BoardPlan {
  const { board } = model;
  const done = layersOn(board);
  const made = stackAsMade(board);
  if (
    asked.length < done ||
    asked.slice(0, done).some((l, i) => !sameLayer(l, nth(made, i)) && !sameLayer(l, board.recipe?.stack[i] ?? l))
  )
    throw new FieldError('stack', 'Layers that are on the board cannot be changed. Take a new board.');
  const stack = [...made.slice(0, done), ...asked.slice(done)];
  const looks = promisedLooks(bench, model, stack);
  for (const layer of stack.slice(done)) {
    const colours = Object.entries(layer.colours).map(([id, s]) => [
      id,
      gramsPerLitreOf(bench.materials.colourants[id], s),
    ]);
    if (colours.length > 0) pourings(Object.fromEntries(colours), litres);
  }
  return {
    stack,
    expected: looks.map((look, i) => (i > 0 && i <= done && board.recipe?.expected[i]) || Array.from(look.reading)),
    madeWith: versionsOf(bench.shelf, model.species.id, stack),
  };
}

/** The versions of the wood and of everything in a stack. */
export function versionsOf(shelf: Shelf, species: string, stack: Stack): MadeWith {
  const ids = new Set(stack.flatMap((l) => [...Object.keys(l.colours), ...(l.medium ? [l.medium] : [])]));
  const versions = (list: readonly { id: string; version: number }[]) =>
    Object.fromEntries(list.filter((x) => ids.has(x.id)).map((x) => [x.id, x.version]));
  return {
    species: Object.fromEntries(shelf.species.filter((s) => s.id === species).map((s) => [s.id, s.version])),
    colourants: versions(shelf.colourants),
    mediums: versions(shelf.mediums),
  };
}

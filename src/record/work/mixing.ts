import type { Stack } from '../../core/layers/layer.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import { type ProductFacts, potSteps, type SheetOf, type Step, stepsOf } from '../../core/mix/index.ts';
import type { Recipe } from '../../shared/board.ts';
import { claimOf, type Sheet } from '../../shared/sheet.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { asPoured, potOf } from '../board/poured.ts';
import { layersOn, measuredOf, stackAsMade } from '../board/stages.ts';
import { type Bench, type BoardModel, problemOf } from '../job/bench.ts';
import { ownColours } from '../job/openings.ts';
import { dryingFacts } from '../shelf/materials.ts';

const factsOf = (
  { sheet, caution }: { sheet: Sheet; caution: string },
  thinners: ReadonlyMap<string, string>,
): ProductFacts => ({
  form: sheet.form,
  density: sheet.density,
  bulkDensity: sheet.bulkDensity,
  dropsPerMl: sheet.dropsPerMl,
  hardener: sheet.hardener,
  ...dryingFacts(sheet),
  thinning: claimOf(sheet, 'thinning'),
  canMl: sheet.canMl,
  // A supply by its code is called by its name.
  thinner: sheet.thinner ? (thinners.get(sheet.thinner) ?? sheet.thinner) : null,
  caution,
});

/** What mixing asks for of every colour, medium and supply of the shelf, by id. */
export function factsOfShelf({ colourants, mediums, supplies }: Shelf): Record<string, ProductFacts> {
  const names = new Map(supplies.map((s) => [s.id, s.name.toLowerCase()]));
  return Object.fromEntries([...supplies, ...mediums, ...colourants].map((item) => [item.id, factsOf(item, names)]));
}

/** The mix sheet of a board's recipe: all that is poured, done and waited for, in order. */
export function mixSheet(
  { shelf, materials }: Bench,
  { preparation, board }: BoardModel,
  recipe: Recipe,
  { system, tools, drying }: Pick<SheetOf, 'system' | 'tools' | 'drying'> = {},
): Step[] {
  const sheet = {
    stack: recipe.stack,
    preparation,
    materials,
    facts: factsOfShelf(shelf),
    system,
    tools,
    drying,
    batchOf: (stage: number) => potOf(recipe, stage, materials),
  };
  // Pieces share their pots; what is put on is kept of each portion.
  return board.pieces ? recipe.stack.flatMap((layer, i) => potSteps(layer, i + 1, sheet)) : stepsOf(sheet);
}

/** Whether a step is done: ticked, or of a layer that is on the board. */
export function isStepDone(
  { done }: Pick<Recipe, 'done'>,
  { board }: Pick<BoardModel, 'board'>,
  { key, stage, afterLast = false }: Pick<Step, 'key' | 'stage' | 'afterLast'>,
): boolean {
  const on = layersOn(board);
  return done.some((d) => d.step === key) || stage < on || (stage === on && on > 0 && !afterLast);
}

/** The board's layers with what was really put on, and what was really poured for those still to come. */
export function stackAsPoured(model: Pick<BoardModel, 'board'>, recipe: Recipe, { materials }: Bench) {
  const on = layersOn(model.board);
  return stackAsMade(model.board).map((layer, i) => (i < on ? layer : asPoured(recipe, i + 1, materials)));
}

/** The matching problem of a board as it is poured: what was read stays as it was read, what is still to come is open. */
export function problemAsPoured(bench: Bench, model: BoardModel, stack: Stack): MatchProblem | null {
  const measured = measuredOf(model.board);
  const done = measured.at(-1)?.layers ?? 0;
  const open = ownColours(stack.map((layer, i) => (i < done ? { ...layer, colours: {} } : layer)));
  return problemOf(bench, model, stack, open, measured);
}

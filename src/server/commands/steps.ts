import { FieldError } from '../../core/field-error.ts';
import { leftText } from '../../core/mix/index.ts';
import { partsOfKey } from '../../core/mix/step.ts';
import { isShortOf, takenFromLot } from '../../record/shelf/lots.ts';
import type { Board } from '../../shared/board.ts';
import type { Lot } from '../../shared/lot.ts';
import type { PotsInput, StepInput } from '../../shared/steps.ts';
import type { Queries } from '../db/db.ts';
import { boardById } from '../repositories/boards.ts';
import { insertEvent } from '../repositories/events.ts';
import { lotById } from '../repositories/lots.ts';
import { insertPot, insertStep, setStepDeleted, stepById } from '../repositories/steps.ts';
import { wholeBoard, workOn } from './boards.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';
import { itemOf } from './supplies.ts';

/** The recipe of a board that is at work. */
async function recipeOf(tx: Queries, board: string) {
  const work = await workOn(tx, board);
  const recipe = (await boardById(tx, board))?.recipe;
  if (!recipe) throw new Refusal(409, 'This board has no recipe yet: plan its layers first.', 'recipe');
  return { recipe, job: work.jobId };
}

/** What a pour takes from its lot, in the lot's unit. @throws FieldError where the density that it takes is missing */
async function takenFrom(tx: Queries, lot: Lot, poured: StepInput): Promise<number | null> {
  const { name, sheet } = await itemOf(tx, lot.item);
  return takenFromLot(lot, poured, { name, ...sheet });
}

/** A step of the mix sheet is done; a pour takes from the lot it came out of. */
export async function doStep({ db }: Shop, by: Actor, board: string, input: StepInput): Promise<Board> {
  await db.transaction(async (tx) => {
    const { recipe, job } = await recipeOf(tx, board);
    if (recipe.done.some((d) => d.id === input.id)) return;
    const { stage } = partsOfKey(input.step);
    if (stage > recipe.stack.length)
      throw new FieldError('step', `This recipe has ${recipe.stack.length} layers; there is no stage ${stage}.`);
    if (recipe.done.some((d) => d.step === input.step))
      throw new Refusal(409, 'This step is done already. Take it back to do it again.', 'step');
    const lot = input.lotId ? await lotById(tx, input.lotId) : null;
    if (input.lotId && !lot) throw notFound('lot');
    const taken = lot && (await takenFrom(tx, lot, input));
    if (lot && taken && lot.left !== null && !input.overdrawn && isShortOf(lot.left, taken))
      throw new Refusal(
        409,
        `Lot ${lot.code || 'without a code'} has ${leftText(Math.max(0, lot.left), lot.unit)} left, and this takes ${leftText(taken, lot.unit)}: take another lot or half the batch, or count it again.`,
        'lotId',
      );
    const { id, step, grams = null, millilitres = null } = input;
    await insertStep(tx, { id, recipe: recipe.id, step, grams, millilitres, lot: lot?.id ?? null, taken, by });
    const detail = { recipe: recipe.number, step, grams, millilitres, lot: lot?.code ?? null };
    await insertEvent(tx, { kind: 'step done', by, job, board, detail });
  });
  return wholeBoard(db, board);
}

async function markStep({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<Board> {
  const board = await db.transaction(async (tx) => {
    const step = await stepById(tx, id);
    if (!step) throw notFound('step');
    const { job } = await recipeOf(tx, step.boardId);
    if (step.deleted === archived) return step.boardId;
    if (!(await setStepDeleted(tx, id, archived)))
      throw new Refusal(409, 'This step was done again meanwhile.', 'step');
    const kind = archived ? 'step taken back' : 'step done';
    await insertEvent(tx, { kind, by, job, board: step.boardId, detail: { step: step.step } });
    return step.boardId;
  });
  return wholeBoard(db, board);
}
export const takeStepBack = (shop: Shop, by: Actor, id: string) => markStep(shop, by, id, true);
export const restoreStep = (shop: Shop, by: Actor, id: string) => markStep(shop, by, id, false);

/** Layers of a recipe are mixed in batches of their own: another volume, or solved again after too much was poured. */
export async function setPots({ db }: Shop, by: Actor, board: string, { pots }: PotsInput): Promise<Board> {
  await db.transaction(async (tx) => {
    const { recipe, job } = await recipeOf(tx, board);
    for (const pot of pots) {
      const layer = recipe.stack[pot.stage - 1];
      if (!layer)
        throw new FieldError('stage', `This recipe has ${recipe.stack.length} layers; there is no stage ${pot.stage}.`);
      const other = Object.keys(pot.grams).find((id) => !(id in layer.colours));
      if (other) throw new FieldError('grams', `“${other}” is no colour of this layer. Plan a new recipe for it.`);
      if (await insertPot(tx, recipe.id, pot, by))
        await insertEvent(tx, {
          kind: 'pot changed',
          by,
          job,
          board,
          detail: { recipe: recipe.number, stage: pot.stage, layer: layer.kind, litres: pot.litres },
        });
    }
  });
  return wholeBoard(db, board);
}

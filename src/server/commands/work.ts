import { nth } from '../../core/known.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { boardCode, recordCode } from '../../record/board/codes.ts';
import { stackAsMade, stageMean } from '../../record/board/stages.ts';
import { preparationOf, woodNamed } from '../../record/board/wood.ts';
import { openBench } from '../../record/job/bench.ts';
import { versionsOf } from '../../record/job/plan.ts';
import { piecesAtWork, potsForPieces } from '../../record/work/pieces.ts';
import { mayBeFollowed } from '../../record/work/work.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import type { NewWork } from '../../shared/work.ts';
import { insertPieces, insertRecipe, putOnRecipe } from '../repositories/boards.ts';
import { insertEvent } from '../repositories/events.ts';
import { house } from '../repositories/house.ts';
import { woodById } from '../repositories/jobs.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { insertPot } from '../repositories/steps.ts';
import { wholeJob } from './jobs.ts';
import { notFound, Refusal } from './refusal.ts';
import { type Actor, mustBeAtWork, type Shop } from './shop.ts';

/**
 * Begins the work of a wood. All its portions share one recipe: the layers of the board as they were put on, what was read of it
 * as what is expected, and one batch of each layer for all pieces. Asked twice it begins once.
 */
export async function beginWork({ db, learning }: Shop, by: Actor, id: string, input: NewWork): Promise<Job> {
  const found = await woodById(db, id);
  if (!found) throw notFound('wood');
  mustBeAtWork(found);
  const job = await wholeJob(db, found.jobId);
  const wood = job.woods.find((w) => w.id === id);
  if (!wood) throw notFound('wood');
  if (wood.pieces.some((p) => input.portions.some((n) => n.id === p.id))) return job;
  const shelf = await wholeShelf(db);
  const pattern = wood.boards.find((b) => b.id === input.board);
  const { recipe } = pattern ?? {};
  if (!pattern || !recipe) throw new Refusal(409, 'Pieces follow a board of their own wood.', 'board');
  if (!mayBeFollowed(job, wood, pattern, shelf))
    throw new Refusal(
      409,
      'This board does not pass yet: its pieces wait until it does, or until it is accepted.',
      'board',
    );
  for (const part of new Set(input.portions.map((p) => p.part))) {
    const own = job.parts.find((p) => p.id === part && p.woodId === id);
    if (!own) throw new Refusal(409, 'This part is not made of this wood.', 'portions');
    const there = piecesAtWork(wood).flatMap((b) => b.pieces ?? []);
    const all = [...input.portions, ...there].filter((p) => p.part === part);
    const count = all.reduce((sum, p) => sum + p.count, 0);
    if (count > own.count)
      throw new Refusal(409, `There are ${own.count} of ${own.name}, and ${count} would be at work.`, 'portions');
    if (new Set(all.map((p) => p.portion)).size < all.length)
      throw new Refusal(409, `A portion of ${own.name} is begun already.`, 'portions');
  }
  const stack = stackAsMade(pattern);
  const { bench: tools } = await house(db);
  const pots = potsForPieces(openBench(job, shelf, NOTHING_LEARNED), wood, stack, tools.spare);
  await db.transaction(async (tx) => {
    const recipeId = newId();
    const first = nth(input.portions, 0);
    for (const portion of input.portions) await insertPieces(tx, id, portion);
    await insertRecipe(tx, id, first.id, {
      id: recipeId,
      stack,
      litres: Math.max(...pots.map((p) => p.litres)),
      origin: 'work',
      preparation: preparationOf(wood, pattern),
      madeWith: versionsOf(shelf, wood.speciesId, stack),
      expected: recipe.expected.map((promised, stage) => Array.from(stageMean(pattern, stage) ?? promised)),
      learnedFrom: [],
      knowledge: null,
      after: {
        board: pattern.id,
        code: recordCode(job.number, boardCode(wood.code, pattern.number)),
        how: 'as it was',
      },
      chance: null,
    });
    for (const pot of pots) await insertPot(tx, recipeId, { id: newId(), ...pot }, by);
    await putOnRecipe(
      tx,
      recipeId,
      input.portions.map((p) => p.id),
    );
    const pieces = input.portions.reduce((sum, p) => sum + p.count, 0);
    const detail = { pieces, board: pattern.number, wood: woodNamed(shelf, wood) };
    await insertEvent(tx, { kind: 'work begun', by, job: job.id, board: pattern.id, detail });
  });
  learning.changed(job.id);
  return wholeJob(db, job.id);
}

import type { Stack } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { Part } from '../../shared/part.ts';
import type { Pot } from '../../shared/steps.ts';
import type { PiecesOf } from '../../shared/work.ts';
import { isDone } from '../board/stages.ts';
import type { Bench } from '../job/bench.ts';
import { sumOfAreas } from '../job/parts.ts';
import { LEAST_LITRES, litresOn } from './batches.ts';
import { potFor } from './cost.ts';

/** The pieces of a wood that are worked on, by part and portion; those that were put away are not. */
export const piecesAtWork = ({ pieces }: Pick<JobWood, 'pieces'>): Board[] => pieces.filter((b) => !b.archived);

/** A portion as it is called: how many of what, and which of how many where there are several. */
export const portionName = (
  { name }: Pick<Part, 'name'>,
  { portion, count }: Pick<PiecesOf, 'portion' | 'count'>,
  portions: number,
): string => `${count} × ${name}${portions > 1 ? `, ${portion} of ${portions}` : ''}`;

/** How many portions of a part are at work. */
export const portionsAtWork = (wood: Pick<JobWood, 'pieces'>, { id }: Pick<Part, 'id'>): number =>
  piecesAtWork(wood).filter((b) => b.pieces?.part === id).length;

/** The parts that are made of a wood. */
export const partsOfWood = ({ parts }: Pick<Job, 'parts'>, wood: Pick<JobWood, 'id'>): Part[] =>
  parts.filter((p) => p.woodId === wood.id);

/** How far the pieces of a wood are: how many there are, and how many have all coats on. */
export function progressOf({ pieces }: Pick<JobWood, 'pieces'>): { all: number; done: number } {
  const at = piecesAtWork({ pieces });
  const count = (boards: readonly Board[]) => boards.reduce((sum, b) => sum + (b.pieces?.count ?? 0), 0);
  return { all: count(at), done: count(at.filter(isDone)) };
}

/** What is mixed for all pieces of a wood together: a pot a layer, for the area that matters and the spare over it. */
export function potsForPieces(bench: Bench, wood: JobWood, stack: Stack, spare: number): Pot[] {
  const { matters: area } = sumOfAreas(partsOfWood(bench.job, wood));
  return stack.map((layer, i): Pot => {
    const litres = Math.max(LEAST_LITRES, litresOn(area, layer, bench.shelf, spare));
    return { stage: i + 1, ...potFor(layer, litres, bench.materials) };
  });
}

import type { Spectrum } from '../../core/colour/grid.ts';
import { nth } from '../../core/known.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { type MatchProblem, ONLY_DAYLIGHT, weightedLights } from '../../core/match/problem.ts';
import type { JobWood } from '../../shared/job.ts';
import type { StandIns } from '../../shared/jobs-file.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { type Bench, type BoardModel, boardModel, nextBoardModel, problemOf } from '../job/bench.ts';
import { ownColours } from '../job/openings.ts';
import { ruleFacts } from '../job/rules.ts';
import { itemsOf, materialsOf, onHandOf } from '../shelf/materials.ts';
import { nearestOwn, stackWith } from '../whole/stand-ins.ts';

/** A product of a recipe that is no longer on the shelf. */
export interface Gone {
  /** e.g. colourant/honey */
  item: string;
  name: string;
  /** The nearest to it that is there, else null. */
  nearest: string | null;
}

/** Products of a stack that are put away, or that the shelf never had. */
export function goneOf(stack: Stack, shelf: Shelf): Gone[] {
  const [all, own] = [materialsOf(shelf), onHandOf(shelf)];
  const named = [...shelf.colourants, ...shelf.mediums, ...shelf.supplies];
  return itemsOf(stack).flatMap((item): Gone[] => {
    const [kind, id = ''] = item.split('/');
    const there = kind === 'colourant' ? own.colourants[id] : kind === 'medium' ? own.mediums[id] : own.supplies[id];
    if (there) return [];
    return [
      { item, name: named.find((p) => p.id === id)?.name ?? id, nearest: nearestOwn(item, all, own, ruleFacts(shelf)) },
    ];
  });
}

/** A stack with what stands for the products that are gone. */
export const withInstead = (stack: Stack, standIns: StandIns, shelf: Shelf): Stack =>
  stackWith(stack, standIns, materialsOf(shelf), onHandOf(shelf));

/** A recipe that is to be made again on the next board of a wood. */
export interface RepeatOnWood {
  model: BoardModel;
  /** What is to come of it; null where nothing is to be matched, or a colour without a ladder hides it. */
  problem: MatchProblem | null;
}

/**
 * A stack on the next board of a wood of a job.
 * @param colour what is to come of it: a colour of its own, or null for the target of the job
 * @param oneLight that colour is known for daylight alone
 */
export function repeatOn(
  bench: Bench,
  wood: JobWood,
  stack: Stack,
  colour: Spectrum | null,
  oneLight = false,
): RepeatOnWood | null {
  const first = boardModel(bench, wood, nth(wood.boards, 0));
  if (!first) return null;
  const next = nextBoardModel(bench, first);
  if (!colour) return { model: next, problem: problemOf(bench, next, stack, ownColours(stack)) };
  const target = { reflectance: colour, seen: colour, singleLight: oneLight };
  const model = { ...next, target };
  const problem = problemOf(bench, model, stack, ownColours(stack));
  // What looks told of the job's own target says nothing of this colour.
  const { unsure: _, ...plain } = problem ?? { unsure: undefined };
  return {
    model,
    problem: problem && {
      ...(plain as MatchProblem),
      target,
      lights: oneLight ? ONLY_DAYLIGHT : weightedLights(bench.job.lights),
    },
  };
}

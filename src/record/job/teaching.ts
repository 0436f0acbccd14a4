import { passes } from '../../core/colour/difference.ts';
import { labOf } from '../../core/colour/lab.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { ColourUse, LadderSoFar } from '../../core/learn/teaching.ts';
import { makeEvaluator } from '../../core/match/evaluator.ts';
import { sensitivityOf, TOO_MUCH } from '../../core/match/pourable.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { onTheShelf } from '../shelf/materials.ts';
import { type Bench, nextBoardModel, problemOf } from './bench.ts';
import { sharedRungs } from './ladders.ts';
import { ownColours, solvable } from './openings.ts';
import { standingOf } from './standing.ts';

/** The ladders of the shelf's colours, as far as they go. */
export const laddersOf = ({ colourants }: Pick<Shelf, 'colourants'>): LadderSoFar[] =>
  onTheShelf(colourants).map(({ id, kind, maxStrength, rungs }) => ({
    id,
    kind,
    maxStrength,
    rungs: [
      ...rungs.map((rung) => ({ rung, strength: rung.strength })),
      ...sharedRungs(colourants, id).map(({ rung }) => ({ rung, strength: rung.beside[id] ?? 0 })),
    ].map(({ rung, strength }) => ({
      strength,
      ground: labOf(Float64Array.from(rung.before))[0],
      together: 1 + Object.keys(rung.beside).length,
    })),
  }));

/** What a wood of the job is to be coloured with next: its draft, else the last recipe; nothing once a board has passed. */
function wantedOn(bench: Bench, wood: Bench['job']['woods'][number]): Stack | null {
  const standing = standingOf(bench, wood);
  if (standing.kind === 'measured' && passes(standing.deltaE, bench.job.tolerance)) return null;
  return wood.draft ?? wood.boards.findLast((b) => b.recipe)?.recipe?.stack ?? null;
}

/** The colours that a job at work is to be mixed with, and what a doubt of each costs there. */
export function usesOf(bench: Bench): ColourUse[] {
  return bench.job.woods.flatMap((wood) => {
    const stack = wantedOn(bench, wood);
    const species = bench.shelf.species.find((s) => s.id === wood.speciesId);
    const known = stack?.every((l) => Object.keys(l.colours).every((id) => bench.materials.colourants[id]));
    if (!stack || !species || !known) return [];
    const open = ownColours(stack).filter(({ layer }) => solvable(stack[layer]?.kind ?? 'clear'));
    const problem = problemOf(bench, nextBoardModel(bench, { wood, species }), stack, open);
    if (!problem) return [];
    const evaluator = makeEvaluator(problem);
    const moved = sensitivityOf(evaluator, evaluator.amountsOf(stack));
    return open.flatMap(({ layer, colourants }) =>
      colourants.flatMap((id): ColourUse[] => {
        const strength = stack[layer]?.colours[id] ?? 0;
        return strength > 0 ? [{ colourant: id, strength, weight: (moved[id] ?? 0) / Math.log(TOO_MUCH) }] : [];
      }),
    );
  });
}

import type { Light } from '../colour/lights.ts';
import { metamerismIndex } from '../colour/metamerism.ts';
import type { Stack } from '../layers/layer.ts';
import { makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { refine } from './search.ts';

/** What parts a stack from its target under a lamp, should they match by daylight. */
export interface LampFault {
  /** Special index of metamerism of the stack as it is, CIEDE2000. */
  now: number;
  /** The colour that does it, and what is left of the index and of the difference by daylight where others do its work; null where no single one does. */
  blamed: { colourant: string; index: number; deltaE: number } | null;
}

/** An index below this no eye sees. */
const SEEN = 0.3;
/** A colour is to blame where the index is no more than this share without it. */
const LESSENED = 0.67;

/**
 * Which colour of a stack makes it part from its target under a lamp: that without which the others, solved again, part from it
 * least.
 * @param problem with the stack's own colours open @param tolerance CIEDE2000 by daylight
 */
export function lampFault(problem: MatchProblem, stack: Stack, lamp: Light, tolerance: number): LampFault {
  const wanted = problem.target.reflectance;
  const evaluator = makeEvaluator(problem);
  const now = metamerismIndex(wanted, evaluator.reading(evaluator.amountsOf(stack)), lamp);
  if (now < SEEN) return { now, blamed: null };
  const used = [...new Set(problem.open.flatMap((o) => o.colourants))];
  const without = used.flatMap((colourant) => {
    const open = problem.open.flatMap(({ layer, colourants }) => {
      const others = colourants.filter((c) => c !== colourant);
      return others.length > 0 ? [{ layer, colourants: others }] : [];
    });
    if (open.length === 0) return [];
    const emptied = stack.map((layer) => ({
      ...layer,
      colours: Object.fromEntries(Object.entries(layer.colours).filter(([id]) => id !== colourant)),
    }));
    const other = { ...problem, stack: emptied, open };
    const solved = refine(other, emptied);
    const there = makeEvaluator(other);
    const index = metamerismIndex(wanted, there.reading(there.amountsOf(solved.stack)), lamp);
    return [{ colourant, index, deltaE: solved.deltaE[0] ?? 0 }];
  });
  const [blamed] = without
    .filter(({ index, deltaE }) => index <= LESSENED * now && deltaE <= Math.max(tolerance, 1.5 * now))
    .sort((p, q) => p.index - q.index);
  return { now, blamed: blamed ?? null };
}

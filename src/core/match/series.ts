import { deltaE00 } from '../colour/ciede2000.ts';
import { spectrum } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import type { Stack } from '../layers/layer.ts';
import { makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';

export interface SeriesBoard {
  label: string;
  stack: Stack;
}

const BISECTIONS = 40;

type Along = (share: number) => Stack;

/** Finished colour of a stack whose open colours are all given. */
function finisher(problem: MatchProblem): (stack: Stack) => Lab {
  const evaluator = makeEvaluator(problem);
  return (stack) => labOf(spectrum(evaluator.reading(evaluator.amountsOf(stack))));
}

/** The share along a path at which the colour has come a given CIEDE2000 from where it starts. */
function shareAt(along: Along, finished: (stack: Stack) => Lab, start: Lab, wanted: number, most: number): number {
  let low = 0;
  let high = most;
  for (let i = 0; i < BISECTIONS; i++) {
    const mid = (low + high) / 2;
    if (deltaE00(start, finished(along(mid))) < wanted) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

const withStrength = (stack: Stack, layer: number, id: string, strength: number): Stack =>
  stack.map((l, i) => (i === layer ? { ...l, colours: { ...l.colours, [id]: strength } } : l));

/** Strengths of one colour spaced evenly in CIEDE2000 from none to its strongest use, the weakest first. */
function evenStrengths(
  problem: MatchProblem,
  stack: Stack,
  layer: number,
  id: string,
  top: number,
  steps: number,
): number[] {
  const finished = finisher(problem);
  const along: Along = (strength) => withStrength(stack, layer, id, strength);
  const start = finished(along(0));
  const whole = deltaE00(start, finished(along(top)));
  return Array.from({ length: steps }, (_, i) => shareAt(along, finished, start, (whole * (i + 1)) / steps, top));
}

const check = (steps: number, most: number) => {
  if (!Number.isInteger(steps) || steps < 2 || steps > most)
    throw new FieldError('steps', `A series has 2 to ${most} steps.`);
};

/** One colour at several strengths, evenly spaced in CIEDE2000, the rest of the stack as it is. */
export function ladderBoards(
  problem: MatchProblem,
  stack: Stack,
  layer: number,
  id: string,
  steps: number,
): SeriesBoard[] {
  check(steps, 8);
  const { name, maxStrength } = problem.materials.colourants[id];
  const top = Math.min(maxStrength, 2 * (stack[layer].colours[id] || maxStrength / 2));
  return evenStrengths(problem, stack, layer, id, top, steps).map((strength, i) => ({
    label: `${name} ${i + 1} of ${steps}`,
    stack: withStrength(stack, layer, id, strength),
  }));
}

/** Two colours crossed, each evenly spaced in CIEDE2000. */
export function gridBoards(
  problem: MatchProblem,
  stack: Stack,
  layer: number,
  ids: readonly [string, string],
  steps: number,
): SeriesBoard[] {
  check(steps, 4);
  if (ids[0] === ids[1]) throw new FieldError('colours', 'A grid crosses two different colours.');
  const axes = ids.map((id) => {
    const top = Math.min(problem.materials.colourants[id].maxStrength, 2 * (stack[layer].colours[id] || 5));
    return evenStrengths(problem, stack, layer, id, top, steps);
  });
  const [first, second] = ids.map((id) => problem.materials.colourants[id].name);
  return axes[0].flatMap((a, i) =>
    axes[1].map((b, k) => ({
      label: `${first} ${i + 1} × ${second} ${k + 1}`,
      stack: withStrength(withStrength(stack, layer, ids[0], a), layer, ids[1], b),
    })),
  );
}

/** Lighter, on and darker, a given CIEDE2000 apart: all colours weaker or stronger together. */
export function bracketBoards(problem: MatchProblem, stack: Stack, apart: number): SeriesBoard[] {
  if (!(apart >= 0.5 && apart <= 10))
    throw new FieldError('apart', 'The boards of a bracket stand 0.5 to 10 ΔE00 apart.');
  const finished = finisher(problem);
  const scaled = (factor: number): Stack =>
    stack.map((layer) => ({
      ...layer,
      colours: Object.fromEntries(
        Object.entries(layer.colours).map(([id, s]) => [
          id,
          Math.min(problem.materials.colourants[id].maxStrength, s * factor),
        ]),
      ),
    }));
  const start = finished(stack);
  const lighter = shareAt((share) => scaled(1 - share), finished, start, apart, 1);
  const darker = shareAt((share) => scaled(1 + share), finished, start, apart, 4);
  return [
    { label: 'lighter', stack: scaled(1 - lighter) },
    { label: 'on', stack },
    { label: 'darker', stack: scaled(1 + darker) },
  ];
}

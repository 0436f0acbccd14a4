import { KINDS } from '../../core/kinds/index.ts';
import { type Layer, newLayer, type Stack, traitsOf } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import { cleanColours, type Help } from '../../core/match/reach.ts';
import { type Bench, type BoardModel, nextBoardModel, problemOf } from './bench.ts';
import { ANYTHING, openingsOf, simpleStack, withGlaze } from './openings.ts';

/** The question whether a wood can be brought to the target with this shelf, and what may be tried to bring it nearer. */
export interface ReachQuestion {
  problem: MatchProblem;
  helps: Help[];
}

/** Before any recipe: a dye under the clearest clear, and, for two tones, a glaze left in the grain. Null without a target. */
export function reachQuestion(bench: Bench, of: BoardModel): ReachQuestion | null {
  const model = nextBoardModel(bench, of);
  const tones = model.target?.tones !== undefined;
  const asked = (stack: Stack, materials: Materials = bench.offered): MatchProblem | null => {
    const problem = problemOf(bench, model, stack, openingsOf(stack, materials, ANYTHING, 0, tones));
    return problem && problem.open.length > 0 ? { ...problem, materials: { ...bench.materials, ...materials } } : null;
  };
  const simple = simpleStack(bench.offered);
  const inGrain = newLayer('glaze', { method: 'in-grain' });
  const stack = tones ? withGlaze(bench.offered, simple, inGrain) : simple;
  const problem = asked(stack);
  if (!problem) return null;
  const help = (what: string, tried: Stack, materials?: Materials): Help[] => {
    const helped = asked(tried, materials);
    return helped ? [{ what, problem: helped }] : [];
  };
  const bleached = newLayer('bleach', { settings: { strength: 0.6 } });
  const clears = Object.values(bench.offered.mediums).filter(
    (m) => m.kind === 'clear' && m.id !== stack.find((l) => traitsOf(l).clear)?.medium,
  );
  const under = (clear: string): Stack => stack.map((l): Layer => (traitsOf(l).clear ? { ...l, medium: clear } : l));
  const toner = Object.values(bench.offered.mediums).find((m) => m.kind === 'clear');
  const toned = (medium: string): Stack =>
    stack.flatMap((l) => (traitsOf(l).clear ? [newLayer('toner', { medium, settings: { coats: 2 } }), l] : [l]));
  return {
    problem,
    helps: [
      ...help('Bleach first', [bleached, ...stack]),
      ...clears.flatMap((m) => help(`${m.name} over it instead`, under(m.id))),
      ...(tones ? [] : help('A glaze over a sealer', withGlaze(bench.offered, simple))),
      ...(toner ? help('A toner under the clear', toned(toner.id)) : []),
      ...help(
        'A wiping stain instead of the dye',
        stack.map((l) => (traitsOf(l).dyes ? newLayer('wiping-stain') : l)),
      ),
      ...help('An opaque coat, which hides the wood', [newLayer('opaque'), ...stack.filter((l) => traitsOf(l).clear)]),
      ...oneColourMore(bench.offered).flatMap(({ what, materials }) => help(what, stack, materials)),
    ],
  };
}

/** The shelf with a clean dye more that it has not, of the carrier that most of its dyes have. */
function oneColourMore(offered: Materials): { what: string; materials: Materials }[] {
  const dyes = Object.values(offered.colourants).filter((c) => KINDS.dye.takes.includes(c.kind));
  const of = (carrier: string) => dyes.filter((d) => d.carrier === carrier).length;
  const [like] = dyes.toSorted((p, q) => of(q.carrier) - of(p.carrier));
  return like
    ? cleanColours(like).map(({ name, colourant }) => ({
        what: `One dye more: a clean ${name}`,
        materials: { ...offered, colourants: { ...offered.colourants, [colourant.id]: colourant } },
      }))
    : [];
}

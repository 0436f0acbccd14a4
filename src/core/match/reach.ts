import { passes } from '../colour/difference.ts';
import { spectrum, WAVELENGTHS } from '../colour/grid.ts';
import { labOf, lchFromLab } from '../colour/lab.ts';
import type { Colourant } from '../layers/materials.ts';
import { makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { type Road, search } from './search.ts';

/** Differences of L* and C* above which they are named as the reason. */
const NAMED_FROM = 1;

/**
 * Why no road passes, in words, from the nearest one: the wood too dark, the colours too weak or too dull.
 * @returns sentences, empty when the target is within the tolerance
 */
export function whyOutOfReach(problem: MatchProblem, nearest: Road, tolerance: number): string[] {
  if (passes(nearest.deltaE[0], tolerance)) return [];
  const evaluator = makeEvaluator(problem);
  const target = labOf(problem.target.reflectance);
  const got = labOf(spectrum(evaluator.reading(evaluator.amountsOf(nearest.stack))));
  const plain = labOf(spectrum(evaluator.reading(new Float64Array(evaluator.variables.length))));
  const chroma = lchFromLab(target)[1] - lchFromLab(got)[1];
  const reasons: string[] = [];
  if (target[0] > plain[0] + NAMED_FROM)
    reasons.push(
      `The target is lighter than this wood under its clear without any colour (L* ${target[0].toFixed(0)} against ${plain[0].toFixed(0)}): it takes bleach, an opaque layer or a paler wood.`,
    );
  else if (target[0] < got[0] - NAMED_FROM)
    reasons.push(
      'These colours at their strongest do not go as dark as the target: allow a darker one, or add a coat or a glaze.',
    );
  if (chroma > NAMED_FROM)
    reasons.push(
      'The target is cleaner than these colours can be on this wood: allow a purer one, or put colour in the film.',
    );
  else if (chroma < -NAMED_FROM)
    reasons.push('The target is duller than the wood with these colours: allow one of the opposite hue, or a grey.');
  return reasons.length > 0 ? reasons : ['These colours do not point at the target’s hue: allow another colour.'];
}

/** Something that is not planned, tried for what it brings: a bleach, another clear, a layer or a colour more. */
export interface Help {
  /** At the beginning of a sentence: what it would be. */
  what: string;
  problem: MatchProblem;
}

/** Whether a wood can be brought to a target before any recipe is made, and what would bring it nearer. */
export interface Reach {
  /** CIEDE2000 in daylight of the nearest. */
  nearest: number;
  colours: string[];
  reaches: boolean;
  /** What stops it, in sentences. */
  reasons: string[];
  /** What brings it nearer, the best first, with how near. */
  helps: { what: string; deltaE: number }[];
}

/** Less than this is no help: it is within what a board strays. */
const WORTH_SAYING = 0.3;
/** Each help is tried with few colours: what it brings shows with the best pair. */
const COLOURS_OF_A_HELP = 2;

/** @param most colours in a layer @param helps tried only where the shelf as it is does not reach */
export function reachOf(problem: MatchProblem, tolerance: number, most: number, helps: readonly Help[]): Reach {
  const [nearest] = search(problem, { mostPerLayer: most });
  if (!nearest) return { nearest: Number.POSITIVE_INFINITY, colours: [], reaches: false, reasons: [], helps: [] };
  const deltaE = nearest.deltaE[0] as number;
  const reaches = passes(deltaE, tolerance);
  const found = {
    nearest: deltaE,
    colours: nearest.colourants,
    reaches,
    reasons: whyOutOfReach(problem, nearest, tolerance),
  };
  if (reaches) return { ...found, helps: [] };
  const tried = helps.flatMap(({ what, problem: helped }) => {
    const [road] = search(helped, { mostPerLayer: Math.min(most, COLOURS_OF_A_HELP) });
    const near = road?.deltaE[0] ?? Number.POSITIVE_INFINITY;
    return near < deltaE - WORTH_SAYING ? [{ what, deltaE: near }] : [];
  });
  return { ...found, helps: tried.sort((p, q) => p.deltaE - q.deltaE) };
}

/** Clean colours that a shelf may lack: where each swallows light, nm, and how broad. Ideal: none of a maker's. */
const CLEAN_COLOURS = [
  { name: 'yellow', at: 435, broad: 32 },
  { name: 'orange', at: 480, broad: 40 },
  { name: 'red', at: 525, broad: 40 },
  { name: 'violet', at: 570, broad: 40 },
  { name: 'blue', at: 620, broad: 48 },
  { name: 'green', at: 670, broad: 60 },
] as const;
const HEIGHT = 0.35;
/** A dye that nobody has yet, of the carrier of the others, to see what one more colour would bring. */
export const cleanColours = (like: Colourant): { name: string; colourant: Colourant }[] =>
  CLEAN_COLOURS.map(({ name, at, broad }) => ({
    name,
    colourant: {
      ...like,
      id: `a clean ${name}`,
      name: `a clean ${name}`,
      absorption: WAVELENGTHS.map((nm) => 1e-4 + HEIGHT * Math.exp(-(((nm - at) / broad) ** 2) / 2)),
      scatter: like.scatter.map(() => 0),
    },
  }));

import { KINDS, type Setting } from '../kinds/index.ts';
import { takesColour } from '../layers/check.ts';
import { isColoured, type Layer, type Stack } from '../layers/layer.ts';
import { makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { search } from './search.ts';

/** One way to make a layer, the others kept as they are. */
export interface LayerChoice {
  layer: Layer;
  /** CIEDE2000 under each light of the problem. */
  deltaE: number[];
}

/** Choices that are shown, and how many of them may differ in numbers only. */
const MOST_CHOICES = 5;
/** Steps in which a share is tried: bleach, wiping and sanding back. */
const SHARE_STEP = 0.05;
const MOST_COATS = 3;
/** Cuts of a sealer that are tried, pounds in a gallon. */
const CUTS = [1, 1.5, 2, 3];

const differencesOf = (problem: MatchProblem, stack: Stack): number[] =>
  makeEvaluator({ ...problem, stack, open: [] }).differences(new Float64Array(0));

function range({ min, max, whole }: Setting): number[] {
  const step = whole ? 1 : SHARE_STEP;
  const most = whole ? Math.min(max, MOST_COATS) : max;
  return Array.from({ length: Math.round((most - min) / step) + 1 }, (_, i) => Math.min(most, min + i * step));
}

/** Layers without colour: every medium that the shop has, every number of coats or share. */
function plainChoices(problem: MatchProblem, layer: Layer): Layer[] {
  const { medium, settings } = KINDS[layer.kind];
  const mediums =
    medium === 'none'
      ? [undefined]
      : Object.values(problem.materials.mediums)
          .filter((m) => m.kind === medium)
          .map((m) => m.id);
  const [first] = settings;
  const values = first ? range(first).map((value) => ({ [first.key]: value })) : [{}];
  const cuts = settings.some((s) => s.key === 'cut') ? CUTS.map((cut) => ({ cut })) : [{}];
  return mediums.flatMap((id) =>
    values.flatMap((value) =>
      cuts.map((cut) => ({
        ...layer,
        ...(id ? { medium: id } : {}),
        settings: { ...layer.settings, ...value, ...cut },
      })),
    ),
  );
}

/**
 * The search of one layer alone, the rest of the stack kept: the colours of a coloured layer, reactive, filler and opaque
 * ones too; the medium, coats and cut of a sealer, the medium and coats of an oil or a clear; the share of a bleach or of what is taken back.
 * @returns the nearest choices, best first
 * @throws FieldError when the stack is refused
 */
export function searchLayer(problem: MatchProblem, at: number, barred: readonly string[] = []): LayerChoice[] {
  const layer = problem.stack[at];
  if (!layer) return [];
  if (!isColoured(layer.kind))
    return plainChoices(problem, layer)
      .map((choice) => ({
        layer: choice,
        deltaE: differencesOf(
          problem,
          problem.stack.map((l, i) => (i === at ? choice : l)),
        ),
      }))
      .sort((p, q) => (p.deltaE[0] ?? 0) - (q.deltaE[0] ?? 0))
      .slice(0, MOST_CHOICES);
  const colourants = Object.values(problem.materials.colourants)
    .filter((c) => takesColour(layer, c, problem.materials) && !barred.includes(c.id))
    .map((c) => c.id);
  if (colourants.length === 0) return [];
  return search({ ...problem, open: [{ layer: at, colourants }] })
    .slice(0, MOST_CHOICES)
    .flatMap(({ stack, deltaE }) => (stack[at] ? [{ layer: stack[at], deltaE }] : []));
}

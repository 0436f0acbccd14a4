import { z } from 'zod';
import { UNTUNED } from '../../core/board/state.ts';
import { FieldError } from '../../core/field-error.ts';
import { checkStack } from '../../core/layers/check.ts';
import { type Layer, type Stack, setting } from '../../core/layers/layer.ts';
import { type Pourable, roundToSteps, toolSteps } from '../../core/match/index.ts';
import { ONLY_DAYLIGHT } from '../../core/match/problem.ts';
import {
  converted,
  displaced,
  gramsPerLitreOf,
  isRatio,
  type Step,
  stepGrams,
  stepsOf,
  type Tools,
  typedQuantity,
  unitOf,
  volumeText,
} from '../../core/mix/index.ts';
import { ownColours } from '../job/openings.ts';
import { checked, naming, type ScriptAsked, type ScriptedShelf, StackInput, stackAsked } from './asked.ts';

/** Layers to be mixed: how much of each pot, and with which tool. */
export const MixInput = StackInput.extend({
  /** Of each layer's pot, as it is typed: `500 ml`, `8 fl oz`. */
  volume: z.string(),
  /** Smallest step of what it is measured with, as it is typed: `0.01 g`, `1/8 tsp`. */
  tool: z.string().default('0.01 g'),
}).strict();

/** A layer's pot. Volumes as they are in the pot. */
export interface MixedLayer {
  pours: { colourant: string; grams: number; mL: number; said: string }[];
  base: { name: string; mL: number }[];
  /** Every step in order, a sentence each. */
  steps: string[];
  total: { mL: number };
}

const LITRE = unitOf('L');
function litresOf(volume: string): number {
  const typed = typedQuantity(volume, { field: 'volume', usual: LITRE });
  if (isRatio(typed)) throw new FieldError('volume', 'A ratio is no volume: how much is to be mixed?');
  return converted(typed, LITRE, { name: 'the mix' }, 'volume').value;
}
function toolsOf(tool: string): Tools {
  const typed = typedQuantity(tool, { field: 'tool', usual: unitOf('g') });
  if (isRatio(typed)) throw new FieldError('tool', 'A ratio is no tool: 0.01 g, or 1/8 tsp.');
  const { value, unit } = typed;
  if (unit.dimension === 'mass')
    return { measure: 'weigh', scaleGrams: value * unit.factor, spoon: 1 / 8, dropsPerMl: 20 };
  if (unit.dimension !== 'volume') throw new FieldError('tool', 'A tool is a weight or a spoon: 0.01 g, or 1/8 tsp.');
  return { measure: 'spoons', scaleGrams: 0.01, spoon: (value * unit.factor) / unitOf('tsp').factor, dropsPerMl: 20 };
}

/** Pours in whole steps of their tools: all together where their colour is foreseen, else each by itself. */
function rounded({ stack, wood, materials, preparation, facts }: ScriptAsked, litres: number, tools: Tools) {
  const grams = Object.fromEntries(
    stack.flatMap((l) => Object.keys(l.colours).map((id) => [id, stepGrams(facts[id] ?? {}, tools)])),
  );
  const open = ownColours(stack);
  const unforeseen = stack.some((l) => Object.keys(l.colours).some((id) => materials.colourants[id]?.unknown));
  if (open.length === 0) return { stack, loss: 0 };
  if (unforeseen) {
    const nearest = (layer: Layer): Layer => ({
      ...layer,
      colours: Object.fromEntries(
        Object.entries(layer.colours).map(([id, strength]) => {
          const step = (grams[id] ?? 0.01) / (litres * gramsPerLitreOf(materials.colourants[id], 1));
          return [id, strength > 0 ? Math.max(1, Math.round(strength / step)) * step : 0];
        }),
      ),
    });
    return { stack: stack.map(nearest), loss: null };
  }
  const problem = {
    // The recipe is kept: what it comes to is what is aimed at.
    target: { reflectance: Float64Array.from({ length: 31 }, () => 0.5), singleLight: true },
    lights: ONLY_DAYLIGHT,
    wood,
    materials,
    preparation,
    tuning: UNTUNED,
    stack,
    open,
  };
  const pourable: Pourable = roundToSteps(
    problem,
    stack,
    toolSteps(
      materials,
      stack.map(() => litres),
      grams,
    ),
  );
  return { stack: pourable.stack, loss: pourable.loss };
}

const sentenceOf = ({ title, detail, pour, millilitres }: Step): string => {
  const amount = pour?.said ?? (millilitres === undefined ? '' : volumeText(millilitres / 1000));
  return [amount ? `${title}: ${amount}` : title, detail]
    .filter(Boolean)
    .join('. ')
    .replace(/([^.:?!])$/, '$1.');
};

/** What is mixed for layers, and how. @throws FieldError naming the field */
export function mixFor(asked: unknown, shelf: ScriptedShelf): { layers: MixedLayer[]; loss: number | null } {
  const input = checked(MixInput, asked);
  return naming(() => {
    const all = stackAsked(input, shelf);
    const litres = litresOf(input.volume);
    const tools = toolsOf(input.tool);
    checkStack(all.stack, all.materials);
    for (const layer of all.stack) setting(layer, 'coats');
    const { stack, loss } = rounded(all, litres, tools);
    const grams = (layer: Stack[number]) =>
      Object.fromEntries(
        Object.entries(layer.colours)
          .filter(([, s]) => s > 0)
          .map(([id, s]) => [id, litres * gramsPerLitreOf(all.materials.colourants[id], s)]),
      );
    const steps = stepsOf({
      stack,
      preparation: all.preparation,
      materials: all.materials,
      facts: all.facts,
      tools,
      batchOf: (stage) => ({ litres, grams: grams(stack[stage - 1] as Layer) }),
    });
    const layers = stack.map((_, at): MixedLayer => {
      const own = steps.filter((s) => s.stage === at + 1);
      return {
        pours: own.flatMap(({ pour }) => {
          const colourant = pour && all.materials.colourants[pour.colourant];
          return colourant
            ? [
                {
                  colourant: pour.colourant,
                  grams: Number(pour.grams.toFixed(6)),
                  mL: Number(displaced(colourant, all.facts[pour.colourant] ?? {}, pour.grams).toFixed(4)),
                  said: pour.said,
                },
              ]
            : [];
        }),
        base: own.flatMap(({ kind, title, millilitres }) =>
          kind === 'base' && millilitres !== undefined ? [{ name: title, mL: Number(millilitres.toFixed(3)) }] : [],
        ),
        steps: own.map(sentenceOf),
        total: { mL: Number((1000 * litres).toFixed(3)) },
      };
    });
    return { layers, loss: loss === null ? null : Number(loss.toFixed(4)) };
  });
}

import { type Layer, mainColour, type Stack } from '../../core/layers/layer.ts';
import { cupSaid } from '../../core/mix/index.ts';
import type { Try } from '../../core/said/tries.ts';

/** The cup that strips are put on from, litres. */
export const TRIAL_CUP = 0.05;
/** A part of a board has so many letters to its name. */
const NAME_LETTERS = 40;

/** Layers still to come, after so many that are on, that have a colour to be tried. */
export const layersToTry = (stack: Stack, done: number): { layer: Layer; at: number }[] =>
  stack.flatMap((layer, at) => (at >= done && mainColour(layer) !== undefined && !layer.off ? [{ layer, at }] : []));

/** A strip of a board on which one step is tried. */
export interface TriedStrip {
  name: string;
  stack: Stack;
}

/**
 * The strips of a board on which a layer is tried step by step: each the whole stack with the layer as that step has it; from
 * the second on the layer's note says what is poured to the cup of the one before.
 */
export function stripsTried(
  tries: readonly Try[],
  at: number,
  stack: Stack,
  of: Parameters<typeof cupSaid>[3],
): TriedStrip[] {
  return tries.map(({ said, layer }, i) => {
    const before = tries[i - 1]?.layer;
    const cup = before ? (cupSaid(before, layer, TRIAL_CUP, of) ?? 'a fresh cup') : '';
    const note = [layer.note, cup].filter(Boolean).join('; ');
    return {
      name: `${i + 1}: ${said}`.slice(0, NAME_LETTERS),
      stack: stack.map((l, n) => (n === at ? { ...layer, ...(note ? { note } : {}) } : l)),
    };
  });
}

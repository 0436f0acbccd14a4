import { isBlank, type Layer, type Stack, traitsOf } from '../layers/layer.ts';

/** What is looked for on a surface before the next thing goes on, with what to do where it is not so. Common practice. */
export const GATES = {
  scribble: {
    name: 'Pencil scribble',
    ask: 'Scribble lightly all over, sand once more with the last grit: is every line gone?',
    otherwise: 'Sand on where lines stay: those places were missed. Then vacuum or wipe.',
  },
  raking: {
    name: 'Raking light',
    ask: 'A lamp low from one side, all along the face: no scratch across, no run, no nib, no dull patch?',
    otherwise:
      'Mark it with chalk. Bare wood is sanded with the grain; a film is levelled when it is hard, and that place coated again.',
  },
  rag: {
    name: 'White rag',
    ask: 'Wipe a hidden place lightly with a white rag: does it stay clean?',
    otherwise:
      'Leave it longer. What still comes off then is too much of it: wipe it all once with its own thinner, and wait again.',
  },
  tack: {
    name: 'Tack',
    ask: 'A fingertip on a hidden place: no print, no drag, no cool feel?',
    otherwise: 'Leave it longer, warmer and with more air. Nothing goes on over what is tacky.',
  },
  fingertip: {
    name: 'Fingertips',
    ask: 'Eyes shut, along the face and round the edges: smooth, and dull all over where it was rubbed?',
    otherwise: 'Rub the rough and the shiny places down with the grain, keep off the edges, and wipe the dust off.',
  },
} as const;
export type Gate = keyof typeof GATES;

const lies = (layer: Layer | undefined) => layer !== undefined && !isBlank(layer);

/** Gates of a layer that is dry, before anything lies on it. */
function gatesOver(layer: Layer): Gate[] {
  const { builds, seals, protects, wiped, coloursWood, takesOff, rubsOut, hides, tones } = traitsOf(layer);
  if (takesOff === 'paper' || rubsOut) return ['raking', 'fingertip'];
  if (builds || protects || hides || tones) return ['tack', 'raking', 'fingertip'];
  if (seals) return ['tack', 'fingertip'];
  return wiped || coloursWood ? ['rag', 'raking'] : ['raking'];
}

/**
 * What is looked for before the layer of a stage goes on; of the stage after the last, what is looked for when all is on.
 * Bare wood is looked over before the first.
 * @param stage from 1; layers + 1 at most
 */
export function gatesBefore(stack: Stack, stage: number): Gate[] {
  const below = stack.slice(0, stage - 1).findLast(lies);
  if (below) return gatesOver(below);
  return stage <= stack.length ? ['scribble', 'raking'] : [];
}

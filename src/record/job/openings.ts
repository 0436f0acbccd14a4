import { KINDS, type LayerKind } from '../../core/kinds/index.ts';
import { takesColour } from '../../core/layers/check.ts';
import { isColoured, isElsewhere, type Layer, newLayer, type Stack, traitsOf } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { Opening } from '../../core/match/problem.ts';

/** What a search may use: kept per job. */
export interface Choice {
  /** Colourants that must not be used. */
  barred: string[];
  /** Kinds of layer that keep their colours as they are, wherever in a stack they stand. */
  closed: LayerKind[];
  most: number;
}
export const ANYTHING: Choice = { barred: [], closed: [], most: 4 };

/**
 * Kinds of layer that a search finds colours for. Reactive colour is set by hand, and so is filler where the face is matched
 * as a whole: its colour lies in the pores alone.
 */
export const solvable = (kind: LayerKind, tones = false): boolean =>
  isColoured(kind) && !KINDS[kind].is.reacts && (!KINDS[kind].is.fills || tones);

/** The layers of a stack that a search may fill, and with which colours; the first `done` are on the board already. */
export const openingsOf = (stack: Stack, offered: Materials, choice: Choice, done: number, tones = false): Opening[] =>
  stack.flatMap((layer, i) => {
    const colourants = Object.values(offered.colourants).filter(
      (c) => takesColour(layer, c, offered) && !choice.barred.includes(c.id),
    );
    return i >= done &&
      !layer.off &&
      !isElsewhere(layer) &&
      solvable(layer.kind, tones) &&
      colourants.length > 0 &&
      !choice.closed.includes(layer.kind)
      ? [{ layer: i, colourants: colourants.map((c) => c.id) }]
      : [];
  });

/** Every layer that a search can solve, open to the colours it has. */
export const solvableColours = (stack: Stack, tones = false): Opening[] =>
  ownColours(stack).filter(({ layer }) => solvable((stack[layer] as Layer).kind, tones));

/** Every coloured layer, open to the colours it has. */
export const ownColours = (stack: Stack): Opening[] =>
  stack.flatMap((layer, i) => {
    const colourants = layer.off || isElsewhere(layer) ? [] : Object.keys(layer.colours);
    return colourants.length > 0 ? [{ layer: i, colourants }] : [];
  });

/** A layer of the least yellow sealer or clear of the shelf, or none. */
function palest(offered: Materials, kind: 'sealer' | 'clear'): Stack {
  const amber = (tint: readonly number[]) => tint.reduce((a, b) => a + b, 0);
  const [medium] = Object.values(offered.mediums)
    .filter((m) => m.kind === kind)
    .sort((p, q) => amber(p.tint) - amber(q.tint));
  return medium ? [newLayer(kind, { medium: medium.id })] : [];
}

/** The simplest stack: one dye under the clearest clear. */
export const simpleStack = (offered: Materials): Stack => [newLayer('dye'), ...palest(offered, 'clear')];

/** The stack with a glaze over a sealer under its clear, to be solved once the colour in the wood is read. */
export function withGlaze(offered: Materials, stack: Stack, glaze: Layer = newLayer('glaze')): Stack {
  const clear = stack.findIndex((l) => traitsOf(l).clear);
  const at = clear < 0 ? stack.length : clear;
  const sealed = stack.slice(0, at).some((l) => traitsOf(l).seals);
  return [...stack.slice(0, at), ...(sealed ? [] : palest(offered, 'sealer')), glaze, ...stack.slice(at)];
}

/** A new layer with the first medium of the shelf that its colours go into. */
function withMedium(kind: LayerKind, materials: Materials): Layer {
  const mediums = Object.values(materials.mediums).filter((m) => m.kind === KINDS[kind].medium);
  const colours = Object.values(materials.colourants);
  const goesWith = mediums.find((m) =>
    colours.some((c) => takesColour({ kind, medium: m.id }, c, materials) && c.kind === KINDS[kind].takes[0]),
  );
  const medium = goesWith ?? mediums[0];
  return newLayer(kind, medium ? { medium: medium.id } : {});
}

/** Where a new layer usually goes: under the clear, unless it is one, or the last of all. */
function insertion(stack: Stack, kind: LayerKind, done: number): number {
  if (KINDS[kind].is.clear || KINDS[kind].is.last) return stack.length;
  const clear = stack.findIndex((l) => traitsOf(l).clear);
  return Math.max(done, clear < 0 ? stack.length : clear);
}

/** A stack with a new layer where it usually goes, and the place of that. */
export function withLayer(stack: Stack, kind: LayerKind, materials: Materials, done: number) {
  const at = insertion(stack, kind, done);
  return { at, stack: [...stack.slice(0, at), withMedium(kind, materials), ...stack.slice(at)] };
}

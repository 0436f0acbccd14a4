import type { Layer } from '../../core/layers/layer.ts';
import { sentenceText } from '../../core/said/sentence.ts';
import { type SaidShelf, saidColour } from '../../core/said/shelf.ts';
import { understoodStack } from '../../core/said/stack.ts';
import { materialsOfFile } from '../board/stack-file.ts';
import { checked, type ScriptedShelf, StackInput } from './asked.ts';

/** The names of a shelf, with what its sheets say of a spoonful. */
function namesOf(
  { facts }: Pick<ScriptedShelf, 'facts'>,
  { colourants, mediums, supplies }: ReturnType<typeof materialsOfFile>,
): SaidShelf {
  return {
    colourants: Object.values(colourants).map((colour) => saidColour(colour, facts[colour.id])),
    mediums: Object.values(mediums),
    supplies: Object.values(supplies),
  };
}

/** Layers as they were said, on the demo shelf; or the question that a page would ask. */
export const layersSaid = (text: string, shelf: ScriptedShelf): { layers: Layer[] } | { question: string } =>
  understoodStack(text, namesOf(shelf, materialsOfFile(shelf)));

/**
 * The layers of a stack as a finisher says them, one sentence each.
 * @throws FieldError naming the field
 */
export function sentencesFor(asked: unknown, shelf: ScriptedShelf): { sentences: string[] } {
  const { layers, materials, facts } = checked(StackInput, asked);
  const names = namesOf({ facts: { ...shelf.facts, ...facts } }, materialsOfFile(materials ?? shelf));
  return { sentences: layers.map((layer) => sentenceText(layer, names)) };
}

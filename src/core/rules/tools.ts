import type { LayerKind } from '../kinds/index.ts';

/** What a shop may have at hand, and what stands in for it where it has not. Common practice, no source. */
export const TOOLS = [
  { id: 'spray-gun', label: 'Spray gun', instead: 'brush, or wipe thin coats' },
  { id: 'booth', label: 'Spray booth', instead: 'spray water-carried coats only, or brush' },
  { id: 'extraction', label: 'Dust extraction', instead: 'sand by hand, outdoors, with a mask' },
  { id: 'warm-cupboard', label: 'Drying cupboard', instead: 'plan for the weather, and wait longer' },
  { id: 'scale', label: 'Scale', instead: 'level spoons and drops, in larger batches' },
  { id: 'camera', label: 'Camera and a card of greys', instead: 'hold boards edge to edge, by the window' },
  { id: 'instrument', label: 'Colour instrument', instead: 'compare by eye on a ladder, in daylight' },
] as const;
export type Tool = (typeof TOOLS)[number]['id'];
export const ALL_TOOLS: readonly Tool[] = TOOLS.map((t) => t.id);

/** Kinds of layer that cannot be made with what is at hand, whatever stands in for it. */
export const outOfReach = (tools: readonly Tool[]): LayerKind[] => (tools.includes('spray-gun') ? [] : ['toner']);

import { useEventCallback } from '@mui/material/utils';
import { useState } from 'react';
import type { LayerKind } from '../../../core/kinds/index.ts';
import { isBlank, isColoured, type Layer, newLayer, type Stack } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { withLayer } from '../../../record/job/openings.ts';

interface Options {
  stack: Stack;
  /** Layers that are on the board and stay shut. */
  done: number;
  offered: Materials;
  /** A new layer as this house begins it. */
  begun: (layer: Layer) => Layer;
  /** `gesture`: changes of one drag, or of one number being typed, are one step. */
  set: (stack: Stack, gesture?: string) => void;
  /** One move of a drag. */
  drag: (stack: Stack, gesture: string) => void;
}
export type OpenLayer = ReturnType<typeof useOpenLayer>;

/**
 * The layer that is open, and what is done with it. The functions stay the same while the stack changes: they are handed to
 * parts that rest while a strength is dragged.
 */
export function useOpenLayer({ stack, done, offered, begun, set, drag }: Options) {
  const [selected, setSelected] = useState<number | null>(null);
  const open = selected !== null && selected >= done ? stack[selected] : undefined;
  const withOpen = (layer: Layer) => stack.map((l, i) => (i === selected ? layer : l));
  const setOpen = useEventCallback((layer: Layer, gesture?: string) => set(withOpen(layer), gesture));
  const dragOpen = useEventCallback((layer: Layer, gesture: string) => drag(withOpen(layer), gesture));
  const onAdd = useEventCallback((kind: LayerKind) => {
    const added = withLayer(stack, kind, offered, done);
    set(added.stack.map((l, i) => (i === added.at ? begun(l) : l)));
    setSelected(added.at);
  });
  // What was said takes the place of the open layer, or comes last; what was not said is as this house begins it. A layer that
  // was opened for a colour and has none gives way: to the colour that is said, and all of such a stack to a whole one.
  const onSaid = useEventCallback((layers: readonly Layer[]) => {
    const said = layers.map((l) => ({ ...l, settings: { ...begun(newLayer(l.kind)).settings, ...l.settings } }));
    if (open && selected !== null) return set([...stack.slice(0, selected), ...said, ...stack.slice(selected + 1)]);
    const empty = stack.findIndex((l, i) => i >= done && !l.off && isBlank(l));
    if (empty >= 0 && said.length > 1) return set([...stack.slice(0, done), ...said]);
    const [only] = said;
    if (empty >= 0 && only && isColoured(only.kind)) return set(stack.map((l, i) => (i === empty ? only : l)));
    set([...stack, ...said]);
  });
  const onOff = useEventCallback((off: boolean) => {
    if (!open) return;
    const { off: _, ...rest } = open;
    setOpen(off ? { ...rest, off } : rest);
  });
  const onTwice = useEventCallback(() => {
    if (!open || selected === null) return;
    set([...stack.slice(0, selected + 1), open, ...stack.slice(selected + 1)]);
    setSelected(selected + 1);
  });
  const onTakeOut = useEventCallback(() => {
    setSelected(null);
    set(stack.filter((_, i) => i !== selected));
  });
  const onNote = useEventCallback((text: string) => {
    if (!open) return;
    const { note: _, ...rest } = open;
    setOpen(text === '' ? rest : { ...rest, note: text }, 'note');
  });
  return { selected, setSelected, open, setOpen, dragOpen, onAdd, onSaid, onOff, onTwice, onTakeOut, onNote };
}

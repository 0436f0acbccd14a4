import { Button, TextField } from '@mui/material';
import type { ReactNode } from 'react';
import { KINDS, type Layer, type Stack } from '../../../core/layers/layer.ts';

interface NoteProps {
  layer: Layer;
  onChange: (layer: Layer, gesture?: string) => void;
  onSettle: () => void;
}

interface Props {
  stack: Stack;
  at: number;
  onChange: (stack: Stack) => void;
  onSelect: (at: number | null) => void;
  children: ReactNode;
}

/** What the finisher wants to remember of the layer. */
export function LayerNote({ layer, onChange, onSettle }: NoteProps) {
  return (
    <TextField
      label="Note"
      value={layer.note ?? ''}
      onChange={(e) => {
        const { note: _, ...rest } = layer;
        onChange(e.target.value === '' ? rest : { ...layer, note: e.target.value }, 'note');
      }}
      onBlur={onSettle}
      slotProps={{ htmlInput: { maxLength: 300 } }}
      sx={{ width: 220 }}
    />
  );
}

/** What can be done with the open layer as a whole: left out and put back, doubled, taken out. */
export function LayerActions({ stack, at, onChange, onSelect, children }: Props) {
  const layer = stack[at];
  if (!layer) return null;
  const put = (next: Layer) => onChange(stack.map((l, i) => (i === at ? next : l)));
  const name = KINDS[layer.kind].label.toLowerCase();
  return (
    <div style={{ display: 'flex', gap: 10, flexWrap: 'wrap', alignItems: 'center' }}>
      <Button
        aria-pressed={layer.off === true}
        onClick={() => {
          const { off, ...rest } = layer;
          put(off ? rest : { ...layer, off: true });
        }}
      >
        {layer.off ? `With this ${name} again` : 'Without this'}
      </Button>
      <Button
        onClick={() => {
          onChange([...stack.slice(0, at + 1), layer, ...stack.slice(at + 1)]);
          onSelect(at + 1);
        }}
      >
        Twice
      </Button>
      <Button
        onClick={() => {
          onSelect(null);
          onChange(stack.filter((_, i) => i !== at));
        }}
      >
        Take out
      </Button>
      {children}
    </div>
  );
}

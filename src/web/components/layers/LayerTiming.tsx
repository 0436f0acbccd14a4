import { MenuItem, TextField } from '@mui/material';
import { type Layer, LONGEST_WAIT, RUB_WORDS, RUBS, type Rub } from '../../../core/layers/layer.ts';
import { NumberField } from '../NumberField.tsx';

interface Props {
  layer: Layer;
  /** Hours that are usual for it here. */
  usual: number;
  onChange: (layer: Layer, gesture?: string) => void;
  onSettle: () => void;
}

const rounded = (hours: number) => Number(hours.toFixed(hours < 1 ? 2 : 1));

/** How long a layer is left after its last coat, and what is done to it before the next. */
export function LayerTiming({ layer, usual, onChange, onSettle }: Props) {
  const { rub: _, ...unrubbed } = layer;
  return (
    <>
      <NumberField
        data-said="wait"
        label="left, h"
        value={rounded(layer.wait ?? usual)}
        min={0}
        max={LONGEST_WAIT}
        step={0.5}
        onNumber={(wait) => onChange({ ...layer, wait }, 'wait')}
        onSettle={onSettle}
        title={`Hours after its last coat; as a rule ${rounded(usual)}`}
        sx={{ width: 84 }}
      />
      <TextField
        select
        data-said="rub"
        label="then"
        value={layer.rub ?? ''}
        onChange={(e) => onChange(e.target.value ? { ...layer, rub: e.target.value as Rub } : unrubbed)}
        sx={{ width: 120 }}
      >
        <MenuItem value="">As usual</MenuItem>
        {RUBS.map((rub) => (
          <MenuItem key={rub} value={rub}>
            {RUB_WORDS[rub]}
          </MenuItem>
        ))}
      </TextField>
    </>
  );
}

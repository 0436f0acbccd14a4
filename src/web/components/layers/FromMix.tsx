import { MenuItem, TextField } from '@mui/material';
import type { Layer } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import type { KeptMix } from '../../../shared/mix.ts';

/** Takes a mix that stands on the shelf as the colours of a layer; nothing where none is kept for its kind. */
export function FromMix({
  mixes,
  materials,
  layer,
  onTake,
}: {
  mixes: readonly KeptMix[];
  materials: Pick<Materials, 'colourants'>;
  layer: Layer;
  onTake: (l: Layer) => void;
}) {
  const own = onTheShelf(mixes).filter(
    (m) =>
      m.kind === layer.kind &&
      !m.unknownStrength &&
      m.litres > 0 &&
      Object.keys(m.colours).every((id) => id in materials.colourants),
  );
  if (own.length === 0) return null;
  return (
    <TextField
      select
      label="A kept mix"
      value=""
      onChange={(e) => {
        const mix = own.find((m) => m.id === e.target.value);
        if (mix) onTake({ ...layer, colours: mix.colours });
      }}
      sx={{ width: 130 }}
    >
      {own.map((m) => (
        <MenuItem key={m.id} value={m.id}>
          {m.name}
        </MenuItem>
      ))}
    </TextField>
  );
}

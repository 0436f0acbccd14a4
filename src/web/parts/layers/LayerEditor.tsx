import { Button, MenuItem, Slider, TextField } from '@mui/material';
import type { ReactNode } from 'react';
import { entry } from '../../../core/known.ts';
import { takesColour } from '../../../core/layers/check.ts';
import { isColoured, KINDS, type Layer, type Setting, setting } from '../../../core/layers/layer.ts';
import { isShare, type Materials } from '../../../core/layers/materials.ts';
import { NumberField } from '../NumberField.tsx';
import { strengthText } from '../numbers.ts';

interface Props {
  layer: Layer;
  materials: Materials;
  /** `gesture`: changes of one drag, or of one number being typed, are one step. */
  onChange: (layer: Layer, gesture?: string) => void;
  onSettle: () => void;
  /** What is said of the layer, beside the choice of a further colour. */
  children?: ReactNode;
}

function Strength({ id, layer, materials, onChange, onSettle }: Props & { id: string }) {
  const colourant = entry(materials.colourants, id);
  const share = isShare(colourant.kind);
  const value = entry(layer.colours, id);
  const shown = share ? 100 : 1;
  const set = (strength: number) => onChange({ ...layer, colours: { ...layer.colours, [id]: strength } }, id);
  const { [id]: _, ...without } = layer.colours;
  return (
    <div style={{ display: 'grid', gridTemplateColumns: '110px 1fr 110px 44px', gap: 14, alignItems: 'center' }}>
      <span>{colourant.name}</span>
      <Slider
        aria-label={`Strength of ${colourant.name}`}
        value={Math.sqrt(value / colourant.maxStrength)}
        min={0}
        max={1}
        step={0.002}
        onChange={(_, v) => set((v as number) ** 2 * colourant.maxStrength)}
        onChangeCommitted={onSettle}
      />
      <NumberField
        label={share ? '% of the mix' : 'g/L'}
        value={value * shown}
        format={(v) => v.toFixed(share ? 1 : 2)}
        min={0}
        max={colourant.maxStrength * shown}
        step={0.1}
        onNumber={(v) => set(v / shown)}
        onSettle={onSettle}
        slotProps={{ htmlInput: { 'aria-label': `${colourant.name} ${strengthText(value, colourant.kind)}` } }}
      />
      <Button
        aria-label={`Leave out ${colourant.name}`}
        onClick={() => onChange({ ...layer, colours: without })}
        sx={{ minWidth: 44, padding: 0 }}
      >
        ×
      </Button>
    </div>
  );
}

/** A long label keeps its unit for whoever points at it. */
const ROOM = 15;
const labelOf = ({ label, unit }: Setting) => {
  const short = unit === '× usual' ? '×' : unit;
  return short && label.length + short.length < ROOM ? `${label}, ${short}` : label;
};

/** The settings of one layer; every change repaints the board. */
export function LayerEditor({ layer, materials, onChange, onSettle, children }: Props) {
  const info = KINDS[layer.kind];
  const free = Object.values(materials.colourants).filter(
    (c) => takesColour(layer, c, materials) && !(c.id in layer.colours),
  );
  const mediums = Object.values(materials.mediums).filter((m) => m.kind === info.medium);
  // A ready-made stain as it comes in the tin, what is left of the mix; any other colour weak.
  const toBeginWith = (id: string) => {
    const { kind, maxStrength } = entry(materials.colourants, id);
    if (kind !== 'stain') return maxStrength * 0.05;
    const mixed = Object.values(layer.colours).reduce((sum, share) => sum + share, 0);
    return Math.min(maxStrength, Math.max(0, 1 - mixed));
  };
  return (
    <div style={{ display: 'grid', gap: 3 }}>
      <div style={{ display: 'flex', gap: 10, flexWrap: 'wrap', paddingTop: 4, paddingBottom: 4 }}>
        {info.medium !== 'none' && (
          <TextField
            select
            label={info.medium}
            value={layer.medium ?? ''}
            onChange={(e) => onChange({ ...layer, medium: e.target.value })}
            sx={{ minWidth: 190 }}
          >
            {mediums.map((m) => (
              <MenuItem key={m.id} value={m.id}>
                {m.name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {info.methods.length > 0 && (
          <TextField
            select
            label="how"
            value={layer.method ?? ''}
            onChange={(e) => onChange({ ...layer, method: e.target.value })}
            sx={{ width: 176 }}
          >
            {info.methods.map((m) => (
              <MenuItem key={m.id} value={m.id}>
                {m.label}
              </MenuItem>
            ))}
          </TextField>
        )}
        {info.settings.map((s) => (
          <NumberField
            key={s.key}
            label={labelOf(s)}
            value={setting(layer, s.key)}
            min={s.min}
            max={s.max}
            step={s.step}
            onNumber={(value) => onChange({ ...layer, settings: { ...layer.settings, [s.key]: value } }, s.key)}
            onSettle={onSettle}
            title={[s.unit, s.effect ?? `${s.min}–${s.max}`].filter(Boolean).join('; ')}
            sx={{ width: 112 }}
          />
        ))}
      </div>
      {Object.keys(layer.colours).map(
        (id) =>
          materials.colourants[id] && (
            <Strength key={id} id={id} layer={layer} materials={materials} onChange={onChange} onSettle={onSettle} />
          ),
      )}
      <div style={{ display: 'flex', gap: 14, alignItems: 'center', paddingTop: 2 }}>
        {isColoured(layer.kind) && Object.keys(layer.colours).length < info.mostColours && (
          <TextField
            select
            label="Add a colour"
            value=""
            onChange={(e) =>
              onChange({ ...layer, colours: { ...layer.colours, [e.target.value]: toBeginWith(e.target.value) } })
            }
            disabled={free.length === 0}
            sx={{ minWidth: 150 }}
          >
            {free.map((c) => (
              <MenuItem key={c.id} value={c.id}>
                {c.name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {children}
      </div>
    </div>
  );
}

import { Button, MenuItem, Slider, TextField } from '@mui/material';
import { useEventCallback } from '@mui/material/utils';
import { memo, type ReactNode, useState } from 'react';
import { KINDS, type Setting } from '../../../core/kinds/index.ts';
import { entry } from '../../../core/known.ts';
import { takesColour } from '../../../core/layers/check.ts';
import { isColoured, type Layer, setting } from '../../../core/layers/layer.ts';
import { type Colourant, isShare, type Materials, strengthUnit } from '../../../core/layers/materials.ts';
import { withHeldRatio, withinPot } from '../../../core/mix/index.ts';
import { Columns, Pile, Row } from '../layout.tsx';
import { NumberField } from '../NumberField.tsx';
import { strengthText } from '../numbers.ts';
import { hasRatio, RatioField } from './RatioField.tsx';

interface Props {
  layer: Layer;
  materials: Materials;
  /** `gesture`: changes of one drag, or of one number being typed, are one step. */
  onChange: (layer: Layer, gesture?: string) => void;
  /** One move of a drag. */
  onDrag: (layer: Layer, gesture: string) => void;
  onSettle: () => void;
  /** What is told of the layer, in a line. */
  told?: ReactNode;
  /** What else its colours can be taken from. */
  children?: ReactNode;
}

interface StrengthProps {
  colourant: Colourant;
  value: number;
  onStrength: (id: string, strength: number, dragged?: boolean) => void;
  onOut: (id: string) => void;
  onSettle: () => void;
}

/** One colour's strength. Drawn anew only when it changed itself: its neighbours rest while it is dragged. */
const Strength = memo(function Strength({ colourant, value, onStrength, onOut, onSettle }: StrengthProps) {
  const { id, name, maxStrength } = colourant;
  const { word, one } = strengthUnit(colourant);
  /** Where the hand has it while it drags: the page follows more slowly. */
  const [held, setHeld] = useState<number | null>(null);
  const now = held ?? value;
  return (
    <Columns of="110px 1fr 110px 44px" gap="near" align="center" data-said={`colour:${id}`}>
      <span>{name}</span>
      <Slider
        aria-label={`Strength of ${name}`}
        value={Math.sqrt(now / maxStrength)}
        min={0}
        max={1}
        step={0.002}
        onChange={(_, v) => {
          const strength = v ** 2 * maxStrength;
          setHeld(strength);
          onStrength(id, strength, true);
        }}
        onChangeCommitted={() => {
          onSettle();
          setHeld(null);
        }}
      />
      <NumberField
        label={word}
        value={now / one}
        format={(v) => v.toFixed(word === 'g/L' ? 2 : 1)}
        min={0}
        max={maxStrength / one}
        step={0.1}
        onNumber={(v) => onStrength(id, v * one)}
        onSettle={onSettle}
        slotProps={{ htmlInput: { 'aria-label': `${name} ${strengthText(now, colourant)}` } }}
      />
      <Button aria-label={`Leave out ${name}`} onClick={() => onOut(id)} sx={{ minWidth: 44, padding: 0 }}>
        ×
      </Button>
    </Columns>
  );
});

interface SettingProps {
  of: Setting;
  value: number;
  onSetting: (key: string, value: number) => void;
  onSettle: () => void;
}

const SettingField = memo(function SettingField({ of: s, value, onSetting, onSettle }: SettingProps) {
  return (
    <NumberField
      data-said={`setting:${s.key}`}
      label={s.label}
      value={value}
      min={s.min}
      max={s.max}
      step={s.step}
      onNumber={(v) => onSetting(s.key, v)}
      onSettle={onSettle}
      title={[s.unit, s.effect ?? `${s.min}–${s.max}`].filter(Boolean).join('; ')}
      sx={{ width: 98 }}
    />
  );
});

/** What of a layer is tuned: its colours, their ratio, its coats; every change repaints the board. */
export function LayerEditor({ layer, materials, onChange, onDrag, onSettle, told, children }: Props) {
  const info = KINDS[layer.kind];
  const free = Object.values(materials.colourants).filter(
    (c) => takesColour(layer, c, materials) && !(c.id in layer.colours),
  );
  // A ready-made stain as it comes in the tin, what is left of the mix; any other colour weak.
  const toBeginWith = (id: string) => {
    const { kind, maxStrength } = entry(materials.colourants, id);
    if (kind !== 'stain') return maxStrength * 0.05;
    const mixed = Object.values(layer.colours).reduce((sum, share) => sum + share, 0);
    return Math.min(maxStrength, Math.max(0, 1 - mixed));
  };
  const [held, setHeld] = useState(false);
  const set = (id: string, strength: number, gesture?: string) =>
    onChange({ ...layer, colours: { ...layer.colours, [id]: strength } }, gesture);
  const onStrength = useEventCallback((id: string, strength: number, dragged = false) => {
    const { kind } = entry(materials.colourants, id);
    const to = { id, to: strength };
    const most = Object.fromEntries(Object.values(materials.colourants).map((c) => [c.id, c.maxStrength]));
    const colours = held
      ? withHeldRatio(layer.colours, Object.keys(layer.colours), to, { most, ...(isShare(kind) ? { whole: 1 } : {}) })
      : isShare(kind)
        ? withinPot(layer.colours, to)
        : { ...layer.colours, [id]: strength };
    (dragged ? onDrag : onChange)({ ...layer, colours }, id);
  });
  const onAdd = useEventCallback((id: string) => set(id, toBeginWith(id)));
  const onOut = useEventCallback((id: string) => {
    const { [id]: _, ...without } = layer.colours;
    onChange({ ...layer, colours: without });
  });
  const onSetting = useEventCallback((key: string, value: number) =>
    onChange({ ...layer, settings: { ...layer.settings, [key]: value } }, key),
  );
  const coats = info.settings.find((s) => s.key === 'coats');
  return (
    <Pile gap="hair">
      {Object.entries(layer.colours).map(([id, value]) => {
        const colourant = materials.colourants[id];
        return (
          colourant && (
            <Strength
              key={id}
              colourant={colourant}
              value={value}
              onStrength={onStrength}
              onOut={onOut}
              onSettle={onSettle}
            />
          )
        );
      })}
      {told && (
        <Row gap="near" wrap>
          {told}
        </Row>
      )}
      <Row gap="near" padTop="hair">
        {coats && <SettingField of={coats} value={setting(layer, 'coats')} onSetting={onSetting} onSettle={onSettle} />}
        {isColoured(layer.kind) && Object.keys(layer.colours).length < info.mostColours && (
          <TextField
            select
            label="Add a colour"
            value=""
            onChange={(e) => onAdd(e.target.value)}
            disabled={free.length === 0}
            sx={{ width: 150 }}
          >
            {free.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {hasRatio(layer, materials) && (
          <RatioField
            layer={layer}
            materials={materials}
            onRatio={(colours) => {
              onChange({ ...layer, colours });
              onSettle();
            }}
            held={held}
            onHold={setHeld}
          />
        )}
        {children}
      </Row>
    </Pile>
  );
}

import { Button, MenuItem, Slider, TextField } from '@mui/material';
import { useEventCallback } from '@mui/material/utils';
import { memo, type ReactNode, useState } from 'react';
import { KINDS, type Setting } from '../../../core/kinds/index.ts';
import { entry } from '../../../core/known.ts';
import { takesColour } from '../../../core/layers/check.ts';
import { isColoured, type Layer, setting } from '../../../core/layers/layer.ts';
import { type Colourant, isShare, type Materials } from '../../../core/layers/materials.ts';
import { withHeldRatio, withinPot } from '../../../core/mix/index.ts';
import type { Said } from '../../../core/said/sentence.ts';
import { Columns, Pile, Row } from '../layout.tsx';
import { NumberField } from '../NumberField.tsx';
import { strengthText } from '../numbers.ts';
import { RatioField } from './RatioField.tsx';

interface Props {
  layer: Layer;
  materials: Materials;
  /** `gesture`: changes of one drag, or of one number being typed, are one step. */
  onChange: (layer: Layer, gesture?: string) => void;
  /** One move of a drag. */
  onDrag: (layer: Layer, gesture: string) => void;
  onSettle: () => void;
  /** Further settings, behind its own. */
  timing?: ReactNode;
  /** What is said of the layer, beside the choice of a further colour. */
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
  const { id, name, kind, maxStrength } = colourant;
  const share = isShare(kind);
  const shown = share ? 100 : 1;
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
        label={share ? '% of the mix' : 'g/L'}
        value={now * shown}
        format={(v) => v.toFixed(share ? 1 : 2)}
        min={0}
        max={maxStrength * shown}
        step={0.1}
        onNumber={(v) => onStrength(id, v / shown)}
        onSettle={onSettle}
        slotProps={{ htmlInput: { 'aria-label': `${name} ${strengthText(now, kind)}` } }}
      />
      <Button aria-label={`Leave out ${name}`} onClick={() => onOut(id)} sx={{ minWidth: 44, padding: 0 }}>
        ×
      </Button>
    </Columns>
  );
});

/** A long label keeps its unit for whoever points at it. */
const ROOM = 15;
const labelOf = ({ label, unit }: Setting) => {
  const short = unit === '× usual' ? '×' : unit;
  return short && label.length + short.length < ROOM ? `${label}, ${short}` : label;
};

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
      label={labelOf(s)}
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

interface ChoiceProps {
  label: string;
  /** What of the sentence it sets. */
  said?: Said;
  value: string;
  options: readonly { id: string; label: string }[];
  width: number;
  onChoose: (id: string) => void;
}

const Choice = memo(
  function Choice({ label, said, value, options, width, onChoose }: ChoiceProps) {
    return (
      <TextField
        select
        data-said={said}
        label={label}
        value={value}
        onChange={(e) => onChoose(e.target.value)}
        disabled={options.length === 0}
        sx={{ width }}
      >
        {options.map((o) => (
          <MenuItem key={o.id} value={o.id}>
            {o.label}
          </MenuItem>
        ))}
      </TextField>
    );
  },
  (p, q) =>
    p.label === q.label &&
    p.value === q.value &&
    p.onChoose === q.onChoose &&
    p.options.map((o) => o.id).join() === q.options.map((o) => o.id).join(),
);

/** The settings of one layer; every change repaints the board. */
export function LayerEditor({ layer, materials, onChange, onDrag, onSettle, timing, children }: Props) {
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
  const onMedium = useEventCallback((medium: string) => onChange({ ...layer, medium }));
  const onMethod = useEventCallback((method: string) => onChange({ ...layer, method }));
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
      <Row gap="close" wrap padTop="hair" padBottom="hair">
        {info.medium !== 'none' && (
          <Choice
            label={info.medium}
            said="medium"
            value={layer.medium ?? ''}
            options={mediums.map(({ id, name }) => ({ id, label: name }))}
            width={190}
            onChoose={onMedium}
          />
        )}
        {info.methods.length > 0 && (
          <Choice
            label="how"
            said="method"
            value={layer.method ?? ''}
            options={info.methods}
            width={160}
            onChoose={onMethod}
          />
        )}
        {info.settings.map((s) => (
          <SettingField key={s.key} of={s} value={setting(layer, s.key)} onSetting={onSetting} onSettle={onSettle} />
        ))}
        {timing}
      </Row>
      <Row gap="near" padTop="hair">
        {isColoured(layer.kind) && Object.keys(layer.colours).length < info.mostColours && (
          <Choice
            label="Add a colour"
            value=""
            options={free.map(({ id, name }) => ({ id, label: name }))}
            width={150}
            onChoose={onAdd}
          />
        )}
        {Object.values(layer.colours).some((s) => s > 0) && Object.keys(layer.colours).length > 1 && (
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

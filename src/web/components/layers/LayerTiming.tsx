import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import {
  type Layer,
  LONGEST_WAIT,
  RUB_WORDS,
  RUBBED_OUT,
  RUBBED_WHERE,
  RUBBED_WHERE_WORDS,
  RUBS,
  type Rub,
  setting,
  traitsOf,
} from '../../../core/layers/layer.ts';
import { NumberField } from '../NumberField.tsx';
import { asUsual } from './pieces.ts';

interface Props {
  layer: Layer;
  /** Hours that are usual for it here. */
  usual: number;
  onChange: (layer: Layer, gesture?: string) => void;
  onSettle: () => void;
}

/** Grits as they are typed, one after the other; null while one of them is none. */
function papersTyped(text: string): number[] | null {
  const grits = (text.match(/\d+/g) ?? []).map(Number);
  const strange = /[^\d\s,–-]/.test(text);
  return strange || grits.length > 8 || grits.some((grit) => grit < 16 || grit > 10_000) ? null : grits;
}

/** What fits its field; the list says it whole. */
const SHORT: Readonly<Record<Rub | 'usual', string>> = {
  usual: 'As usual',
  none: 'Not rubbed',
  dry: 'Rub dry',
  wet: 'Rub wet',
  foam: 'Foam pad',
  wool: 'Steel wool',
  pad: 'Pad',
};
const rounded = (hours: number) => Number(hours.toFixed(hours < 1 ? 2 : 1));

/** Something that is so or not. */
function Flag({ on, title, label, onTurn }: { on: boolean; title: string; label: string; onTurn: () => void }) {
  return (
    <Button variant={on ? 'contained' : 'outlined'} color="secondary" aria-pressed={on} title={title} onClick={onTurn}>
      {label}
    </Button>
  );
}

/** What is done to a layer before the next, dry or wet, and with which papers; of a rub-out the papers alone. */
export function Rubbing({ layer, onChange, onSettle }: Omit<Props, 'usual'>) {
  const { rubsOut } = traitsOf(layer);
  const several = !rubsOut && setting(layer, 'coats') > 1;
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <>
      <TextField
        select
        label="then"
        value={layer.rub ?? ''}
        onChange={(e) => onChange(e.target.value ? { ...layer, rub: e.target.value as Rub } : asUsual(layer, 'rub'))}
        slotProps={{ select: { displayEmpty: true, renderValue: (rub) => SHORT[(rub || 'usual') as Rub | 'usual'] } }}
        sx={{ width: 140 }}
      >
        <MenuItem value="">As usual</MenuItem>
        {(rubsOut ? RUBBED_OUT : RUBS).map((rub) => (
          <MenuItem key={rub} value={rub}>
            {RUB_WORDS[rub]}
          </MenuItem>
        ))}
      </TextField>
      {several && layer.rub !== undefined && layer.rub !== 'none' && (
        <Flag
          on={layer.rubLast === true}
          title="Only when all of its coats are on"
          label="Last only"
          onTurn={() => {
            const { rubLast, ...rest } = layer;
            onChange(rubLast ? rest : { ...rest, rubLast: true });
          }}
        />
      )}
      {!rubsOut && layer.rub !== undefined && layer.rub !== 'none' && (
        <>
          <Flag
            on={layer.rubWorn === true}
            title="It takes half, and burnishes"
            label="Worn"
            onTurn={() => {
              const { rubWorn, ...rest } = layer;
              onChange(rubWorn ? rest : { ...rest, rubWorn: true });
            }}
          />
          <TextField
            select
            label="where"
            value={layer.rubWhere ?? ''}
            onChange={(e) => {
              const { rubWhere: _where, ...rest } = layer;
              const rubWhere = RUBBED_WHERE.find((w) => w === e.target.value);
              onChange(rubWhere ? { ...rest, rubWhere } : rest);
            }}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            sx={{ width: 170 }}
          >
            <MenuItem value="">all over</MenuItem>
            {RUBBED_WHERE.map((where) => (
              <MenuItem key={where} value={where}>
                {RUBBED_WHERE_WORDS[where]}
              </MenuItem>
            ))}
          </TextField>
        </>
      )}
      {(rubsOut || (layer.rub !== undefined && layer.rub !== 'none' && layer.rub !== 'wool')) && (
        <TextField
          label="papers"
          placeholder="220-400"
          value={typed ?? (layer.papers ?? []).join('-')}
          onChange={(e) => {
            setTyped(e.target.value);
            const { papers: _papers, ...rest } = layer;
            const papers = papersTyped(e.target.value);
            if (papers) onChange(papers.length > 0 ? { ...rest, papers } : rest, 'papers');
          }}
          onBlur={() => {
            setTyped(null);
            onSettle();
          }}
          error={typed !== null && papersTyped(typed) === null}
          sx={{ width: 130 }}
        />
      )}
    </>
  );
}

/** Hours of a layer, as a rule those that are usual. */
export function Hours({
  of,
  label,
  title,
  layer,
  usual,
  onChange,
  onSettle,
}: Props & { of: 'apart' | 'wait'; label: string; title: string }) {
  return (
    <NumberField
      autoFocus
      label={label}
      value={rounded(layer[of] ?? usual)}
      min={0}
      max={LONGEST_WAIT}
      step={0.5}
      onNumber={(hours) => onChange({ ...layer, [of]: hours }, of)}
      onSettle={onSettle}
      helperText={`${title}; as a rule ${rounded(usual)}`}
      sx={{ width: 240 }}
    />
  );
}

import { MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { ReactNode } from 'react';
import { FALLS, type Falls } from '../../../core/board/predict.ts';
import { type Illuminant, LIGHT_NAMES } from '../../../core/colour/lights.ts';

interface Props {
  illuminant: Illuminant;
  wet: boolean;
  curves: boolean;
  /** How many years on it is looked at. */
  years: number;
  /** How the light falls, where there is metal in the pores. */
  falls: Falls | null;
  onLight: (illuminant: Illuminant) => void;
  onWet: (wet: boolean) => void;
  onCurves: (shown: boolean) => void;
  onYears: (years: number) => void;
  onFalls: (falls: Falls) => void;
  children: ReactNode;
}

const YEARS = [0, 2, 10, 30];
const FALL_NAMES: Record<Falls, string> = { diffuse: 'all round', along: 'along', across: 'across' };

/** Under which light, wet or dry, how old, with or without curves. */
export function LightBar({
  illuminant,
  wet,
  curves,
  years,
  falls,
  onLight,
  onWet,
  onCurves,
  onYears,
  onFalls,
  children,
}: Props) {
  return (
    <div style={{ display: 'flex', gap: 16, paddingTop: 12, alignItems: 'center' }}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={illuminant}
        onChange={(_, v) => v && onLight(v)}
        aria-label="Light"
      >
        {(['D65', 'A', 'LED', 'F11'] as const).map((i) => (
          <ToggleButton key={i} value={i} title={i}>
            {LIGHT_NAMES[i]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={wet ? 'wet' : 'dry'}
        onChange={(_, v) => v && onWet(v === 'wet')}
        aria-label="Wet or dry"
      >
        <ToggleButton value="dry">dry</ToggleButton>
        <ToggleButton value="wet">wet</ToggleButton>
      </ToggleButtonGroup>
      <ToggleButton size="small" value="curves" selected={curves} onChange={() => onCurves(!curves)}>
        curves
      </ToggleButton>
      <TextField
        select
        size="small"
        label="Seen"
        value={years}
        onChange={(e) => onYears(Number(e.target.value))}
        sx={{ width: 142 }}
      >
        {YEARS.map((y) => (
          <MenuItem key={y} value={y}>
            {y === 0 ? 'now' : `in ${y} years`}
          </MenuItem>
        ))}
      </TextField>
      {falls && (
        <TextField
          select
          size="small"
          label="Light falls"
          value={falls}
          onChange={(e) => onFalls(e.target.value as Falls)}
          sx={{ width: 130 }}
        >
          {FALLS.map((f) => (
            <MenuItem key={f} value={f}>
              {FALL_NAMES[f]}
            </MenuItem>
          ))}
        </TextField>
      )}
      <div style={{ marginLeft: 'auto' }}>{children}</div>
    </div>
  );
}

import { MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { memo } from 'react';
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
}

const YEARS = [0, 2, 10, 30];
const FALL_NAMES: Record<Falls, string> = { diffuse: 'all round', along: 'along', across: 'across' };

/** Under which light, wet or dry, how old, with or without curves: one quiet line. */
export const LightBar = memo(function LightBar({
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
}: Props) {
  return (
    <>
      <ToggleButtonGroup exclusive value={illuminant} onChange={(_, v) => v && onLight(v)} aria-label="Light">
        {(['D65', 'A', 'LED', 'F11'] as const).map((i) => (
          <ToggleButton key={i} value={i} title={i}>
            {LIGHT_NAMES[i]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <ToggleButtonGroup
        exclusive
        value={wet ? 'wet' : 'dry'}
        onChange={(_, v) => v && onWet(v === 'wet')}
        aria-label="Wet or dry"
      >
        <ToggleButton value="dry">dry</ToggleButton>
        <ToggleButton value="wet">wet</ToggleButton>
      </ToggleButtonGroup>
      <ToggleButton value="curves" selected={curves} onChange={() => onCurves(!curves)}>
        curves
      </ToggleButton>
      <TextField
        select
        value={years}
        onChange={(e) => onYears(Number(e.target.value))}
        slotProps={{ select: { SelectDisplayProps: { 'aria-label': 'Seen' } } }}
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
          value={falls}
          onChange={(e) => onFalls(e.target.value as Falls)}
          slotProps={{ select: { SelectDisplayProps: { 'aria-label': 'Light falls' } } }}
        >
          {FALLS.map((f) => (
            <MenuItem key={f} value={f}>
              {FALL_NAMES[f]}
            </MenuItem>
          ))}
        </TextField>
      )}
    </>
  );
});

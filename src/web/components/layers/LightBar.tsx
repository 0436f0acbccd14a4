import { MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { memo } from 'react';
import { FALLS, type Falls } from '../../../core/board/predict.ts';
import { type Illuminant, LIGHT_NAMES } from '../../../core/colour/lights.ts';

/** Curves over wavelength, the path through colour space, or nothing. */
export type LooksBeside = 'curves' | 'path' | null;

interface Props {
  illuminant: Illuminant;
  wet: boolean;
  /** What stands beside the picture. */
  beside: LooksBeside;
  /** How many years on it is looked at. */
  years: number;
  /** How the light falls, where there is metal in the pores. */
  falls: Falls | null;
  onLight: (illuminant: Illuminant) => void;
  onWet: (wet: boolean) => void;
  onBeside: (beside: LooksBeside) => void;
  onYears: (years: number) => void;
  onFalls: (falls: Falls) => void;
  /** The end grain beside the face. */
  ends: boolean;
  onEnds: (shown: boolean) => void;
  /** The picture through a loupe. */
  loupe: boolean;
  onLoupe: (on: boolean) => void;
  /** How many times as large as it is the miss is shown; null where there is none to see. */
  enlarge: number | null;
  onEnlarge: (times: number) => void;
}

/** As it is, and enlarged. */
const ENLARGED = [1, 3, 5];
export const nextEnlarged = (times: number): number => ENLARGED[(ENLARGED.indexOf(times) + 1) % ENLARGED.length] ?? 1;

const YEARS = [0, 2, 10, 30];
const FALL_NAMES: Record<Falls, string> = { diffuse: 'all round', along: 'along', across: 'across' };

/** Under which light, wet or dry, how old, with or without curves: one quiet line. */
export const LightBar = memo(function LightBar({
  illuminant,
  wet,
  beside,
  years,
  falls,
  onLight,
  onWet,
  onBeside,
  onYears,
  onFalls,
  ends,
  onEnds,
  loupe,
  onLoupe,
  enlarge,
  onEnlarge,
}: Props) {
  return (
    <>
      <ToggleButtonGroup exclusive value={illuminant} onChange={(_, v) => v && onLight(v)} aria-label="Light">
        {(['D65', 'A', 'LED', 'F11'] as const).map((i) => (
          <ToggleButton key={i} value={i} title={`${LIGHT_NAMES[i]}, ${i}`}>
            {LIGHT_NAMES[i].split(' ').at(-1)}
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
      <ToggleButtonGroup exclusive value={beside} onChange={(_, v) => onBeside(v)} aria-label="Beside the picture">
        <ToggleButton value="curves">curves</ToggleButton>
        <ToggleButton value="path">path</ToggleButton>
      </ToggleButtonGroup>
      <ToggleButton value="ends" selected={ends} onChange={() => onEnds(!ends)} title="end grain">
        end
      </ToggleButton>
      <ToggleButton value="loupe" selected={loupe} onChange={() => onLoupe(!loupe)}>
        loupe
      </ToggleButton>
      {enlarge !== null && (
        <ToggleButton value="miss" selected={enlarge > 1} onChange={() => onEnlarge(nextEnlarged(enlarge))}>
          {enlarge > 1 ? `miss × ${enlarge}` : 'miss'}
        </ToggleButton>
      )}
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

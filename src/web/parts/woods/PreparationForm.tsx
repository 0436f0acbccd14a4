import { Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useRef } from 'react';
import { type Preparation, TEXTURES } from '../../../core/board/preparation.ts';
import { VersionMade } from '../../../shared/id.ts';
import type { JobWood } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import { useVersioned } from '../../hooks/versioned.ts';
import { MeanwhileNote } from '../MeanwhileNote.tsx';
import { Trouble } from '../Trouble.tsx';

const GRITS = [80, 100, 120, 150, 180, 220, 240, 320, 400];

export const preparationText = (p: Preparation) =>
  [
    `grit ${p.grit}`,
    p.texture,
    p.grainRaised && 'grain raised',
    p.preWet && 'wetted',
    p.conditioner && 'conditioner',
    p.oldFinish && 'old finish',
  ]
    .filter(Boolean)
    .join(', ');

/** What the boards of a wood are given before colour goes on. */
export function PreparationForm({ wood }: { wood: JobWood }) {
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<Preparation>({
    lane: `/woods/${wood.id}/preparation`,
    value: wood.preparation,
    version: wood.preparationVersion,
    save: async (preparation, version) =>
      (await change('PUT', `/woods/${wood.id}/preparation`, { version, preparation }, VersionMade)).version,
  });
  // Two quick taps: the second builds on the first.
  const latest = useRef(shown);
  latest.current = shown;
  const put = (part: Partial<Preparation>) => {
    latest.current = { ...latest.current, ...part };
    void set(latest.current);
  };
  const flag = (key: 'conditioner' | 'preWet' | 'grainRaised' | 'oldFinish', label: string) => (
    <FormControlLabel
      control={<Checkbox checked={shown[key]} onChange={(e) => put({ [key]: e.target.checked })} />}
      label={label}
    />
  );
  return (
    <div style={{ display: 'grid', gap: 12, alignContent: 'start' }}>
      <h2 style={{ margin: 0 }}>Preparation</h2>
      <div style={{ display: 'flex', gap: 12 }}>
        <TextField
          select
          label="Last grit"
          value={shown.grit}
          onChange={(e) => put({ grit: Number(e.target.value) })}
          sx={{ width: 120 }}
        >
          {GRITS.map((g) => (
            <MenuItem key={g} value={g}>
              {g}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Texture"
          value={shown.texture}
          onChange={(e) => put({ texture: e.target.value as Preparation['texture'] })}
          sx={{ width: 150 }}
        >
          {TEXTURES.map((t) => (
            <MenuItem key={t} value={t}>
              {t}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <div style={{ display: 'grid' }}>
        {flag('grainRaised', 'Grain raised and knocked down')}
        {flag('preWet', 'Wetted just before the dye')}
        {flag('conditioner', 'Conditioner before the first colour')}
        {flag('oldFinish', 'Over a sound old finish')}
      </div>
      <span className="soft">For boards without colour; one with colour on keeps what it was.</span>
      <Trouble error={error} />
      <MeanwhileNote
        meanwhile={meanwhile}
        what="The preparation"
        text={preparationText}
        onMine={keepMine}
        onTheirs={takeTheirs}
      />
    </div>
  );
}

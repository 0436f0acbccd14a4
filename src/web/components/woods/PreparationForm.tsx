import { Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useRef, useState } from 'react';
import {
  DUSTS,
  type Dust,
  END_GRAINS,
  type EndGrain,
  type Preparation,
  TEXTURES,
} from '../../../core/board/preparation.ts';
import { setPreparation } from '../../../shared/contract/jobs.ts';
import type { JobWood } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import { useVersioned } from '../../hooks/versioned.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { MeanwhileNote } from '../MeanwhileNote.tsx';

/** The grits of a typed sequence; null where it is none. */
export function gritsTyped(text: string): number[] | null {
  const words = text.split(/[^0-9.]+/).filter(Boolean);
  if (/[a-z]/i.test(text) || words.length > 8) return null;
  const grits = words.map(Number);
  return grits.every((g) => Number.isInteger(g) && g >= 16 && g <= 5000) ? grits : null;
}

const GRITS = [80, 100, 120, 150, 180, 220, 240, 320, 400];

export const preparationText = (p: Preparation) =>
  [
    `grit ${[...(p.grits ?? []), p.grit].join('-')}`,
    p.texture,
    p.grainRaised && 'grain raised',
    p.preWet && 'wetted',
    p.conditioner && 'conditioner',
    p.oldFinish && 'old finish',
    p.veneer && 'veneer',
    p.contaminated && 'contaminated',
    p.spots && `spots to ${p.spots}`,
    p.dust && p.dust !== 'vacuum' && p.dust,
    p.ends && p.ends !== 'as the face' && `end grain ${p.ends}`,
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
      (await change(setPreparation, { wood: wood.id }, { version, preparation })).version,
  });
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && gritsTyped(typed) === null;
  // Two quick taps: the second builds on the first.
  const latest = useRef(shown);
  latest.current = shown;
  const put = (part: Partial<Preparation>) => {
    latest.current = { ...latest.current, ...part };
    void set(latest.current);
  };
  const flag = (
    key: 'conditioner' | 'preWet' | 'grainRaised' | 'oldFinish' | 'veneer' | 'contaminated',
    label: string,
  ) => (
    <FormControlLabel
      control={<Checkbox checked={shown[key] === true} onChange={(e) => put({ [key]: e.target.checked })} />}
      label={label}
    />
  );
  return (
    <Pile gap="near" top>
      <h2>Preparation</h2>
      <Row gap="near">
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
      </Row>
      <Row gap="near" wrap>
        <TextField
          label="Grits before it"
          value={typed ?? (shown.grits ?? []).join('-')}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={() => {
            if (typed === null) return;
            const grits = gritsTyped(typed);
            if (!grits) return;
            setTyped(null);
            put({ grits });
          }}
          error={wrong}
          helperText={wrong ? 'Grits like 80-120-150.' : null}
          placeholder="80-120-150"
          sx={{ width: 150 }}
        />
        <TextField
          select
          label="Dust off with"
          value={shown.dust ?? 'vacuum'}
          onChange={(e) => put({ dust: e.target.value as Dust })}
          sx={{ width: 150 }}
        >
          {DUSTS.map((d) => (
            <MenuItem key={d} value={d}>
              {d}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="End grain"
          value={shown.ends ?? 'as the face'}
          onChange={(e) => put({ ends: e.target.value as EndGrain })}
          sx={{ width: 180 }}
        >
          {END_GRAINS.map((d) => (
            <MenuItem key={d} value={d}>
              {d}
            </MenuItem>
          ))}
        </TextField>
      </Row>
      <TextField
        select
        label="Single spots sanded to"
        value={shown.spots ?? ''}
        onChange={(e) => put({ spots: e.target.value === '' ? undefined : Number(e.target.value) })}
        helperText="A repair, a glue stain: before any colour goes on."
        sx={{ width: 300 }}
      >
        <MenuItem value="">the same grit as the rest</MenuItem>
        {GRITS.map((g) => (
          <MenuItem key={g} value={g}>
            {g}
          </MenuItem>
        ))}
      </TextField>
      <Pile>
        {flag('grainRaised', 'Grain raised and knocked down')}
        {flag('preWet', 'Wetted just before the dye')}
        {flag('conditioner', 'Conditioner before the first colour')}
        {flag('oldFinish', 'Over a sound old finish')}
        {flag('veneer', 'Veneer, about 0.6 mm')}
        {flag('contaminated', 'Oil, wax or silicone may be in it')}
      </Pile>
      <span className="soft">For boards without colour; one with colour on keeps what it was.</span>
      <ErrorMessage error={error} />
      <MeanwhileNote
        meanwhile={meanwhile}
        what="The preparation"
        text={preparationText}
        onMine={keepMine}
        onTheirs={takeTheirs}
      />
    </Pile>
  );
}

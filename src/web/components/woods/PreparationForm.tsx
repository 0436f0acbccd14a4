import { Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useRef, useState } from 'react';
import {
  DEGREES,
  DUSTS,
  EDGES,
  END_GRAINS,
  OLD_FILMS,
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
    p.degree && p.degree !== 'usual' && p.texture !== 'plain' ? `${p.texture}, ${p.degree}` : p.texture,
    p.edges && p.edges !== 'as cut' && `edges ${p.edges}`,
    p.grainRaised && 'grain raised',
    p.preWet && 'wetted',
    p.conditioner && 'conditioner',
    p.oldFinish && `old finish${p.oldFilm && p.oldFilm !== 'unknown' ? ` of ${p.oldFilm}` : ''}`,
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
  const choice = <Value extends string | number>(
    label: string,
    value: Value,
    options: readonly Value[],
    width: number,
    onChoose: (value: Value) => void,
  ) => (
    <TextField
      select
      label={label}
      value={value}
      onChange={(e) => {
        const chosen = options.find((o) => String(o) === String(e.target.value));
        if (chosen !== undefined) onChoose(chosen);
      }}
      sx={{ width }}
    >
      {options.map((o) => (
        <MenuItem key={o} value={o}>
          {o}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Pile gap="near" top>
      <h2>Preparation</h2>
      <Row gap="near" wrap>
        {choice('Last grit', shown.grit, GRITS, 120, (grit) => put({ grit }))}
        {choice('Texture', shown.texture, TEXTURES, 150, (texture) => put({ texture }))}
        {shown.texture !== 'plain' &&
          choice('How far', shown.degree ?? 'usual', DEGREES, 120, (degree) => put({ degree }))}
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
        {choice('Dust off with', shown.dust ?? 'vacuum', DUSTS, 150, (dust) => put({ dust }))}
        {choice('End grain', shown.ends ?? 'as the face', END_GRAINS, 180, (ends) => put({ ends }))}
        {choice('Edges', shown.edges ?? 'as cut', EDGES, 160, (edges) => put({ edges }))}
        {shown.oldFinish &&
          choice('The old finish', shown.oldFilm ?? 'unknown', OLD_FILMS, 160, (oldFilm) => put({ oldFilm }))}
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

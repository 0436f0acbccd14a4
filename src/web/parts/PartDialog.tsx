import { Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { type Part, PartChange, ZONES } from '../../shared/part.ts';
import { change } from '../hooks/api.ts';
import type { Bench } from '../hooks/bench.ts';
import { useEditForm } from '../hooks/edit-form.ts';
import { FormDialog } from './FormDialog.tsx';

const MM_PER_INCH = 25.4;

/** A part of the job, put right. */
export function PartDialog({
  bench,
  part,
  units,
  onClose,
}: {
  bench: Bench;
  part: Part;
  units: 'metric' | 'us';
  onClose: () => void;
}) {
  const scale = units === 'us' ? MM_PER_INCH : 1;
  const shown = (mm: number | null) => (mm === null ? '' : String(Math.round((mm / scale) * 1000) / 1000));
  const [typed, setTyped] = useState({
    name: part.name,
    count: String(part.count),
    length: shown(part.length),
    width: shown(part.width),
    thickness: shown(part.thickness),
    woodId: part.woodId ?? '',
    faces: part.faces,
    zones: part.zones,
  });
  const put = (change: Partial<typeof typed>) => setTyped({ ...typed, ...change });
  const { submit, error, setError, meanwhile, busy } = useEditForm<Part>(part.version, async (version) => {
    const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text) * scale);
    const now = PartChange.safeParse({
      version,
      name: typed.name,
      count: Number(typed.count),
      length: number(typed.length),
      width: number(typed.width),
      thickness: typed.thickness.trim() === '' ? null : number(typed.thickness),
      woodId: typed.woodId || null,
      faces: typed.faces,
      zones: typed.zones,
    });
    if (!now.success) throw new Error(now.error.issues[0].message);
    await change('PATCH', `/parts/${part.id}`, now.data);
  });
  const unit = units === 'us' ? 'in' : 'mm';
  const field = (key: 'name' | 'count' | 'length' | 'width' | 'thickness', label: string) => (
    <TextField
      label={label}
      value={typed[key]}
      onChange={(e) => {
        put({ [key]: e.target.value });
        setError(null);
      }}
    />
  );
  const toggle = (zone: (typeof ZONES)[number]) =>
    put({
      zones: typed.zones.includes(zone) ? typed.zones.filter((z) => z !== zone) : [...typed.zones, zone],
    });
  return (
    <FormDialog
      title="Change the part"
      error={error}
      onClose={onClose}
      action={
        <Button variant="contained" color="primary" disabled={busy} onClick={async () => (await submit()) && onClose()}>
          {meanwhile ? 'Save mine over it' : 'Save'}
        </Button>
      }
    >
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 110px', gap: 12 }}>
        {field('name', 'Part')}
        {field('count', 'How many')}
      </div>
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 12 }}>
        {field('length', `Length, ${unit}`)}
        {field('width', `Width, ${unit}`)}
        {field('thickness', `Thickness, ${unit}`)}
      </div>
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 12 }}>
        <TextField select label="Wood" value={typed.woodId} onChange={(e) => put({ woodId: e.target.value })}>
          <MenuItem value="">not settled</MenuItem>
          {bench.job.woods.map((w) => (
            <MenuItem key={w.id} value={w.id}>
              {bench.shelf.species.find((s) => s.id === w.speciesId)?.name ?? w.speciesId}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Faces"
          value={typed.faces}
          onChange={(e) => put({ faces: Number(e.target.value) as 1 | 2 })}
        >
          <MenuItem value={1}>one</MenuItem>
          <MenuItem value={2}>both</MenuItem>
        </TextField>
      </div>
      <div>
        {ZONES.map((zone) => (
          <FormControlLabel
            key={zone}
            control={<Checkbox checked={typed.zones.includes(zone)} onChange={() => toggle(zone)} />}
            label={zone === 'end' ? 'end grain' : zone}
          />
        ))}
      </div>
      {meanwhile && (
        <div className="note">
          Now: {meanwhile.count} × {meanwhile.name}. Yours is above; saving again saves it over that.
        </div>
      )}
    </FormDialog>
  );
}

import { Checkbox, FormControlLabel, MenuItem } from '@mui/material';
import { Controller } from 'react-hook-form';
import { woodNamed } from '../../record/board/wood.ts';
import { changePart } from '../../shared/contract/jobs.ts';
import { NewPart, PART_ZONES, type Part, type PartChange } from '../../shared/part.ts';
import { change } from '../hooks/api.ts';
import type { OpenBench } from '../hooks/bench.ts';
import { useTypedForm } from '../hooks/typed-form.ts';
import { ErrorMessage } from './ErrorMessage.tsx';
import { FormDialog, SaveButton } from './FormDialog.tsx';
import { Columns } from './layout.tsx';
import { numberTyped } from './numbers.ts';
import { sizeIn } from './sizes.ts';
import { TypedField } from './TypedField.tsx';

/** A part as it is typed. */
interface PartTyped {
  name: string;
  count: string;
  length: string;
  width: string;
  thickness: string;
  woodId: string;
  faces: string;
  zones: Part['zones'];
}

/** A part of the job, put right. */
export function PartDialog({
  bench,
  part,
  units,
  onClose,
}: {
  bench: OpenBench;
  part: Part;
  units: 'metric' | 'us';
  onClose: () => void;
}) {
  const { unit, shown, typed: size } = sizeIn(units);
  const { form, submit, meanwhile, busy, error } = useTypedForm<PartTyped, Omit<PartChange, 'version'>, Part>({
    keep: `part/${part.id}/${part.version}`,
    blank: {
      name: part.name,
      count: String(part.count),
      length: shown(part.length),
      width: shown(part.width),
      thickness: part.thickness === null ? '' : shown(part.thickness),
      woodId: part.woodId ?? '',
      faces: String(part.faces),
      zones: part.zones,
    },
    read: (typed) => ({
      name: typed.name,
      count: numberTyped(typed.count),
      length: size(typed.length),
      width: size(typed.width),
      thickness: size(typed.thickness) ?? null,
      woodId: typed.woodId || null,
      faces: Number(typed.faces),
      zones: typed.zones,
    }),
    shape: NewPart.omit({ id: true }),
    save: (now, version) => change(changePart, { part: part.id }, { version, ...now }),
    version: part.version,
    onSaved: onClose,
  });
  const field = (name: 'name' | 'count' | 'length' | 'width' | 'thickness', label: string) => (
    <TypedField control={form.control} name={name} label={label} />
  );
  return (
    <FormDialog
      title="Change the part"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      <Columns of="1fr 110px" gap="near">
        {field('name', 'Part')}
        {field('count', 'How many')}
      </Columns>
      <Columns of="1fr 1fr 1fr" gap="near">
        {field('length', `Length, ${unit}`)}
        {field('width', `Width, ${unit}`)}
        {field('thickness', `Thickness, ${unit}`)}
      </Columns>
      <Columns of="1fr 1fr" gap="near">
        <TypedField control={form.control} name="woodId" select label="Wood">
          <MenuItem value="">not settled</MenuItem>
          {bench.job.woods.map((w) => (
            <MenuItem key={w.id} value={w.id}>
              {woodNamed(bench.shelf, w)}
            </MenuItem>
          ))}
        </TypedField>
        <TypedField control={form.control} name="faces" select label="Faces">
          <MenuItem value="1">one</MenuItem>
          <MenuItem value="2">both</MenuItem>
        </TypedField>
      </Columns>
      <Controller
        control={form.control}
        name="zones"
        render={({ field: { value, onChange }, fieldState }) => (
          <div>
            {PART_ZONES.map((zone) => (
              <FormControlLabel
                key={zone}
                control={
                  <Checkbox
                    checked={value.includes(zone)}
                    onChange={() => onChange(value.includes(zone) ? value.filter((z) => z !== zone) : [...value, zone])}
                  />
                }
                label={zone === 'end' ? 'end grain' : zone}
              />
            ))}
            <ErrorMessage error={fieldState.error?.message} />
          </div>
        )}
      />
      {meanwhile && (
        <div className="note">
          Now: {meanwhile.count} × {meanwhile.name}. Yours is above; saving again saves it over that.
        </div>
      )}
    </FormDialog>
  );
}

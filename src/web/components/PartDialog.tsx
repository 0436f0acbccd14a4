import { Checkbox, FormControlLabel, MenuItem } from '@mui/material';
import { type Control, Controller } from 'react-hook-form';
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
  hidden: Part['zones'];
  place: string;
  assembled: string;
  zoneOf: string;
}

/** Zones of a part, ticked one by one. */
function Zones({
  control,
  name,
  legend,
  not = [],
}: {
  control: Control<PartTyped>;
  name: 'zones' | 'hidden';
  legend: string;
  /** Zones that are ticked elsewhere. */
  not?: readonly Part['zones'][number][];
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange }, fieldState }) => (
        <fieldset className="zones">
          <legend>{legend}</legend>
          {PART_ZONES.filter((zone) => !not.includes(zone)).map((zone) => (
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
        </fieldset>
      )}
    />
  );
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
      hidden: part.hidden,
      place: part.place,
      assembled: part.assembled ? 'after' : 'before',
      zoneOf: part.zoneOf ?? '',
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
      hidden: typed.hidden.filter((z) => !typed.zones.includes(z)),
      place: typed.place,
      assembled: typed.assembled === 'after',
      zoneOf: typed.zoneOf || null,
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
      <Zones control={form.control} name="zones" legend="Zones that matter" />
      <Zones control={form.control} name="hidden" legend="Coated, and seen by nobody" not={form.watch('zones')} />
      <Columns of="1fr 1fr" gap="near">
        <TypedField control={form.control} name="place" label="Where it stands" placeholder="front of the counter" />
        <TypedField control={form.control} name="assembled" select label="Worked">
          <MenuItem value="before">before it is put together</MenuItem>
          <MenuItem value="after">when it is put together</MenuItem>
        </TypedField>
      </Columns>
      <TypedField
        control={form.control}
        name="zoneOf"
        select
        label="Zone of"
        helperText="A zone with layers of its own is masked while the rest is worked, and the rest while it is."
      >
        <MenuItem value="">none: a part by itself</MenuItem>
        {bench.job.parts
          .filter((p) => p.id !== part.id && p.zoneOf === null)
          .map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
      </TypedField>
      {meanwhile && (
        <div className="note">
          Now: {meanwhile.count} × {meanwhile.name}. Yours is above; saving again saves it over that.
        </div>
      )}
    </FormDialog>
  );
}

import { Button, MenuItem } from '@mui/material';
import type { z } from 'zod';
import type { Lab } from '../../../core/colour/lab.ts';
import { FieldError } from '../../../core/field-error.ts';
import { LabFields, LabLight } from '../../../shared/reading.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { numberTyped } from '../numbers.ts';
import { TypedField } from '../TypedField.tsx';

const Shape = LabFields.extend({ light: LabLight });

const AXES = ['L', 'a', 'b'] as const;
type LabTyped = Record<(typeof AXES)[number], string> & { light: string };
/** Lights with their observers that L*a*b* is usually told for, the instrument's own first. */
export const TOLD_FOR = ['D65/10', 'D50/2', 'D65/2', 'D50/10', 'A/10', 'A/2', 'F11/10', 'F2/10'];
const lightText = (light: string) => `${light}°`;

const axisTyped = (axis: (typeof AXES)[number], typed: string) => {
  const value = numberTyped(typed);
  if (value === undefined) throw new FieldError(axis, `${axis}*: the value is missing.`);
  if (!Number.isFinite(value)) throw new FieldError(axis, `${axis}*: “${typed}” is not a number.`);
  return value;
};

/** L*, a*, b* by hand, each in its field, with the light and observer that they were told for. */
export function TypedLab({ keep, take }: { keep: string; take: (lab: Lab, light: string) => Promise<void> }) {
  const { form, submit, busy, error } = useTypedForm<LabTyped, z.infer<typeof Shape>>({
    keep: `typed/${keep}`,
    blank: { L: '', a: '', b: '', light: 'D65/10' },
    read: ({ L, a, b, light }) => ({ L: axisTyped('L', L), a: axisTyped('a', a), b: axisTyped('b', b), light }),
    shape: Shape,
    save: ({ L, a, b, light }) => take([L, a, b], light),
    onSaved: () => {},
  });
  return (
    <Pile as="form" noValidate onSubmit={submit} gap="close">
      <Row gap="near" align="start" wrap>
        {AXES.map((axis) => (
          <TypedField
            key={axis}
            control={form.control}
            name={axis}
            label={`${axis}*`}
            sx={{ width: 96 }}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
        ))}
        <TypedField control={form.control} name="light" select label="For the light" sx={{ width: 130 }}>
          {TOLD_FOR.map((light) => (
            <MenuItem key={light} value={light}>
              {lightText(light)}
            </MenuItem>
          ))}
        </TypedField>
        <Button type="submit" disabled={busy}>
          Add
        </Button>
      </Row>
      <ErrorMessage error={error} />
    </Pile>
  );
}

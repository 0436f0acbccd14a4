import { MenuItem } from '@mui/material';
import type { ComponentProps } from 'react';
import type { Control, FieldValues, Path } from 'react-hook-form';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { TypedField } from '../TypedField.tsx';

export interface AddProps {
  onClose: () => void;
  onAdded: (id: string) => void;
}

/** A dialog that puts something on the shelf. */
export const ShelfDialog = ({
  busy,
  ...dialog
}: Omit<ComponentProps<typeof FormDialog>, 'action'> & { busy: boolean }) => (
  <FormDialog {...dialog} action={<SaveButton busy={busy}>Put on the shelf</SaveButton>} />
);

/** Fields of a form for the shelf, each one line. */
export function fieldsOf<T extends FieldValues>(control: Control<T>) {
  const text = (name: Path<T>, label: string) => <TypedField control={control} name={name} label={label} />;
  const select = (name: Path<T>, label: string, options: readonly string[]) => (
    <TypedField control={control} name={name} label={label} select>
      {options.map((o) => (
        <MenuItem key={o} value={o}>
          {o}
        </MenuItem>
      ))}
    </TypedField>
  );
  return { text, select };
}

export const CODE = 'Code: small letters, digits, hyphens; made when empty';
/** A code out of a name: `Tawny, wiping` is `tawny-wiping`. */
export const codeOf = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
export const withCode = <T extends { id: string; name: string }>(typed: T): T => ({
  ...typed,
  id: typed.id.trim() || codeOf(typed.name),
});

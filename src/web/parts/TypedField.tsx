import { TextField, type TextFieldProps } from '@mui/material';
import { type Control, Controller, type FieldValues, type Path } from 'react-hook-form';

type Props<T extends FieldValues> = Omit<TextFieldProps, 'name'> & { control: Control<T>; name: Path<T> };

/** A field of a form, with what is wrong with it under it. */
export function TypedField<T extends FieldValues>({ control, name, helperText, slotProps, ...rest }: Props<T>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, value, ...field }, fieldState: { error } }) => (
        <TextField
          {...rest}
          {...field}
          value={value ?? ''}
          inputRef={ref}
          error={error !== undefined}
          helperText={error?.message ?? helperText}
          slotProps={{ ...slotProps, formHelperText: error ? { role: 'alert' } : {} }}
        />
      )}
    />
  );
}

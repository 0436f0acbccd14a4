import { TextField, type TextFieldProps } from '@mui/material';
import { type Control, Controller, type FieldValues, type Path } from 'react-hook-form';

type Props<T extends FieldValues> = Omit<TextFieldProps, 'name' | 'error'> & {
  control: Control<T>;
  name: Path<T>;
  /** What else is wrong with it, in a sentence: a save that was refused. */
  refused?: string | null;
};

/** A field of a form, with what is wrong with it under it. */
export function TypedField<T extends FieldValues>({
  control,
  name,
  refused,
  helperText,
  slotProps,
  ...rest
}: Props<T>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, value, ...field }, fieldState }) => {
        const wrong = fieldState.error?.message ?? refused;
        return (
          <TextField
            {...rest}
            {...field}
            onBlur={(event) => {
              field.onBlur();
              rest.onBlur?.(event);
            }}
            value={value ?? ''}
            inputRef={ref}
            error={Boolean(wrong)}
            helperText={wrong ?? helperText}
            slotProps={{ ...slotProps, formHelperText: wrong ? { role: 'alert' } : {} }}
          />
        );
      }}
    />
  );
}

import { MenuItem, TextField } from '@mui/material';

/** One of a few words, or nothing. */
export function OneOf<T extends string>({
  label,
  of,
  value,
  named = String,
  onChange,
}: {
  label: string;
  of: readonly T[];
  value: T | undefined;
  named?: (value: T) => string;
  onChange: (value: T | undefined) => void;
}) {
  return (
    <TextField
      select
      fullWidth
      label={label}
      value={value ?? ''}
      onChange={(e) => onChange((e.target.value || undefined) as T | undefined)}
      sx={{ minWidth: 0 }}
    >
      <MenuItem value="">not said</MenuItem>
      {of.map((word) => (
        <MenuItem key={word} value={word}>
          {named(word)}
        </MenuItem>
      ))}
    </TextField>
  );
}

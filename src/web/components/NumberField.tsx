import { TextField, type TextFieldProps } from '@mui/material';
import { useState } from 'react';
import { numberTyped } from './numbers.ts';

type Props = Omit<TextFieldProps, 'value' | 'onChange' | 'type'> & {
  value: number;
  /** The number as it is shown while nobody types. */
  format?: (value: number) => string;
  min: number;
  max: number;
  /** Each number within its bounds, as it is typed. */
  onNumber: (value: number) => void;
  /** Typing is over. */
  onSettle?: () => void;
  step?: number;
};

/** A number in a field: what is typed stands as it is typed, and takes effect while it makes sense. */
export function NumberField({
  value,
  format = String,
  min,
  max,
  onNumber,
  onSettle,
  step,
  helperText,
  ...rest
}: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string) => numberTyped(text) ?? Number.NaN;
  const makesSense = (number: number) => number >= min && number <= max;
  const wrong = typed !== null && !makesSense(read(typed));
  const take = (text: string) => {
    setTyped(text);
    if (makesSense(read(text))) onNumber(read(text));
  };
  return (
    <TextField
      {...rest}
      value={typed ?? format(value)}
      error={wrong}
      helperText={wrong ? `A number, ${min} to ${max}.` : helperText}
      onChange={(e) => take(e.target.value)}
      onBlur={() => {
        setTyped(null);
        onSettle?.();
      }}
      onKeyDown={(e) => {
        const by = { ArrowUp: 1, ArrowDown: -1 }[e.key];
        if (!step || !by) return;
        e.preventDefault();
        const next = Math.min(max, Math.max(min, Number((value + by * step).toFixed(6))));
        setTyped(null);
        onNumber(next);
      }}
      slotProps={{ ...rest.slotProps, htmlInput: { inputMode: 'decimal', ...rest.slotProps?.htmlInput } }}
    />
  );
}

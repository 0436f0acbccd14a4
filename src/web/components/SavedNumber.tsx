import { type TypedNumber, useTypedNumber } from '../hooks/typed-number.ts';
import { numberTyped } from './numbers.ts';
import { TypedField } from './TypedField.tsx';

type Props<T extends number | null> = TypedNumber<T> & { label: string; width?: number };

const read = (text: string) => numberTyped(text) ?? null;

/** A number on its own, kept when its field is left or Enter is pressed; what is wrong with it stands under it. */
export function SavedNumber<T extends number | null>({ label, width, ...number }: Props<T>) {
  const { control, leave } = useTypedNumber(number, read);
  return (
    <TypedField
      control={control}
      name={number.name}
      label={label}
      refused={number.refused}
      onBlur={() => void leave()}
      onKeyDown={(e) => e.key === 'Enter' && void leave()}
      sx={width ? { width } : {}}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
}

import { zodResolver } from '@hookform/resolvers/zod';
import { type Resolver, useForm } from 'react-hook-form';
import { z } from 'zod';

export interface TypedNumber<T extends number | null> {
  /** What it is called in the shapes; refusals speak of it by that name. */
  name: string;
  shape: z.ZodType<T, T>;
  shown: T;
  /** Keeps a number; nothing typed is null, where the shape takes it. */
  set: (value: T) => unknown;
  /** Why the last one was not kept. */
  refused: string | null;
}

/** A form of one number: `leave` keeps it, or says at the field why not. @param read the number in what is typed */
export function useTypedNumber<T extends number | null>(
  { name, shape, shown, set, refused }: TypedNumber<T>,
  read: (text: string) => number | null,
) {
  const asShape = shape as unknown as z.ZodType<number | null, number | null>;
  const typed = z.object({ [name]: z.string().transform(read).pipe(asShape) });
  const form = useForm<Record<string, string>>({
    values: { [name]: shown === null ? '' : String(shown) },
    // The hand has left the field: it is not called back.
    shouldFocusError: false,
    resolver: zodResolver(typed as never) as unknown as Resolver<Record<string, string>>,
  });
  const leave = form.handleSubmit((values) => {
    const number = values[name] as unknown as T;
    if (number !== shown || refused) void set(number);
  });
  return { control: form.control, leave };
}

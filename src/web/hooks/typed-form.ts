import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useState } from 'react';
import { type DefaultValues, type FieldValues, type Path, type Resolver, useForm } from 'react-hook-form';
import { z } from 'zod';
import { FieldError } from '../../core/field-error.ts';
import { Refused } from './api.ts';
import { usePersistentState } from './persistent-state.ts';
import { sentenceOf } from './sentence.ts';

interface Options<T extends FieldValues, V> {
  /** The words are kept in this browser under this name until they are saved. */
  keep: string;
  /** What the form opens with, as it is typed. */
  blank: T;
  /** What is typed, as the shape takes it; fields of one name are one field. */
  read: (typed: T) => unknown;
  shape: z.ZodType<V>;
  /** Saves; for an edit on the version that the form was opened with, or that it has since been told of. */
  save: (value: V, version: number) => Promise<unknown>;
  /** The version that the form is opened with. */
  version?: number;
  /** What was saved stays as it was typed; else the form is empty again. */
  stays?: boolean;
  onSaved: () => void;
}

/**
 * A form over typed words: refusals of the shape and of the server stand at their field. Where the record changed
 * meanwhile both stay: `meanwhile` tells what it is now, and saving again saves over it knowingly.
 */
export function useTypedForm<T extends FieldValues, V, Record = unknown>(options: Options<T, V>) {
  const { keep, blank, read, shape, save, version: opened = 1, stays = false, onSaved } = options;
  const [kept, setKept, forget] = usePersistentState<T>(keep, blank);
  const [version, setVersion] = useState(opened);
  const [meanwhile, setMeanwhile] = useState<Record | null>(null);
  /** What cannot be read is refused as a shape refuses: at its field, else for the whole form. */
  const readOrRefuse = (typed: unknown, context: z.RefinementCtx) => {
    try {
      return read(typed as T);
    } catch (trouble) {
      if (!(trouble instanceof Error)) throw trouble;
      const path = [trouble instanceof FieldError ? trouble.field : 'root'];
      context.addIssue({ code: 'custom', message: trouble.message, path });
      return z.NEVER;
    }
  };
  const form = useForm<T>({
    defaultValues: kept as DefaultValues<T>,
    resolver: zodResolver(z.preprocess(readOrRefuse, shape) as never) as unknown as Resolver<T>,
  });
  useEffect(
    () => form.subscribe({ formState: { values: true }, callback: ({ values }) => setKept(values) }),
    [form, setKept],
  );
  const submit = form.handleSubmit(async (value) => {
    const sent = JSON.stringify(form.getValues());
    try {
      await save(value as unknown as V, version);
      setMeanwhile(null);
      // What was typed while it was being saved is the next one's.
      if (!stays && JSON.stringify(form.getValues()) === sent) {
        form.reset(blank as DefaultValues<T>);
        forget();
      }
      onSaved();
    } catch (trouble) {
      const message = sentenceOf(trouble);
      if (trouble instanceof Refused && trouble.current) {
        setMeanwhile(trouble.current.value as Record);
        setVersion(trouble.current.version);
      }
      // The server names the field by its path; the form has it by its last name.
      const named = trouble instanceof Refused || trouble instanceof FieldError ? trouble.field : undefined;
      const field = named?.split('.').findLast((part) => part in blank);
      form.setError((field ?? 'root') as Path<T> | 'root', { message });
    }
  });
  return {
    form,
    submit,
    meanwhile,
    busy: form.formState.isSubmitting,
    error: form.formState.errors.root?.message ?? null,
  };
}

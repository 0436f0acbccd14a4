import { Button, MenuItem } from '@mui/material';
import { type ReactNode, useRef } from 'react';
import type { Control, FieldValues, Path } from 'react-hook-form';
import type { z } from 'zod';
import { onGrid } from '../../../core/formats/index.ts';
import type { BeforeAndAfter } from '../../../shared/reading.ts';
import type { SpeciesRecord } from '../../../shared/shelf.ts';
import { useSimulated } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { FileButton } from '../FileButton.tsx';
import { Pile, Row } from '../layout.tsx';
import { TypedField } from '../TypedField.tsx';

type Pair = z.infer<typeof BeforeAndAfter>;

interface Props<T extends FieldValues & { speciesId: string }, V> {
  woods: readonly SpeciesRecord[];
  /** Name under which what is typed is kept. */
  keep: string;
  blank: T;
  read: (typed: T) => unknown;
  shape: z.ZodType<V>;
  /** What is asked of the board beside its wood: its strength, its coats. */
  fields: (control: Control<T>, typed: T) => ReactNode;
  /** Has the simulated workshop make such a board. */
  bench?: (value: V) => Promise<Pair>;
  save: (value: V, pair: Pair) => Promise<unknown>;
}

/** One board read before and after, made on the simulated workshop or from a file: a rung of a ladder, a coat of a clear. */
export function BoardPair<T extends FieldValues & { speciesId: string }, V>(props: Props<T, V>) {
  const { woods, keep, blank, read, shape, fields, save } = props;
  const simulated = useSimulated();
  const bench = simulated ? props.bench : undefined;
  const pairOf = useRef<(value: V) => Promise<Pair>>(async () => ({ before: [], after: [] }));
  const { form, submit, busy, error } = useTypedForm<T, V>({
    keep,
    blank,
    read,
    shape,
    save: async (value) => save(value, await pairOf.current(value)),
    onSaved: () => {},
  });
  const submitWith = (pair: (value: V) => Promise<Pair>) => {
    pairOf.current = pair;
    void submit();
  };
  const make = () => bench && submitWith(bench);
  return (
    <Pile
      as="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        make();
      }}
      gap="close"
    >
      <Row gap="near" wrap align="start">
        {fields(form.control, form.watch())}
        <TypedField control={form.control} name={'speciesId' as Path<T>} label="On" select sx={{ width: 130 }}>
          {woods.map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
        </TypedField>
        {bench && (
          <Button type="submit" disabled={busy}>
            Make it in the simulated workshop
          </Button>
        )}
        <FileButton
          label="File: before, after"
          disabled={busy}
          onReadings={({ readings }) =>
            submitWith(async () => {
              if (readings.length !== 2)
                throw new Error(
                  `The file has ${readings.length} readings; this takes two: the board before and after.`,
                );
              const [before, after] = readings.map((r) => Array.from(onGrid(r))) as [number[], number[]];
              return { before, after };
            })
          }
        />
      </Row>
      <ErrorMessage error={error} />
    </Pile>
  );
}

import { Checkbox, FormControlLabel, MenuItem } from '@mui/material';
import { Controller } from 'react-hook-form';
import { KINDS, LAYER_KINDS, type LayerKind } from '../../../core/kinds/index.ts';
import { isColoured } from '../../../core/layers/layer.ts';
import { isShare, type StrengthOf, strengthUnit } from '../../../core/layers/materials.ts';
import { keepMix } from '../../../shared/contract/shelf.ts';
import { NewMix } from '../../../shared/mix.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { litresTyped } from '../batch.ts';
import { Columns } from '../layout.tsx';
import { numberTyped } from '../numbers.ts';
import { TypedField } from '../TypedField.tsx';
import { ShelfDialog } from './add-form.tsx';

const ROWS = [0, 1, 2, 3] as const;
interface MixTyped {
  name: string;
  kind: LayerKind;
  litres: string;
  note: string;
  unknownStrength: boolean;
  thinner: string;
  rows: { colour: string; strength: string }[];
}
const BLANK: MixTyped = {
  name: '',
  kind: 'dye',
  litres: '',
  note: '',
  unknownStrength: false,
  thinner: '',
  rows: ROWS.map(() => ({ colour: '', strength: '' })),
};

/**
 * The strength that one of what is typed stands for: parts of a ready-made stain are of the volume, its thinner included;
 * parts of unknown strength are brought to one that can be mixed, until a board tells the true one.
 */
function strengthOfPart(colour: StrengthOf | undefined, unknown: boolean, all: number, thinner: number): number {
  if (colour?.kind === 'stain') return 1 / (all + thinner);
  const { one } = strengthUnit(colour);
  if (unknown) return (colour && isShare(colour.kind) ? 0.1 : 2 * one) / all;
  return one;
}

/** A mix that stands on the shelf: left over, made ahead, or found in a jar with only its ratio on the label. */
export function AddMix({
  shelf,
  onClose,
  onAdded,
}: {
  shelf: Shelf;
  onClose: () => void;
  onAdded: (id: string) => void;
}) {
  const id = useNextId();
  const { form, submit, busy, error } = useTypedForm<MixTyped, Omit<NewMix, 'id'>>({
    keep: 'new-mix',
    blank: BLANK,
    read: ({ rows, litres, thinner, ...typed }) => {
      const first = shelf.colourants.find((c) => c.id === rows[0]?.colour);
      const colours = Object.fromEntries(
        rows.filter((r) => r.colour).map((r) => [r.colour, numberTyped(r.strength) ?? Number.NaN] as const),
      );
      const all = Object.values(colours).reduce((sum, s) => sum + s, 0);
      return {
        ...typed,
        litres: litresTyped(litres) ?? 0,
        colours: Object.fromEntries(
          Object.entries(colours).map(([c, s]) => [
            c,
            s * strengthOfPart(first, typed.unknownStrength, all, numberTyped(thinner) ?? 0),
          ]),
        ),
      };
    },
    shape: NewMix.omit({ id: true }),
    save: async (mix) => {
      const made = id.next();
      await change(keepMix, {}, { id: made, ...mix });
      id.kept();
      onAdded(made);
    },
    onSaved: () => {},
  });
  const kind = form.watch('kind');
  const unknown = form.watch('unknownStrength');
  const offered = shelf.colourants.filter((c) => KINDS[kind].takes.includes(c.kind) && !c.archived);
  const rows = form.watch('rows');
  const first = shelf.colourants.find((c) => c.id === rows[0]?.colour) ?? offered[0];
  const stain = first?.kind === 'stain';
  return (
    <ShelfDialog
      title="New mix"
      error={
        error ??
        form.formState.errors.rows?.root?.message ??
        (form.formState.errors as { colours?: { message?: string } }).colours?.message ??
        null
      }
      onClose={onClose}
      onSubmit={submit}
      busy={busy}
    >
      <TypedField control={form.control} name="name" label="Name" />
      <TypedField control={form.control} name="kind" label="For" select>
        {LAYER_KINDS.filter(isColoured).map((k) => (
          <MenuItem key={k} value={k}>
            {KINDS[k].label.toLowerCase()}
          </MenuItem>
        ))}
      </TypedField>
      {ROWS.map((row) => (
        <Columns key={row} of="2fr 1fr" gap="near">
          <TypedField control={form.control} name={`rows.${row}.colour`} label={`Colour ${row + 1}`} select>
            <MenuItem value="">none</MenuItem>
            {offered.map((c) => (
              <MenuItem key={c.id} value={c.id}>
                {c.name}
              </MenuItem>
            ))}
          </TypedField>
          <TypedField
            control={form.control}
            name={`rows.${row}.strength`}
            label={unknown || stain ? 'Parts' : strengthUnit(first).word}
          />
        </Columns>
      ))}
      {stain && <TypedField control={form.control} name="thinner" label="Parts of thinner" />}
      <Controller
        control={form.control}
        name="unknownStrength"
        render={({ field }) => (
          <FormControlLabel
            control={<Checkbox checked={field.value} onChange={(_, checked) => field.onChange(checked)} />}
            label="Only the ratio is known, not how strong it is"
          />
        )}
      />
      <TypedField control={form.control} name="litres" label="How much is left: any unit, empty if none is mixed yet" />
      <TypedField control={form.control} name="note" label="Note" />
    </ShelfDialog>
  );
}

import { MenuItem } from '@mui/material';
import { KINDS } from '../../../core/kinds/index.ts';
import { asPoured, inPot } from '../../../record/board/poured.ts';
import { archiveMix, keepMix } from '../../../shared/contract/shelf.ts';
import { NewMix } from '../../../shared/mix.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { litresTyped } from '../batch.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';

const HOUR = 3_600_000;

/** Layers of a recipe of which something was poured. */
export const mixedStages = (
  { recipe }: Pick<Mixing, 'recipe'>,
  { materials }: Pick<OpenBench, 'materials'>,
): number[] => recipe.stack.flatMap((_, i) => (Object.keys(inPot(recipe, i + 1, materials)).length > 0 ? [i + 1] : []));

/** When a pot that has its hardener in sets; null where it keeps. */
function setsAt({ steps, recipe }: Mixing, stage: number): string | null {
  const hardener = steps.find((s) => s.stage === stage && s.kind === 'base' && s.hours !== undefined);
  const poured = recipe.done.find((d) => d.step === hardener?.key);
  if (!poured || hardener?.hours === undefined) return null;
  return new Date(Date.parse(poured.at) + hardener.hours * HOUR).toISOString();
}

/** What is left of a pot, kept on the shelf with what was really poured into it. */
export function KeepMix({
  bench,
  mixing,
  of,
  onClose,
}: {
  bench: OpenBench;
  mixing: Mixing;
  of: string;
  onClose: () => void;
}) {
  const { recipe } = mixing;
  const stages = mixedStages(mixing, bench);
  const id = useNextId();
  const say = useToast();
  const first = String(stages[0] ?? 1);
  const labelOf = (stage: number) => KINDS[recipe.stack[stage - 1]?.kind ?? 'dye'].label;
  const { form, submit, busy, error } = useTypedForm({
    keep: `keep-mix/${recipe.id}`,
    blank: { stage: first, name: `${labelOf(Number(first))} of ${of}`, litres: '', note: '' },
    read: ({ stage, litres, ...typed }) => {
      const layer = asPoured(recipe, Number(stage), bench.materials);
      return {
        ...typed,
        kind: layer.kind,
        colours: layer.colours,
        litres: litresTyped(litres),
        unknownStrength: false,
        setsAt: setsAt(mixing, Number(stage)),
      };
    },
    shape: NewMix.omit({ id: true }),
    save: async (mix) => {
      const made = await change(keepMix, {}, { id: id.next(), ...mix });
      id.kept();
      say({ text: `${made.name} stands on the shelf.`, undo: () => change(archiveMix, { mix: made.id }) });
    },
    onSaved: onClose,
  });
  return (
    <FormDialog
      title="Keep what is left"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Put on the shelf</SaveButton>}
    >
      <TypedField control={form.control} name="stage" label="Of" select>
        {stages.map((stage) => (
          <MenuItem key={stage} value={String(stage)}>
            {stage}. {labelOf(stage)}
          </MenuItem>
        ))}
      </TypedField>
      <TypedField control={form.control} name="name" label="Name" />
      <TypedField control={form.control} name="litres" label="How much: any unit, a bare number is litres" autoFocus />
      <TypedField control={form.control} name="note" label="Note" />
    </FormDialog>
  );
}

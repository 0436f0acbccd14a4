import { useRef } from 'react';
import type { z } from 'zod';
import { FieldError } from '../../../core/field-error.ts';
import { labOfText } from '../../../core/formats/index.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { stageMean } from '../../../record/board/stages.ts';
import { type Board, PastEntry } from '../../../shared/board.ts';
import { enterPast } from '../../../shared/contract/boards.ts';
import { newId } from '../../../shared/id.ts';
import { change } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Columns, Text } from '../layout.tsx';
import { momentOf } from '../moment.ts';
import { TypedField } from '../TypedField.tsx';

/** For each stage when its layer went on and what was read: `at2`, `lab2`. */
type Typed = Record<`${'at' | 'lab'}${number}`, string>;

function labTyped(stage: number, text: string) {
  try {
    return labOfText(text);
  } catch (trouble) {
    throw trouble instanceof FieldError ? new FieldError(`lab${stage}`, trouble.message) : trouble;
  }
}

/** What was done earlier, entered whole: for each layer when it went on and what was read, as far as it is known. */
export function PastDialog({ board, onClose }: { board: Board; onClose: () => void }) {
  const stack = board.recipe?.stack ?? [];
  const stages = [0, ...stack.map((_, i) => i + 1)];
  const ids = useRef<Record<number, { coatId: string; takingId: string }>>({});
  const { form, submit, busy, error } = useTypedForm<Typed, z.infer<typeof PastEntry>>({
    keep: `past/${board.id}`,
    blank: Object.fromEntries(
      stages.flatMap((s) => [
        [`at${s}`, ''],
        [`lab${s}`, ''],
      ]),
    ),
    read: (typed) => {
      const entries = stages.flatMap((stage) => {
        const at = typed[`at${stage}`] ?? '';
        const lab = typed[`lab${stage}`] ?? '';
        if (!at && !lab) return [];
        ids.current[stage] ??= { coatId: newId(), takingId: newId() };
        return [{ ...ids.current[stage], stage, at: momentOf(at), lab: labTyped(stage, lab) }];
      });
      if (entries.length === 0) throw new Error('Nothing was entered: a time or a reading on one line is enough.');
      return { entries };
    },
    shape: PastEntry,
    save: (entry) => change(enterPast, { board: board.id }, entry),
    onSaved: onClose,
  });
  const row = (stage: number, label: string, known: string) => (
    <Columns key={stage} of="130px 200px 1fr" gap="near" align="start">
      <Text padTop="near">
        {label}
        {known && <div className="soft">{known}</div>}
      </Text>
      <TypedField
        control={form.control}
        name={`at${stage}`}
        label="Put on at"
        type="datetime-local"
        disabled={stage === 0}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TypedField control={form.control} name={`lab${stage}`} label="Read: L* a* b*" />
    </Columns>
  );
  return (
    <FormDialog
      title={`Board ${board.number}: what was done`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Enter it</SaveButton>}
    >
      <p>Leave empty what is not known. All of it is kept, or nothing.</p>
      {row(0, 'Raw', stageMean(board, 0) ? 'read' : '')}
      {stack.map((layer, i) => {
        const on = board.coats.some((c) => c.stage === i + 1);
        const read = stageMean(board, i + 1) !== null;
        return row(i + 1, KINDS[layer.kind].label, [on && 'on', read && 'read'].filter(Boolean).join(', '));
      })}
    </FormDialog>
  );
}

import { useNavigate } from 'react-router';
import { startJob } from '../../shared/contract/jobs.ts';
import { NewJob } from '../../shared/job.ts';
import { change } from '../hooks/api.ts';
import { useNextId } from '../hooks/new-id.ts';
import { useTypedForm } from '../hooks/typed-form.ts';
import { FormDialog, SaveButton } from './FormDialog.tsx';
import { numberTyped } from './numbers.ts';
import { TypedField } from './TypedField.tsx';

const BLANK = { customer: '', piece: '', tolerance: '1.0' };

/** A job begins with its customer and its piece. */
export function NewJobDialog({ onClose }: { onClose: () => void }) {
  const go = useNavigate();
  const id = useNextId();
  const { form, submit, busy, error } = useTypedForm({
    keep: 'new-job',
    blank: BLANK,
    read: ({ tolerance, ...typed }) => ({ ...typed, tolerance: numberTyped(tolerance) }),
    shape: NewJob.omit({ id: true }),
    save: async (job) => {
      const { number } = await change(startJob, {}, { ...job, id: id.next() });
      id.kept();
      await go(`/jobs/${number}/target`);
    },
    onSaved: () => {},
  });
  return (
    <FormDialog
      title="New job"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Start the job</SaveButton>}
    >
      <TypedField control={form.control} name="customer" label="Customer" autoFocus />
      <TypedField control={form.control} name="piece" label="Piece: what is to match what" />
      <TypedField
        control={form.control}
        name="tolerance"
        label="Tolerance, ΔE00 (1.0 just visible edge to edge, 2.0 visible)"
      />
    </FormDialog>
  );
}

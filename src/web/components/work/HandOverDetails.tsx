import { Button } from '@mui/material';
import { changeJob } from '../../../shared/contract/jobs.ts';
import { type Job, JobChange } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { TypedField } from '../TypedField.tsx';

const Details = JobChange.pick({ retainPlace: true, customerNote: true }).required();
type Details = Required<Pick<JobChange, 'retainPlace' | 'customerNote'>>;

/** Where the retained board hangs, and what the customer is told. */
export function HandOverDetails({ job }: { job: Job }) {
  const { form, submit, busy, error, meanwhile } = useTypedForm<Details, Details, Job>({
    keep: `hand-over/${job.id}/${job.version}`,
    blank: { retainPlace: job.retainPlace, customerNote: job.customerNote },
    read: (typed) => typed,
    shape: Details,
    save: (now, version) => change(changeJob, { job: job.number }, { version, ...now }),
    version: job.version,
    onSaved: () => {},
    stays: true,
  });
  return (
    <Pile as="form" noValidate onSubmit={submit} gap="near" className="noprint">
      <TypedField
        control={form.control}
        name="retainPlace"
        label="Where the retained board hangs"
        placeholder="drawer 4, by job number"
      />
      <TypedField
        control={form.control}
        name="customerNote"
        label="Note for the customer"
        placeholder="The top front was toned to its neighbours; it will settle within weeks."
        multiline
        minRows={3}
      />
      <ErrorMessage error={error} />
      {meanwhile && <div className="note">Somebody changed it meanwhile; saving again saves yours over that.</div>}
      <Row>
        <Button type="submit" disabled={busy}>
          Keep it
        </Button>
      </Row>
    </Pile>
  );
}

import { Button, LinearProgress, Link, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { Job, type JobSummary, NewJob } from '../../shared/job.ts';
import { change, useJobs } from '../hooks/api.ts';
import { useNextId } from '../hooks/new-id.ts';
import { useTypedForm } from '../hooks/typed-form.ts';
import { Halves } from '../parts/board/Halves.tsx';
import { FormDialog, SaveButton } from '../parts/FormDialog.tsx';
import { againstText, numberTyped, toleranceText } from '../parts/numbers.ts';
import { Trouble } from '../parts/Trouble.tsx';
import { TypedField } from '../parts/TypedField.tsx';
import { useAttempt, useSay } from '../parts/Undo.tsx';

const BLANK = { customer: '', piece: '', tolerance: '1.0' };

function NewJobDialog({ onClose }: { onClose: () => void }) {
  const go = useNavigate();
  const id = useNextId();
  const { form, submit, busy, error } = useTypedForm({
    keep: 'new-job',
    blank: BLANK,
    read: ({ tolerance, ...typed }) => ({ ...typed, tolerance: numberTyped(tolerance) }),
    shape: NewJob.omit({ id: true }),
    save: async (job) => {
      const { number } = await change('POST', '/jobs', { ...job, id: id.next() }, Job);
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

function JobRow({ job }: { job: JobSummary }) {
  const say = useSay();
  const attempt = useAttempt();
  const remove = () =>
    attempt(async () => {
      await change('DELETE', `/jobs/${job.number}`);
      say({ text: `${job.customer} put away.`, undo: () => change('POST', `/jobs/${job.number}/restore`) });
    });
  return (
    <TableRow>
      <TableCell sx={{ width: 120 }}>
        <Halves target={job.target} best={job.best} />
      </TableCell>
      <TableCell>
        <Link
          component={RouterLink}
          to={`/jobs/${job.number}/${job.target ? (job.woods.length ? 'layers' : 'woods') : 'target'}`}
          sx={{ fontSize: 18, fontWeight: 700 }}
        >
          {job.customer}
        </Link>
        <div>{job.piece}</div>
      </TableCell>
      <TableCell>
        {job.woods.map((w) => (
          <div key={w.speciesId} style={{ display: 'flex', gap: 12 }}>
            <span style={{ width: 78 }}>{w.name}</span>
            <span className="mono" style={{ whiteSpace: 'nowrap' }}>
              {w.deltaE !== null
                ? `${againstText(w.deltaE, job.tolerance)} · ${w.boards} made`
                : w.boards > 0
                  ? 'on the bench'
                  : 'to plan'}
            </span>
          </div>
        ))}
        {job.woods.length === 0 && <span className="soft">no wood yet</span>}
      </TableCell>
      <TableCell className="mono">{toleranceText(job.tolerance)}</TableCell>
      <TableCell align="right">
        <Button onClick={remove} sx={{ whiteSpace: 'nowrap' }}>
          Put away
        </Button>
      </TableCell>
    </TableRow>
  );
}

export function JobsPage() {
  const [params] = useSearchParams();
  const before = params.get('before');
  const { data, error } = useJobs(before);
  const jobs = data?.jobs;
  const [starting, setStarting] = useState(false);
  return (
    <>
      <header className="head">
        <h1>Jobs</h1>
        <Button variant="contained" color="primary" sx={{ marginLeft: 'auto' }} onClick={() => setStarting(true)}>
          New job
        </Button>
      </header>
      <div className="plate">
        <Trouble error={error?.message} />
        {!jobs && !error && <LinearProgress aria-label="Fetching the jobs" />}
        {jobs?.length === 0 && !before && (
          <p>
            No job yet. Start one with its customer and piece; the target comes next. To look around first, stop this
            server and run <span className="mono">npm run demo</span>.
          </p>
        )}
        {jobs && jobs.length > 0 && (
          <Table>
            <TableHead>
              <TableRow>
                <TableCell>Target, best</TableCell>
                <TableCell>Job</TableCell>
                <TableCell>Best board so far, ΔE00</TableCell>
                <TableCell>Tolerance</TableCell>
                <TableCell />
              </TableRow>
            </TableHead>
            <TableBody>
              {jobs.map((job) => (
                <JobRow key={job.id} job={job} />
              ))}
            </TableBody>
          </Table>
        )}
        <div style={{ display: 'flex', gap: 20, paddingTop: 14 }}>
          {before && (
            <Link component={RouterLink} to="/jobs">
              The newest jobs
            </Link>
          )}
          {data?.before && (
            <Link component={RouterLink} to={`?before=${data.before}`}>
              Older jobs
            </Link>
          )}
        </div>
      </div>
      {starting && <NewJobDialog onClose={() => setStarting(false)} />}
    </>
  );
}

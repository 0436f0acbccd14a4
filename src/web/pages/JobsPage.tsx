import {
  Button,
  Dialog,
  DialogContent,
  LinearProgress,
  Link,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
} from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { Job, type JobSummary, NewJob } from '../../shared/job.ts';
import { change, useJobs } from '../hooks/api.ts';
import { useKept } from '../hooks/kept.ts';
import { useNextId } from '../hooks/new-id.ts';
import { Halves } from '../parts/board/Halves.tsx';
import { againstText, toleranceText } from '../parts/numbers.ts';
import { sentenceOf, Trouble } from '../parts/Trouble.tsx';
import { useAttempt, useSay } from '../parts/Undo.tsx';

const BLANK = { customer: '', piece: '', tolerance: '1.0' };

function NewJobDialog({ onClose }: { onClose: () => void }) {
  const [typed, setTyped, clear] = useKept('new-job', BLANK);
  const [error, setError] = useState<string | null>(null);
  const go = useNavigate();
  const id = useNextId();
  const start = async () => {
    const tolerance = typed.tolerance.trim() === '' ? undefined : Number(typed.tolerance);
    const job = NewJob.safeParse({ ...typed, id: id.next(), tolerance });
    if (!job.success) return setError(job.error.issues[0].message);
    try {
      const { number } = await change('POST', '/jobs', job.data, Job);
      id.kept();
      clear();
      await go(`/jobs/${number}/target`);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const field = (key: keyof typeof BLANK, label: string, focus = false) => (
    <TextField
      label={label}
      value={typed[key]}
      autoFocus={focus}
      onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
    />
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'New job' } }}>
      <DialogContent>
        <form
          style={{ display: 'grid', gap: 18, paddingTop: 6 }}
          onSubmit={(e) => {
            e.preventDefault();
            void start();
          }}
        >
          <h2 style={{ margin: 0 }}>New job</h2>
          {field('customer', 'Customer', true)}
          {field('piece', 'Piece: what is to match what')}
          {field('tolerance', 'Tolerance, ΔE00 (1.0 just visible edge to edge, 2.0 visible)')}
          <Trouble error={error} />
          <div style={{ display: 'flex', gap: 12, justifyContent: 'flex-end' }}>
            <Button onClick={onClose}>Later</Button>
            <Button type="submit" variant="contained" color="primary">
              Start the job
            </Button>
          </div>
        </form>
      </DialogContent>
    </Dialog>
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
            <span className="mono">
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
        <Button onClick={remove}>Put away</Button>
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

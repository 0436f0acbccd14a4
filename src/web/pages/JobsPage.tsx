import {
  Button,
  LinearProgress,
  Link,
  MenuItem,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  useMediaQuery,
} from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { screenColour } from '../../core/colour/display.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { materialsOf } from '../../record/materials.ts';
import { nextStepOf } from '../../record/standing.ts';
import { Job, type JobSummary, NewJob } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { change, useJobs, useShelf } from '../hooks/api.ts';
import { fieldsAsRead } from '../hooks/looks.ts';
import { useNextId } from '../hooks/new-id.ts';
import { useTypedForm } from '../hooks/typed-form.ts';
import { BoardPicture } from '../parts/board/BoardPicture.tsx';
import { Halves } from '../parts/board/Halves.tsx';
import { FormDialog, SaveButton } from '../parts/FormDialog.tsx';
import { againstText, numberTyped, toleranceText } from '../parts/numbers.ts';
import { Trouble } from '../parts/Trouble.tsx';
import { TypedField } from '../parts/TypedField.tsx';
import { useAttempt, useSay } from '../parts/Undo.tsx';

/** A day of the calendar, short. */
const dateText = (day: string) =>
  new Date(`${day}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });

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

/** The best board of a job, raw and finished, under its target; before there is one, the target beside an empty place. */
function BestBoard({ job, shelf }: { job: JobSummary; shelf: Shelf }) {
  const { best, target } = job;
  const wood = best && shelf.species.find((s) => s.id === best.speciesId);
  const fields = useMemo(
    () => (best && wood ? fieldsAsRead(wood, Float64Array.from(best.reading), materialsOf(shelf)) : []),
    [best, wood, shelf],
  );
  const seen = useMemo(() => target && { seen: Float64Array.from(target) }, [target]);
  if (!wood) return <Halves target={target && screenColour(target).css} best={null} />;
  return (
    <div style={{ background: 'var(--work)', padding: 10, width: 'min(320px, 100%)' }}>
      <BoardPicture wood={wood} seed={job.number} fields={fields} target={seen} light={DAYLIGHT} height={84} />
    </div>
  );
}

/** An upright tablet has no room for the picture beside the words. */
const NARROW = '(max-width: 960px)';

function JobRow({ job, shelf }: { job: JobSummary; shelf: Shelf }) {
  const narrow = useMediaQuery(NARROW);
  const say = useSay();
  const attempt = useAttempt();
  const remove = () =>
    attempt(async () => {
      await change('DELETE', `/jobs/${job.number}`);
      say({ text: `${job.customer} put away.`, undo: () => change('POST', `/jobs/${job.number}/restore`) });
    });
  const next = nextStepOf(job);
  return (
    <TableRow>
      {!narrow && (
        <TableCell sx={{ width: 340, paddingLeft: 0 }}>
          <BestBoard job={job} shelf={shelf} />
        </TableCell>
      )}
      <TableCell>
        {narrow && <BestBoard job={job} shelf={shelf} />}
        <Link
          component={RouterLink}
          to={`/jobs/${job.number}/${job.target ? (job.woods.length ? 'layers' : 'woods') : 'target'}`}
          sx={{ fontSize: 18, fontWeight: 700 }}
        >
          {job.customer}
        </Link>
        <div>{job.piece}</div>
        <div style={{ paddingTop: 4 }}>
          Next:{' '}
          <Link component={RouterLink} to={`/jobs/${job.number}/${next.to}`}>
            {next.what}
          </Link>
          {job.due && <span className="soft"> · wanted by {dateText(job.due)}</span>}
        </div>
      </TableCell>
      <TableCell>
        {job.woods.map((w) => (
          <div key={w.code} style={{ display: 'flex', gap: 12 }}>
            <span style={{ width: 78 }}>{w.name}</span>
            <span className="mono" style={{ whiteSpace: 'nowrap' }}>
              {w.accepted
                ? 'accepted'
                : w.toJudge > 0
                  ? 'to be judged'
                  : w.deltaE !== null
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

const ORDER_NAMES = {
  newest: 'newest first',
  oldest: 'oldest first',
  customer: 'by customer',
  farthest: 'farthest first',
};
const STATE_NAMES = { all: 'all', open: 'not there yet', passed: 'every wood passes' };
/** Fewer than these are seen at a look. */
const MANY = 10;

function Choice({
  label,
  value,
  names,
  onChoose,
}: {
  label: string;
  value: string;
  names: Record<string, string>;
  onChoose: (value: string) => void;
}) {
  return (
    <TextField select label={label} value={value} onChange={(e) => onChoose(e.target.value)} sx={{ width: 190 }}>
      {Object.entries(names).map(([id, name]) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

export function JobsPage() {
  const [params, setParams] = useSearchParams();
  const { data, error } = useJobs(params.toString());
  const shelf = useShelf().data;
  const narrow = useMediaQuery(NARROW);
  const jobs = data?.jobs;
  const [starting, setStarting] = useState(false);
  const asked = params.get('search') !== null || params.get('state') !== null || params.get('order') !== null;
  const skip = Number(params.get('skip') ?? 0);
  const set = (key: string, value: string, usual: string) =>
    setParams(
      (now) => {
        now.delete('skip');
        if (value === usual) now.delete(key);
        else now.set(key, value);
        return now;
      },
      { replace: true },
    );
  const at = (skipped: number) => {
    const there = new URLSearchParams(params);
    if (skipped > 0) there.set('skip', `${skipped}`);
    else there.delete('skip');
    return `?${there}`;
  };
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
        {(!jobs || !shelf) && !error && <LinearProgress aria-label="Fetching the jobs" />}
        {(asked || skip > 0 || (data?.count ?? 0) > MANY) && (
          <div style={{ display: 'flex', gap: 14, flexWrap: 'wrap', alignItems: 'center', paddingBottom: 10 }}>
            <TextField
              label="Search customer, piece, wood"
              defaultValue={params.get('search') ?? ''}
              onChange={(e) => set('search', e.target.value.slice(0, 80), '')}
              sx={{ width: 280 }}
            />
            <Choice
              label="Which"
              value={params.get('state') ?? 'all'}
              names={STATE_NAMES}
              onChoose={(v) => set('state', v, 'all')}
            />
            <Choice
              label="Order"
              value={params.get('order') ?? 'newest'}
              names={ORDER_NAMES}
              onChoose={(v) => set('order', v, 'newest')}
            />
            {data && <span className="soft">{data.count === 1 ? 'one job' : `${data.count} jobs`}</span>}
          </div>
        )}
        {jobs?.length === 0 && asked && <p>No job is like that.</p>}
        {jobs?.length === 0 && !asked && skip === 0 && (
          <p>
            No job yet. Start one with its customer and piece; the target comes next. To look around first, stop this
            server and run <span className="mono">npm run demo</span>.
          </p>
        )}
        {jobs && shelf && jobs.length > 0 && (
          <Table>
            <TableHead>
              <TableRow>
                {!narrow && <TableCell sx={{ paddingLeft: 0 }}>Target, best board</TableCell>}
                <TableCell>Job</TableCell>
                <TableCell>Best board so far, ΔE00</TableCell>
                <TableCell>Tolerance</TableCell>
                <TableCell />
              </TableRow>
            </TableHead>
            <TableBody>
              {jobs.map((job) => (
                <JobRow key={job.id} job={job} shelf={shelf} />
              ))}
            </TableBody>
          </Table>
        )}
        <div style={{ display: 'flex', gap: 20, paddingTop: 14 }}>
          {skip > 0 && (
            <Link component={RouterLink} to={at(0)}>
              The first jobs
            </Link>
          )}
          {data?.next != null && (
            <Link component={RouterLink} to={at(data.next)}>
              More jobs
            </Link>
          )}
        </div>
      </div>
      {starting && <NewJobDialog onClose={() => setStarting(false)} />}
    </>
  );
}

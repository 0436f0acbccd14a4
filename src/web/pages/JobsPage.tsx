import {
  Button,
  LinearProgress,
  Link,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  useMediaQuery,
} from '@mui/material';
import { lazy, Suspense, useState } from 'react';
import { Navigate, Link as RouterLink, useNavigation, useSearchParams } from 'react-router';
import { screenColour } from '../../core/colour/display.ts';
import { nextStepOf } from '../../record/job/next-of-job.ts';
import { archiveJob, restoreJob } from '../../shared/contract/jobs.ts';
import type { JobSummary } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { Halves } from '../components/board/Halves.tsx';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Area, Row, Text } from '../components/layout.tsx';
import { againstText, toleranceText } from '../components/numbers.ts';
import { useAttempt, useToast } from '../components/Toast.tsx';
import { useTold } from '../components/use-told.ts';
import { change, useJobs, useShelf } from '../hooks/api.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';

/** A day of the calendar, short. */
const dateText = (day: string) =>
  new Date(`${day}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });

const BestBoard = lazy(async () => ({ default: (await import('../components/board/BestBoard.tsx')).BestBoard }));
const JobFilters = lazy(async () => ({ default: (await import('../components/JobFilters.tsx')).JobFilters }));
const NewJobDialog = lazy(async () => ({ default: (await import('../components/NewJobDialog.tsx')).NewJobDialog }));

/** What stands where the picture of the best board comes: its flat tones are there at once. */
function BestBoardOf({ job, shelf }: { job: JobSummary; shelf: Shelf }) {
  const { target, best } = job;
  const flat = (reading: readonly number[] | null | undefined) => reading && screenColour(reading).css;
  const tones = <Halves target={flat(target) ?? null} best={flat(best?.reading) ?? null} />;
  const wood = best && shelf.species.find((s) => s.id === best.speciesId);
  return wood ? (
    <Suspense fallback={<Area minHeight={104}>{tones}</Area>}>
      <BestBoard job={job} wood={wood} shelf={shelf} />
    </Suspense>
  ) : (
    tones
  );
}

/** An upright tablet has no room for the picture beside the words. */
const NARROW = '(max-width: 960px)';

function JobRow({ job, shelf }: { job: JobSummary; shelf: Shelf }) {
  const { words, bare } = useTold();
  const narrow = useMediaQuery(NARROW);
  const say = useToast();
  const attempt = useAttempt();
  const remove = () =>
    attempt(async () => {
      await change(archiveJob, { job: job.number });
      say({ text: `${job.customer} put away.`, undo: () => change(restoreJob, { job: job.number }) });
    });
  const next = nextStepOf(job);
  return (
    <TableRow>
      {!narrow && (
        <TableCell sx={{ width: 340, paddingLeft: 0 }}>
          <BestBoardOf job={job} shelf={shelf} />
        </TableCell>
      )}
      <TableCell>
        {narrow && <BestBoardOf job={job} shelf={shelf} />}
        <Link
          component={RouterLink}
          to={`/jobs/${job.number}/${job.target ? (job.woods.length ? 'layers' : 'woods') : 'target'}`}
          sx={{ fontSize: 18, fontWeight: 700 }}
        >
          {job.customer}
        </Link>
        <div>{job.piece}</div>
        <Area padTop="hair">
          Next:{' '}
          <Link component={RouterLink} to={`/jobs/${job.number}/${next.to}`}>
            {next.what}
          </Link>
          {job.due && <span className="soft"> · wanted by {dateText(job.due)}</span>}
        </Area>
      </TableCell>
      <TableCell>
        {job.woods.map((w) => (
          <Row key={w.code} gap="near">
            <Text width={78}>{w.name}</Text>
            <Text className={words ? '' : 'mono'} nowrap={!words}>
              {w.accepted
                ? 'accepted'
                : w.toJudge > 0
                  ? 'to be judged'
                  : w.deltaE !== null
                    ? `${words ? `${bare(w.deltaE)} off` : againstText(w.deltaE, job.tolerance)} · ${w.boards} made`
                    : w.boards > 0
                      ? 'on the bench'
                      : 'to plan'}
            </Text>
          </Row>
        ))}
        {job.woods.length === 0 && <span className="soft">no wood yet</span>}
      </TableCell>
      <TableCell className={words ? '' : 'mono'}>
        {words ? bare(job.tolerance) : toleranceText(job.tolerance)}
      </TableCell>
      <TableCell align="right">
        <Button onClick={remove} sx={{ whiteSpace: 'nowrap' }}>
          Put away
        </Button>
      </TableCell>
    </TableRow>
  );
}

const JobsFileButton = lazy(async () => ({
  default: (await import('../components/JobsFileDialog.tsx')).JobsFileButton,
}));
const ScanDialog = lazy(async () => ({ default: (await import('../components/ScanDialog.tsx')).ScanDialog }));

/** Fewer than these are seen at a look. */
const MANY = 10;

export function JobsPage() {
  const { words } = useTold();
  const [params, setParams] = useSearchParams();
  const { data, error } = useJobs(params.toString());
  const shelf = useShelf().data;
  const narrow = useMediaQuery(NARROW);
  const jobs = data?.jobs;
  const [skipped] = usePersistentState('start-skipped', false);
  const [starting, setStarting] = useState(false);
  const [scanning, setScanning] = useState(false);
  const here = useNavigation().state === 'idle';
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
  // Nothing was ever put on this shelf: the shop begins, unless somebody is on the way to another page.
  if (here && jobs?.length === 0 && !asked && skip === 0 && shelf?.species?.length === 0 && !skipped)
    return <Navigate to="/start" replace />;
  return (
    <>
      <header className="head">
        <h1>Jobs</h1>
        <Row gap="near" push>
          <Suspense>
            <JobsFileButton />
          </Suspense>
          <Button onClick={() => setScanning(true)}>Open by label</Button>
        </Row>
        <Button variant="contained" color="primary" onClick={() => setStarting(true)}>
          New job
        </Button>
      </header>
      <div className="plate">
        <ErrorMessage error={error?.message} />
        {(!jobs || !shelf) && !error && <LinearProgress aria-label="Fetching the jobs" />}
        {(asked || skip > 0 || (data?.count ?? 0) > MANY) && (
          <Suspense>
            <JobFilters params={params} set={set} count={data?.count} />
          </Suspense>
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
                <TableCell>Best board so far{!words && ', ΔE00'}</TableCell>
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
        <Row gap="far" padTop="near">
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
        </Row>
      </div>
      {starting && <NewJobDialog onClose={() => setStarting(false)} />}
      {scanning && (
        <Suspense>
          <ScanDialog onClose={() => setScanning(false)} />
        </Suspense>
      )}
    </>
  );
}

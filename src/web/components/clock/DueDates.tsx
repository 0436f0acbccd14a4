import { TextField } from '@mui/material';
import type { Planned } from '../../../record/clock/week.ts';
import { changeJob } from '../../../shared/contract/jobs.ts';
import type { Job } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import { Row, Text } from '../layout.tsx';
import { useAttempt } from '../Toast.tsx';
import { whenText } from './times.ts';

/** When each job is wanted, and when the plan has it done. */
export function DueDates({ jobs, planned, now }: { jobs: readonly Job[]; planned: readonly Planned[]; now: number }) {
  const attempt = useAttempt();
  const busy = jobs.filter((job) => job.due || planned.some((p) => p.task.item.job.id === job.id));
  if (busy.length === 0) return null;
  return (
    <section aria-label="Wanted by">
      <h2 className="rule">Wanted by</h2>
      {busy.map((job) => {
        const own = planned.filter((p) => p.task.item.job.id === job.id);
        const end = Math.max(0, ...own.map((p) => p.end));
        const due = job.due ? Date.parse(`${job.due}T23:59:59`) : null;
        const late = due !== null && end > due;
        return (
          <Row key={job.id} gap="apart" padY="close" wrap>
            <TextField
              type="date"
              label={`Job ${job.number}`}
              value={job.due ?? ''}
              onChange={({ target }) =>
                attempt(() => change(changeJob, { job: job.id }, { version: job.version, due: target.value || null }))
              }
              slotProps={{ inputLabel: { shrink: true } }}
              sx={{ width: 170 }}
            />
            <Text grow minWidth={180}>
              <b>{job.customer}</b>
              <br />
              {end === 0 ? (
                <span className="soft">nothing planned</span>
              ) : (
                <span className={late ? 'late' : ''}>
                  done {whenText(end, now)}
                  {late && ', too late'}
                </span>
              )}
            </Text>
          </Row>
        );
      })}
    </section>
  );
}

import { Button } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { woodNamed } from '../../../record/board/wood.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { changeJob } from '../../../shared/contract/jobs.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Pile } from '../layout.tsx';
import { useToast } from '../Toast.tsx';
import { useTold } from '../use-told.ts';

/** A tolerance as it is agreed on: to the next half. */
const agreed = (scatter: number): number => Math.min(10, Math.ceil(2 * scatter) / 2);

/** A wood that varies by more than is allowed: no recipe brings its pieces nearer to each other. */
export function WoodVaries({
  bench,
  model: { wood },
  scatter,
}: {
  bench: OpenBench;
  model: BoardModel;
  scatter: number;
}) {
  const { bare } = useTold();
  const say = useToast();
  const { job } = bench;
  const allowed = agreed(scatter);
  const allow = async () => {
    const before = job.tolerance;
    const { version } = await change(changeJob, { job: job.id }, { version: job.version, tolerance: allowed });
    say({
      text: `The tolerance is ${allowed} now.`,
      undo: () => change(changeJob, { job: job.id }, { version, tolerance: before }),
    });
  };
  return (
    <Pile as="section" aria-label="Stop" gap="close">
      <p>
        Pieces of {woodNamed(bench.shelf, wood).toLowerCase()} lie {bare(scatter)} apart by themselves;{' '}
        {bare(job.tolerance)} is allowed, and this board is as near as its wood lets it be. Another recipe brings the
        next one no nearer.
      </p>
      <div className="choices">
        <Button variant="contained" color="primary" component={RouterLink} to={`../woods?wood=${wood.code}`}>
          Sort its pile
        </Button>
        <Button onClick={() => void allow()}>Allow {bare(allowed)}</Button>
      </div>
    </Pile>
  );
}

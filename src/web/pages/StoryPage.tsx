import { LinearProgress } from '@mui/material';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { findBoard } from '../../record/board/codes.ts';
import { storyOfBoard } from '../../shared/contract/boards.ts';
import { jobFile } from '../../shared/contract/brought.ts';
import { storyOfJob } from '../../shared/contract/jobs.ts';
import { BoardTree } from '../components/boards/BoardTree.tsx';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { StoryList } from '../components/Story.tsx';
import { addressOf, useResource } from '../hooks/api.ts';
import { useOpenBench } from '../hooks/bench.ts';

/** The whole story of a job, or of one of its boards: what was done, when, by whom. */
export function StoryPage() {
  const bench = useOpenBench();
  const { job } = bench;
  const [params] = useSearchParams();
  const code = params.get('board');
  const found = code ? findBoard(job.woods, { wood: null, board: code }) : null;
  const ofBoard = useResource(storyOfBoard, found && { board: found.board.id });
  const ofJob = useResource(storyOfJob, found ? null : { job: job.number });
  const { data, error } = found ? ofBoard : ofJob;
  return (
    <div className="plate">
      {!found && <BoardTree bench={bench} />}
      <h2>
        {found ? `Story of board ${code}` : 'Story of the job'}
        {found && (
          <RouterLink to="." className="beside">
            the whole job
          </RouterLink>
        )}
        {!found && (
          <a className="plainlink beside" href={`/api${addressOf(jobFile, { job: job.number })}`} download>
            all of the job in a file
          </a>
        )}
      </h2>
      <ErrorMessage error={error?.message} />
      {!data && !error && <LinearProgress aria-label="Fetching the story" />}
      {data && <StoryList events={data} boards={!found} />}
    </div>
  );
}

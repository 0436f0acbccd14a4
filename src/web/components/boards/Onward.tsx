import { Button } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { isDone } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';

interface Props {
  model: BoardModel;
  /** The stage that comes after the one in hand, once that is read. */
  next: string | null;
  onNext: () => void;
  /** Solving what is left: the main action where a stage missed by more than it may. */
  solve: 'first' | 'also' | 'no';
}

/** What to do next with a board, always in sight: one main action, and what else leads on. */
export function Onward({ model: { board, code }, next, onNext, solve }: Props) {
  const main = { variant: 'contained', color: 'primary' } as const;
  const solving = (
    <Button {...(solve === 'first' ? main : {})} component={RouterLink} to={`../layers?board=${code}`}>
      From here: solve what is left
    </Button>
  );
  return (
    <div className="onward">
      {solve === 'first' && solving}
      {next && (
        <Button {...(solve === 'first' ? {} : main)} onClick={onNext}>
          Next: {next.toLowerCase()}
        </Button>
      )}
      {isDone(board) && !board.pieces && (
        <Button {...main} component={RouterLink} to={`../verdict?board=${code}`}>
          To the verdict
        </Button>
      )}
      {!board.recipe && (
        <Button {...main} component={RouterLink} to={`../layers?board=${code}`}>
          Plan its layers
        </Button>
      )}
      {solve === 'also' && solving}
    </div>
  );
}

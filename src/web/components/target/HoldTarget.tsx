import { MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { boardName, onTheWall } from '../../../record/board/plank.ts';
import { isDone, layersOn } from '../../../record/board/stages.ts';
import { beliefOf } from '../../../record/job/belief.ts';
import { boardModel } from '../../../record/job/bench.ts';
import { mostTelling } from '../../../record/job/by-sight.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Pile } from '../layout.tsx';
import { LookPanel } from '../verdict/LookPanel.tsx';
import { LooksTaken } from '../verdict/LooksTaken.tsx';

/** The target held against a finished board of the job: every such look tells what it really is. */
export function HoldTarget({ bench }: { bench: OpenBench }) {
  const { woods } = bench.job;
  const made = woods.flatMap((wood) =>
    onTheWall(wood)
      .filter(isDone)
      .map((board) => ({ wood, board })),
  );
  const telling = mostTelling(beliefOf(bench), woods);
  const [chosen, setChosen] = useState<string | null>(null);
  const held = made.find(({ board }) => board.id === (chosen ?? telling?.id)) ?? made.at(-1);
  const model = held && boardModel(bench, held.wood, held.board);
  if (!model) return null;
  return (
    <Pile as="section" aria-label="Hold it against a board" gap="near" top>
      {made.length > 1 && (
        <TextField
          select
          label="The board in your hand"
          value={model.board.id}
          onChange={(e) => setChosen(e.target.value)}
          helperText={model.board.id === telling?.id ? 'a look at this one tells most' : ' '}
        >
          {made.map(({ wood, board }) => (
            <MenuItem key={board.id} value={board.id}>
              {boardModel(bench, wood, board)?.name}, {boardName(board).toLowerCase()}
            </MenuItem>
          ))}
        </TextField>
      )}
      <LookPanel key={model.board.id} bench={bench} model={model} />
      <LooksTaken bench={bench} model={model} stage={layersOn(model.board)} />
    </Pile>
  );
}

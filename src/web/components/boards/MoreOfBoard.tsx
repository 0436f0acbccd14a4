import { Button } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Stack } from '../../../core/layers/layer.ts';
import { boardName } from '../../../record/board/plank.ts';
import { isDone, layersOn } from '../../../record/board/stages.ts';
import { layersToTry } from '../../../record/board/tries.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { Board } from '../../../shared/board.ts';
import { changeBoard } from '../../../shared/contract/boards.ts';
import { change, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Row } from '../layout.tsx';
import { sizesText } from '../sizes.ts';
import { useAttempt, useToast } from '../Toast.tsx';
import { CutDialog } from './CutDialog.tsx';
import { FaultFinder } from './FaultFinder.tsx';
import { OnPaper } from './OnPaper.tsx';
import { PastDialog } from './PastDialog.tsx';
import { ReadingsOut } from './ReadingsOut.tsx';
import { SplitDialog } from './SplitDialog.tsx';
import { TriesDialog } from './TriesDialog.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  stage: number;
  /** The layers that its strips would vary. */
  planned: Stack | null | undefined;
}

/** Off the wall, or back on it: what a board taught stays known. */
function PutAway({ board }: { board: Board }) {
  const say = useToast();
  const attempt = useAttempt();
  const put = (archived: boolean, version: number) => change(changeBoard, { board: board.id }, { version, archived });
  const away = () =>
    attempt(async () => {
      const { version } = await put(true, board.version);
      say({ text: `${boardName(board)} is put away; what it taught stays known.`, undo: () => put(false, version) });
    });
  return board.archived ? (
    <Button onClick={() => void attempt(() => put(false, board.version))}>Back on the wall</Button>
  ) : (
    <Button onClick={() => void away()}>Put away</Button>
  );
}

/** What else can be done with a board, each behind one word. */
export function MoreOfBoard({ bench, model, stage, planned }: Props) {
  const { board } = model;
  const house = useHouse().data;
  const [open, setOpen] = useState<'past' | 'out' | 'wrong' | 'split' | 'tries' | 'cut' | null>(null);
  const shut = () => setOpen(null);
  const done = isDone(board);
  return (
    <>
      <Row gap="near" wrap>
        <OnPaper bench={bench} model={model} />
        {board.readings.length > 0 && <Button onClick={() => setOpen('out')}>Readings as files</Button>}
        {board.recipe && (
          <Button component="a" href={`/api/boards/${board.id}/stack.json`}>
            Stack as JSON
          </Button>
        )}
        {board.recipe && !done && <Button onClick={() => setOpen('past')}>Enter what was done</Button>}
        {!done && !board.pieces && <Button onClick={() => setOpen('split')}>Divide this board</Button>}
        {!done && !board.pieces && layersToTry(planned ?? [], layersOn(board)).length > 0 && (
          <Button onClick={() => setOpen('tries')}>Steps on this board</Button>
        )}
        {board.recipe && !done && !board.pieces && (
          <Button component={RouterLink} to={`../layers?board=${model.code}`}>
            Change its layers
          </Button>
        )}
        {layersOn(board) > 0 && <Button onClick={() => setOpen('wrong')}>What went wrong?</Button>}
        <Button component={RouterLink} to={`../story?board=${model.code}`}>
          Story of this board
        </Button>
        {house && !board.pieces && (
          <Button onClick={() => setOpen('cut')}>
            Cut {sizesText([board.cut.length, board.cut.width], house.units)}
          </Button>
        )}
        <PutAway board={board} />
      </Row>
      {open === 'split' && <SplitDialog bench={bench} model={model} onClose={shut} />}
      {open === 'tries' && planned && <TriesDialog bench={bench} model={model} stack={planned} onClose={shut} />}
      {open === 'wrong' && <FaultFinder bench={bench} model={model} stage={stage} onClose={shut} />}
      {open === 'out' && <ReadingsOut board={board.id} onClose={shut} />}
      {open === 'past' && <PastDialog board={board} onClose={shut} />}
      {open === 'cut' && house && <CutDialog board={board} house={house} onClose={shut} />}
    </>
  );
}

import { Button } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { boardCode } from '../../record/board/codes.ts';
import { isControl, onTheWall } from '../../record/board/plank.ts';
import { isDone } from '../../record/board/stages.ts';
import { type BoardModel, boardModel } from '../../record/job/bench.ts';
import { missOfFinished, offcutsLeft } from '../../record/job/standing.ts';
import { nearestFirst } from '../../record/job/wall.ts';
import { takeBoard } from '../../shared/contract/boards.ts';
import { BoardOf } from '../components/board/BoardOf.tsx';
import { BoardInHand } from '../components/boards/BoardInHand.tsx';
import { SeriesDialog } from '../components/boards/SeriesDialog.tsx';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { Row, Text } from '../components/layout.tsx';
import { againstText } from '../components/numbers.ts';
import { useTold } from '../components/use-told.ts';
import { change } from '../hooks/api.ts';
import { type OpenBench, useBoardModel, useOpenBench } from '../hooks/bench.ts';
import { useBoardFields } from '../hooks/looks.ts';
import { useNextId } from '../hooks/new-id.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';

function SmallBoard({ bench, model, here }: { bench: OpenBench; model: BoardModel; here: boolean }) {
  const fields = useBoardFields(bench, model);
  const { board } = model;
  const { words, bare } = useTold();
  const miss = model.target && missOfFinished(model.target, board);
  return (
    <RouterLink to={`?board=${model.code}`} className="smallboard" aria-current={here}>
      <BoardOf model={model} fields={fields} height={48} />
      <Row between padY="hair">
        <b>Board {board.number}</b>
        <span className="mono">
          {board.archived
            ? 'put away'
            : miss !== null
              ? words
                ? `${bare(miss)} off`
                : `ΔE ${againstText(miss, bench.job.tolerance)}`
              : board.judged
                ? board.judged.accepted
                  ? 'accepted'
                  : 'rejected'
                : isControl(board)
                  ? 'control'
                  : board.recipe
                    ? isDone(board)
                      ? 'to be judged'
                      : 'on the bench'
                    : 'raw'}
        </span>
      </Row>
      {board.strip && <div className="soft">{board.strip}</div>}
    </RouterLink>
  );
}

export function BoardsPage() {
  const bench = useOpenBench();
  const model = useBoardModel(bench);
  const go = useNavigate();
  const [error, setError] = useState<string | null>(null);
  const [series, setSeries] = useState(false);
  const [nearest, setNearest] = usePersistentState('nearest-first', false);
  const [awayToo, setAwayToo] = useState(false);
  const id = useNextId();
  if (!model) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  const { wood } = model;
  // A series varies the recipe in hand, or the newest of this wood, or the draft.
  const stack = model.board.recipe?.stack ?? wood.boards.findLast((b) => b.recipe)?.recipe?.stack ?? wood.draft;
  const left = offcutsLeft(wood);
  const away = wood.boards.filter((b) => b.archived);
  const hung = [...(nearest ? nearestFirst(bench, wood) : onTheWall(wood)), ...(awayToo ? away : [])];
  const take = async () => {
    try {
      const board = await change(takeBoard, { wood: wood.id }, { id: id.next() });
      id.kept();
      await go(`?board=${boardCode(wood.code, board.number)}`);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <>
      <Row className="noprint" gap="far" padY="near" padX="far" on="work" still scroll>
        {hung.map((board) => {
          const small = boardModel(bench, wood, board);
          return small && <SmallBoard key={board.id} bench={bench} model={small} here={board.id === model.board.id} />;
        })}
        {wood.boards.length > 2 && (
          <Button aria-pressed={nearest} onClick={() => setNearest(!nearest)} sx={{ flex: 'none' }}>
            {nearest ? 'As they were taken' : 'Nearest first'}
          </Button>
        )}
        {away.length > 0 && (
          <Button aria-pressed={awayToo} onClick={() => setAwayToo(!awayToo)} sx={{ flex: 'none' }}>
            {awayToo ? 'Hide those put away' : `${away.length} put away`}
          </Button>
        )}
        <Button onClick={take} sx={{ flex: 'none' }}>
          Take another board
        </Button>
        <Button onClick={() => setSeries(true)} sx={{ flex: 'none' }} disabled={!stack}>
          Ladder, grid, bracket
        </Button>
        {left !== null && (
          <Text still>
            {left} {left === 1 ? 'offcut' : 'offcuts'} left
          </Text>
        )}
      </Row>
      <ErrorMessage error={error} />
      {series && stack && <SeriesDialog bench={bench} model={model} stack={stack} onClose={() => setSeries(false)} />}
      <BoardInHand
        key={`${model.board.id}/${model.board.recipe?.id ?? ''}`}
        bench={bench}
        model={model}
        planned={stack}
      />
    </>
  );
}

import { differenceWords } from '../../../core/judge/words.ts';
import { boardName, isControl, onTheWall } from '../../../record/board/plank.ts';
import { isDone, layersOn } from '../../../record/board/stages.ts';
import { beliefOf, stageOf } from '../../../record/job/belief.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { rankedBeside } from '../../../record/job/by-sight.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Pile } from '../layout.tsx';
import { useTold } from '../use-told.ts';

/** Trial boards where nothing is to be matched: beside the control, or the first of them, the nearest first. */
export function BesideControl({ bench, model: { wood } }: { bench: OpenBench; model: BoardModel }) {
  const { miss } = useTold();
  const done = onTheWall(wood).filter(isDone);
  const control = done.find(isControl) ?? done[0];
  const belief = beliefOf(bench);
  if (!belief || !control) return null;
  const ranked = rankedBeside(belief, onTheWall(wood), control);
  if (ranked.length === 0) return null;
  const at = belief.colour(stageOf(control, layersOn(control))).lab;
  return (
    <Pile as="section" aria-label="Beside the control" gap="close">
      <h2>Beside {boardName(control).toLowerCase()}</h2>
      <ol>
        {ranked.map(({ board, difference, off }) => (
          <li key={board.id}>
            <b>{boardName(board)}</b>:{' '}
            {differenceWords(at, at.map((v, i) => v + (difference[i] as number)) as typeof at).join(', ')}, {miss(off)}
          </li>
        ))}
      </ol>
    </Pile>
  );
}

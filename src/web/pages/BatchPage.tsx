import { useSearchParams } from 'react-router';
import { stackAsMade } from '../../record/board/stages.ts';
import { boardModel } from '../../record/job/bench.ts';
import { piecesAtWork } from '../../record/work/pieces.ts';
import { patternOf } from '../../record/work/work.ts';
import { Pile, PlainLink } from '../components/layout.tsx';
import { BatchOfWork } from '../components/work/BatchOfWork.tsx';
import { DrawDowns } from '../components/work/DrawDowns.tsx';
import { WorkNav } from '../components/work/WorkNav.tsx';
import { useHouse } from '../hooks/api.ts';
import { useOpenBench } from '../hooks/bench.ts';

/** The batch of a wood: what all its pieces take, and its pots against the approved board before they are used. */
export function BatchPage() {
  const bench = useOpenBench();
  const house = useHouse().data;
  const [params] = useSearchParams();
  const { job, shelf } = bench;
  const wood = job.woods.find((w) => w.code === params.get('wood')) ?? job.woods[0];
  const [portion] = wood ? piecesAtWork(wood) : [];
  const pattern = wood && patternOf(job, wood, shelf)?.board;
  const stack = portion?.recipe?.stack ?? (pattern ? stackAsMade(pattern) : null);
  const model = wood && portion && boardModel(bench, wood, portion);
  return (
    <>
      <WorkNav />
      <Pile className="plate" gap="far">
        {wood && house && stack ? (
          <BatchOfWork bench={bench} wood={wood} stack={stack} house={house} />
        ) : (
          <p>
            There is no batch yet: plan layers for a board of this wood, and{' '}
            <PlainLink to="../parts">say which parts there are</PlainLink>.
          </p>
        )}
        {model && portion.recipe && (
          <DrawDowns key={portion.recipe.id} bench={bench} model={model} recipe={portion.recipe} />
        )}
      </Pile>
    </>
  );
}

import type { Repeating, StrayBy } from '../../../core/match/repeat.ts';
import { woodNamed } from '../../../record/board/wood.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Pile, PlainLink } from '../layout.tsx';
import { useTold } from '../use-told.ts';

/** A cause is worth a sentence where its going away makes so much of a chance. */
const WORTH = 0.05;

/** What takes a cause away. */
const REMEDIES: Record<StrayBy, string> = {
  colours: 'one more board of it',
  wood: 'the pieces sorted by their raw colour',
  pot: 'all of it from one pot',
  hand: 'a first piece put on as all will be, then corrected',
};
const hundred = (chance: number) => `${Math.round(100 * chance)} in 100`;

/** That the recipe passes once more, on the next board and on the pieces of the job, and what would make that surer. */
export function Chances({ bench, model, again }: { bench: OpenBench; model: BoardModel; again: Repeating }) {
  const { bare } = useTold();
  const parts = bench.job.parts.filter((p) => p.woodId === model.wood.id).map((p) => p.name.toLowerCase());
  const work = parts.length > 0 && parts.length < 3 ? `The ${parts.join(' and the ')}` : 'The pieces themselves';
  const [gain, cause] = (Object.entries(again.without) as [StrayBy, number][])
    .map(([of, chance]): [number, StrayBy] => [chance - again.work, of])
    .reduce((p, q) => (q[0] > p[0] ? q : p));
  return (
    <Pile as="section" aria-label="Made again" gap="hair">
      <p>
        The next board made so passes with <b data-testid="next-board-chance">{hundred(again.board)}</b>.
      </p>
      <p>
        {work} with <b data-testid="work-chance">{hundred(again.work)}</b>
        <span className="soft">{gain >= WORTH ? `: with ${REMEDIES[cause]}, ${hundred(again.work + gain)}` : ''}.</span>
      </p>
      {again.scatter !== null && again.scatter > bench.job.tolerance && (
        <p className="soft">
          {woodNamed(bench.shelf, model.wood)} varies by {bare(again.scatter)} of itself, more than the tolerance:{' '}
          <PlainLink to={`../woods?wood=${model.wood.code}`}>see its pile</PlainLink>.
        </p>
      )}
    </Pile>
  );
}

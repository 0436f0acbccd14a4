import { useMemo } from 'react';
import { boardCode } from '../../../record/board/codes.ts';
import { boardModel } from '../../../record/job/bench.ts';
import { asItIs } from '../../../record/job/fields.ts';
import { missOfFinished } from '../../../record/job/standing.ts';
import { type Branch, descentsOf, treeOf } from '../../../record/notebook/lineage.ts';
import type { Board } from '../../../shared/board.ts';
import { useFaults } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useBoardFields } from '../../hooks/looks.ts';
import { BoardOf } from '../board/BoardOf.tsx';
import { namingOf } from '../layers/layer-words.ts';
import { Area, PlainLink, Row, Text } from '../layout.tsx';
import { beganWith } from '../notebook/Lineage.tsx';
import { useTold } from '../use-told.ts';

/** How far in a branch stands, and no farther: pixels. */
const [STEP, DEEPEST] = [28, 6];

function Node({ bench, branch, depth }: { bench: OpenBench; branch: Branch; depth: number }) {
  const { wood, board } = branch;
  const model = boardModel(bench, wood, board);
  return (
    <>
      {model && <NodeOf bench={bench} branch={branch} model={model} depth={depth} />}
      {branch.came.map((next) => (
        <Node key={next.board.id} bench={bench} branch={next} depth={Math.min(DEEPEST, depth + 1)} />
      ))}
    </>
  );
}

function NodeOf({
  bench,
  branch,
  model,
  depth,
}: {
  bench: OpenBench;
  branch: Branch;
  model: NonNullable<ReturnType<typeof boardModel>>;
  depth: number;
}) {
  const { miss } = useTold();
  const { wood, board, changed, said } = branch;
  const fields = useBoardFields(bench, model);
  const shown = useMemo(() => fields.map(asItIs), [fields]);
  const off = model.target ? missOfFinished(model.target, board) : null;
  return (
    <Row gap="apart" padY="close" line align="start">
      <Area still width={depth * STEP} />
      <Area still width={176} pad="hair" on="work">
        <BoardOf model={model} fields={shown} height={36} />
      </Area>
      <Area grow minWidth={0}>
        <PlainLink to={`../boards?board=${boardCode(wood.code, board.number)}`}>
          <b>{boardCode(wood.code, board.number)}</b>
        </PlainLink>{' '}
        <span className="soft">{beganWith(branch)}</span> {outcome(board, off, miss)}
        {changed.length > 0 && <div>{changed.join('; ')}</div>}
        {said.length > 0 && (
          <Text as="div" className="soft">
            {said.map((words) => `“${words}”`).join(' ')}
          </Text>
        )}
      </Area>
    </Row>
  );
}

const outcome = (board: Board, off: number | null, miss: (deltaE: number) => string): string =>
  board.judged ? (board.judged.accepted ? 'accepted' : 'rejected') : off === null ? '' : `${miss(off)} off`;

/** The boards of a job as they came of one another: what was changed from each to the next, and what was said of it. */
export function BoardTree({ bench }: { bench: OpenBench }) {
  const { data: faults } = useFaults();
  const roots = useMemo(
    () => treeOf(descentsOf(bench.job, namingOf(bench.materials), faults)),
    [bench.job, bench.materials, faults],
  );
  if (roots.length === 0) return null;
  return (
    <section aria-label="How its boards came of one another">
      <h2>How its boards came of one another</h2>
      {roots.map((branch) => (
        <Node key={branch.board.id} bench={bench} branch={branch} depth={0} />
      ))}
    </section>
  );
}

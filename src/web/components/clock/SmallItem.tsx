import { memo, useMemo } from 'react';
import { NOTHING_LEARNED } from '../../../core/learn/knowledge.ts';
import { layersOn } from '../../../record/board/stages.ts';
import { boardModel, openBench } from '../../../record/job/bench.ts';
import { boardFields } from '../../../record/job/fields.ts';
import type { WorkItem } from '../../../record/work/work.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { BoardOf } from '../board/BoardOf.tsx';
import { Area } from '../layout.tsx';

/** The board of an item as far as it has come; of pieces the board that they follow. */
export const SmallItem = memo(function SmallItem({ item, shelf }: { item: WorkItem; shelf: Shelf }) {
  const { job, wood, board, kind } = item;
  const shown = useMemo(() => {
    const bench = openBench(job, shelf, NOTHING_LEARNED);
    const model = boardModel(bench, wood, board);
    if (!model) return null;
    const all = boardFields(bench, model);
    const fields = kind === 'board' ? all.slice(0, Math.max(2, layersOn(board) + 1)) : all;
    return { model, fields };
  }, [job, wood, board, kind, shelf]);
  if (!shown || shown.fields.length === 0) return null;
  const { model, fields } = shown;
  return (
    <Area on="work" pad="close" width="min(170px, 100%)">
      <BoardOf model={model} fields={fields} height={46} />
    </Area>
  );
});

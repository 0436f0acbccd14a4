import { Link as RouterLink } from 'react-router';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { doubtOf } from '../../../core/learn/knowledge.ts';
import { mixedUpStage } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { Recipe } from '../../../shared/board.ts';
import type { OpenBench } from '../../hooks/bench.ts';

/** Which colour took more or less than its profile said, in words and per cent. */
export function Taught({ bench, model, recipe }: { bench: OpenBench; model: BoardModel; recipe: Recipe }) {
  const strange = mixedUpStage(model.board);
  if (bench.learning) return <div>Learning from the newest readings …</div>;
  const without = bench.knowledge.leftOut.find((l) => l.board === model.board.id);
  if (without) return <div className="trouble">This board taught nothing: {without.why}</div>;
  if (strange !== null)
    return (
      <div className="trouble">
        The reading after {KINDS[nth(recipe.stack, strange - 1).kind].label.toLowerCase()} does not fit this recipe, so
        the board taught nothing. Check its label, then{' '}
        <RouterLink to={`../boards?board=${model.code}`}>read it again</RouterLink>.
      </div>
    );
  const doubts = doubtOf(bench.knowledge, model.species.id, bench.materials);
  const used = [...new Set(recipe.stack.flatMap((l) => Object.keys(l.colours)))];
  const lines = used.flatMap((id) => {
    const factor = model.tuning.uptake[id];
    const name = bench.materials.colourants[id]?.name ?? id;
    const doubt = `± ${Math.round(100 * (doubts[id] ?? 0))}`;
    if (!factor || Math.abs(factor - 1) < 0.02) return [`${name} took as its profile says (${doubt} %)`];
    const size = Math.round(Math.abs(factor - 1) * 100);
    return [`${name} took ${size} % (${doubt}) ${factor > 1 ? 'more' : 'less'} than its profile says`];
  });
  return (
    <div>
      On {model.species.name.toLowerCase()}, {lines.join('; ')}.{' '}
      <span className="soft">
        Learned from {bench.knowledge.boards.length} {bench.knowledge.boards.length === 1 ? 'board' : 'boards'} of the
        shop.
      </span>
    </div>
  );
}

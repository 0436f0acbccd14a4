import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { layersOn } from '../../../record/board/stages.ts';
import { driftOf } from '../../../record/clock/drift.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { PlainLink } from '../layout.tsx';
import { useTold } from '../use-told.ts';

/** A reading that was taken too early is said, and how the board went from wet to dry where both were read. */
export function Drifted({ bench, model: { board, code } }: { bench: OpenBench; model: BoardModel }) {
  const { miss } = useTold();
  const drift = driftOf(bench, board, layersOn(board));
  if (!drift) return null;
  const { tooEarly, wet, dry } = drift;
  const readings = tooEarly === 1 ? 'One reading was' : `${tooEarly} readings were`;
  return (
    <div className="note" data-testid="drift">
      {readings} taken before the last coat had settled.{' '}
      {dry
        ? `From wet to dry it went ${miss(deltaE00(labOf(wet), labOf(dry)))}: ${differenceWords(labOf(wet), labOf(dry)).join(', ')}. `
        : 'Wet looks darker than it dries: read it again. '}
      <PlainLink to={`../boards?board=${code}`}>See its readings</PlainLink>
    </div>
  );
}

import { boardCode } from '../../../record/board/codes.ts';
import { layersOn } from '../../../record/board/stages.ts';
import { firstPieceOf } from '../../../record/work/run.ts';
import type { Board } from '../../../shared/board.ts';
import type { JobWood } from '../../../shared/job.ts';
import { useEyesOnly } from '../../hooks/api.ts';
import { PlainLink } from '../layout.tsx';

/** The first piece comes before the rest: how far it is, where that matters for the portion in hand. */
export function FirstPieceNote({ wood, inHand, tolerance }: { wood: JobWood; inHand: Board; tolerance: number }) {
  const eyes = useEyesOnly();
  const first = firstPieceOf(wood, tolerance);
  if (!first || first.state === 'right') return null;
  const isFirst = inHand.id === first.portion.id;
  const check = eyes ? 'hold it beside its board' : 'read it, or hold it beside its board';
  const said = {
    'to make': isFirst
      ? `The first piece of all: make it whole, then ${check}, before the rest are begun.`
      : 'The first piece is not made yet. What is wrong with it would be wrong with all of these.',
    'to check': isFirst
      ? `The first piece has all coats on: ${check}, then the rest follow.`
      : `The first piece waits to be checked: ${check}, before these are begun.`,
    off: 'The first piece is off. Try the pots and put them right before the rest are begun; then make another one and check it.',
  }[first.state];
  if (!isFirst && first.state === 'to make' && layersOn(inHand) > 0) return null;
  return (
    <div className="note large" data-testid="first-piece">
      {said}{' '}
      {first.state === 'off' ? (
        <PlainLink to={`../batch?wood=${wood.code}`}>To the pots</PlainLink>
      ) : (
        !isFirst && (
          <PlainLink to={`?board=${boardCode(wood.code, first.portion.number)}`}>To the first piece</PlainLink>
        )
      )}
    </div>
  );
}

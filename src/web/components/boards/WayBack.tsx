import { KINDS, wayBackNow } from '../../../core/kinds/index.ts';
import { carrierOf } from '../../../core/layers/materials.ts';
import { HOUR } from '../../../core/time/air.ts';
import { climateFactor } from '../../../core/time/climate.ts';
import { airOrFair } from '../../../record/board/air.ts';
import { layersOn, stackAsMade } from '../../../record/board/stages.ts';
import type { Bench, BoardModel } from '../../../record/job/bench.ts';
import { shopNow } from '../../hooks/shop-clock.ts';
import { hoursText } from '../numbers.ts';

/** What of a layer that is on can still be undone, how, and until when: from where the board stands and the clock. */
export function WayBackPanel({
  bench: { materials },
  model: { board },
  stage,
}: {
  bench: Bench;
  model: BoardModel;
  stage: number;
}) {
  const layer = stackAsMade(board)[stage - 1];
  if (!layer || stage > layersOn(board)) return null;
  const carrier = carrierOf(layer, materials);
  const back = KINDS[layer.kind].wayBack(carrier);
  const coat = board.coats.find((c) => c.stage === stage);
  const hours = coat?.putOnAt ? (shopNow() - Date.parse(coat.putOnAt)) / HOUR : null;
  const air = airOrFair(coat?.conditions ?? {});
  const { open, left } = wayBackNow(back, hours, layersOn(board) > stage, climateFactor(carrier, air));
  return (
    <div className="soft" data-testid="way-back">
      {open
        ? `Way back: ${back.how.charAt(0).toLowerCase()}${back.how.slice(1)}, ${back.until}${left === null ? '' : `: about ${hoursText(left)} more`}.`
        : back.ends === 'never there'
          ? 'No way back: nothing but sanding to bare wood takes it out.'
          : `No way back but sanding: it was open ${back.until}.`}
    </div>
  );
}

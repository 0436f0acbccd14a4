import { Button } from '@mui/material';
import { KINDS, TESTS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { traitsOf } from '../../../core/layers/layer.ts';
import { foundDryAt } from '../../../core/time/clock.ts';
import { coatsIn, dryingOfCoat } from '../../../core/time/coats.ts';
import { coatsTicked, workOfCoat } from '../../../record/board/coats.ts';
import { layersOn, stackAsMade, stageMean } from '../../../record/board/stages.ts';
import { stepLines } from '../../../record/board/step-lines.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { changeCoat } from '../../../shared/contract/boards.ts';
import { change, useEyesOnly, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useClock } from '../../hooks/clock.ts';
import { shopNow } from '../../hooks/shop-clock.ts';
import { useBenchActs } from '../clock/acts.ts';
import { Pile, Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { sizeIn } from '../sizes.ts';
import { useAttempt, useToast } from '../Toast.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  stage: number;
  /** Where the board is read or looked at. */
  onFind: () => void;
}

/** One thing that is done to a board: what a tap says of it, and what it says once that is done. */
interface Act {
  says: string;
  done: string | null;
  tap: (() => unknown) | null;
}

/** Each thing that is done to a board at its stage is a large tap, for hands in gloves: put on, wiped, dry, read. Each can be undone. */
export function OneTap({ bench, model, stage, onFind }: Props) {
  const { board } = model;
  const clock = useClock().data;
  const eyes = useEyesOnly();
  const { units = 'metric' } = useHouse().data ?? {};
  const acts = useBenchActs();
  const say = useToast();
  const attempt = useAttempt();
  const stack = stackAsMade(board);
  const layer = stack[stage - 1];
  const { recipe } = board;
  if (!layer || !recipe) return null;
  const coat = board.coats.find((c) => c.stage === stage);
  const name = KINDS[layer.kind].label.toLowerCase();
  const coats = coatsIn(layer);
  const on = coat ? coats : coatsTicked(board, stage, clock?.done ?? []);
  const last = workOfCoat(board, stage, coats);
  const tests = (clock?.tests ?? []).filter((t) => t.coat === last);
  const found = foundDryAt(tests.map(({ at, dry }) => ({ at: Date.parse(at), dry })));
  const test = TESTS[dryingOfCoat(stack, stage - 1, coats, { materials: bench.materials }).test];

  const putOn = () =>
    on + 1 < coats
      ? acts.tick(workOfCoat(board, stage, on + 1), `Coat ${on + 1} of ${coats} is on.`)
      : acts.putOn(board.id, stage, `${KINDS[layer.kind].label}: on.`);
  const wiped = () =>
    attempt(async () => {
      if (!coat?.putOnAt) return;
      const { minutes: was, version } = coat;
      const minutes = Math.max(0, Math.round((shopNow() - Date.parse(coat.putOnAt)) / 60_000));
      await change(changeCoat, { coat: coat.id }, { version, minutes });
      say({
        text: `Wiped after ${minutes} min.`,
        undo: () => change(changeCoat, { coat: coat.id }, { version: version + 1, minutes: was }),
      });
    });
  const dryness = (dry: boolean) => () => acts.tellDry(last, test, dry);

  // What was read, or looked at dry, is done with.
  if (stageMean(board, stage) || board.looks.some((l) => l.stage === stage && !l.wet)) return null;
  const steps: Act[] = [
    {
      says: coats > 1 ? `Put on: ${name}, coat ${on + 1} of ${coats}` : `Put on: ${name}`,
      done: coat ? 'On' : null,
      tap: putOn,
    },
    ...(traitsOf(layer).wiped
      ? [
          {
            says: 'Wiped',
            done: coat && coat.minutes !== null ? `Wiped after ${coat.minutes} min` : null,
            tap: coat?.putOnAt ? wiped : null,
          },
        ]
      : []),
    {
      says: 'Dry',
      done: found === null ? null : `Dry ${momentText(new Date(found).toISOString())}`,
      tap: coat ? dryness(true) : null,
    },
    {
      says: eyes ? 'Look at it' : 'Read it',
      done: null,
      tap: coat && layersOn(board) === stage ? onFind : null,
    },
  ];
  const begins = nth(stepLines(stack.length, board.cut), stage);
  return (
    <Pile as="section" aria-label="A tap each" gap="close" className="noprint">
      <Row gap="near" wrap>
        {steps.map(({ says, done, tap }, i) =>
          done ? (
            <span key={says} className="acted">
              ✓ {done}
            </span>
          ) : (
            <Button
              key={says}
              className="big"
              disabled={!tap}
              {...(i === 0 ? { variant: 'contained', color: 'primary' } : {})}
              onClick={() => void tap?.()}
            >
              {says}
            </Button>
          ),
        )}
      </Row>
      {!coat && !board.pieces && (
        <span className="soft">Mask the first {sizeIn(units).text(begins)}: what is below stays in sight there.</span>
      )}
      {coat && found === null && (
        <Row gap="near" wrap>
          <span className="soft">Dry? {test.ask}.</span>
          <Button onClick={dryness(false)}>Not dry yet</Button>
        </Row>
      )}
    </Pile>
  );
}

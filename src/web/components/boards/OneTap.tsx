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
import { changeCoat, putOnCoat, takeCoatBack } from '../../../shared/contract/boards.ts';
import { archiveTest, archiveWorkDone, doWork, noteTest } from '../../../shared/contract/clock.ts';
import { change, useEyesOnly } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useClock } from '../../hooks/clock.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { shopNow } from '../../hooks/shop-clock.ts';
import { Pile, Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { sizeIn } from '../sizes.ts';
import { useAttempt, useToast } from '../Toast.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  stage: number;
  units: 'metric' | 'us';
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
export function OneTap({ bench, model, stage, units, onFind }: Props) {
  const { board } = model;
  const clock = useClock().data;
  const eyes = useEyesOnly();
  const id = useNextId();
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
  const tell = (text: string, undo: () => Promise<unknown>) => say({ text, undo });

  const putOn = () =>
    attempt(async () => {
      const made = id.next();
      if (on + 1 < coats) {
        await change(doWork, {}, { id: made, work: workOfCoat(board, stage, on + 1) });
        tell(`Coat ${on + 1} of ${coats} is on.`, () => change(archiveWorkDone, { done: made }));
      } else {
        await change(putOnCoat, { board: board.id }, { id: made, stage });
        tell(`${KINDS[layer.kind].label}: on.`, () => change(takeCoatBack, { coat: made }));
      }
      id.kept();
    });
  const wiped = () =>
    attempt(async () => {
      if (!coat?.putOnAt) return;
      const { minutes: was, version } = coat;
      const minutes = Math.max(0, Math.round((shopNow() - Date.parse(coat.putOnAt)) / 60_000));
      await change(changeCoat, { coat: coat.id }, { version, minutes });
      tell(`Wiped after ${minutes} min.`, () =>
        change(changeCoat, { coat: coat.id }, { version: version + 1, minutes: was }),
      );
    });
  const dryness = (dry: boolean) => () =>
    attempt(async () => {
      const made = id.next();
      await change(noteTest, {}, { id: made, coat: last, dry });
      id.kept();
      tell(dry ? `${test.dry}: it may go on.` : `${test.wet}: the clock waits, and remembers it.`, () =>
        change(archiveTest, { test: made }),
      );
    });

  // What was read, or looked at dry, is done with.
  if (stageMean(board, stage) || board.looks.some((l) => l.stage === stage && !l.wet)) return null;
  const acts: Act[] = [
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
        {acts.map(({ says, done, tap }, i) =>
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

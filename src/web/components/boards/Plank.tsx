import { useMemo } from 'react';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { boardCode } from '../../../record/board/codes.ts';
import { plankOf } from '../../../record/board/plank.ts';
import { lastRead, stackAsMade, stageMean } from '../../../record/board/stages.ts';
import { type BoardModel, boardModel } from '../../../record/job/bench.ts';
import { type BoardField, boardFields } from '../../../record/job/fields.ts';
import type { Board } from '../../../shared/board.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { Area, PlainLink, Row, Text } from '../layout.tsx';
import { againstText } from '../numbers.ts';
import { useTold } from '../use-told.ts';

/** The newest reading of a board, with layers on. */
const newest = (board: Board) => (lastRead(board) > 0 ? stageMean(board, lastRead(board)) : null);

/** The parts of a plank side by side, as far as each is: one picture, and what tells them apart. */
export function Plank({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const told = useTold();
  const parts = useMemo(() => plankOf(model.wood, model.board), [model]);
  const fields = useMemo(
    () =>
      parts.flatMap((board): BoardField[] => {
        const part = boardModel(bench, model.wood, board);
        const own = part ? boardFields(bench, part) : [];
        const field = own[Math.max(0, lastRead(board))] ?? own[0];
        return field ? [{ ...field, label: board.strip ?? '' }] : [];
      }),
    [bench, model, parts],
  );
  const [first] = parts;
  if (!first) return null;
  const against = newest(first);
  const target = model.target ? labOf(model.target.reflectance) : null;
  return (
    <Area as="section" aria-label="The plank" className="work" padTop="none">
      <BoardPicture
        wood={model.species}
        seed={model.seed}
        fields={fields}
        target={model.target}
        light={DAYLIGHT}
        height={110}
      />
      <Row padTop="close" align="start">
        {parts.map((board) => {
          const reading = newest(board);
          const done = lastRead(board);
          return (
            <Area key={board.id} grow padRight="close">
              <PlainLink to={`?board=${boardCode(model.wood.code, board.number)}`}>{board.strip}</PlainLink>
              <Text as="div" size="small">
                {stackAsMade(board)
                  .map((l) => KINDS[l.kind].label.toLowerCase())
                  .join(', ') || 'no layer planned'}
                {done > 0 && `; ${done} read`}
              </Text>
              {reading && target && (
                <div className="mono">
                  {told.words
                    ? `${told.bare(deltaE00(target, labOf(reading)))} from the`
                    : `ΔE ${againstText(deltaE00(target, labOf(reading)), bench.job.tolerance)}`}{' '}
                  target
                </div>
              )}
              {reading && against && board !== first && (
                <Text as="div" size="small">
                  <span className="mono">{told.miss(deltaE00(labOf(against), labOf(reading)))}</span> from {first.strip}
                  : {differenceWords(labOf(against), labOf(reading)).join(', ')}
                </Text>
              )}
            </Area>
          );
        })}
      </Row>
    </Area>
  );
}

import { Button, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { pileOf } from '../../../core/judge/pile.ts';
import { boardCode } from '../../../record/board/codes.ts';
import { stageMean } from '../../../record/board/stages.ts';
import { boardModel } from '../../../record/job/bench.ts';
import type { Board } from '../../../shared/board.ts';
import { changeBoard, takeBoard } from '../../../shared/contract/boards.ts';
import type { JobWood } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Columns, Pile, PlainLink, Row, Text } from '../layout.tsx';
import { deltaText, labText, toleranceText } from '../numbers.ts';
import { useAttempt } from '../Toast.tsx';
import { useTold } from '../use-told.ts';
import { RawPicture } from './RawPicture.tsx';

const ORDERS = { number: 'as taken', lightness: 'lightest first', distance: 'oddest first' } as const;
type Order = keyof typeof ORDERS;

/** The raw boards of a wood beside one another: how far they lie apart, which is odd, and what that means. */
export function PilePanel({ bench, wood, here }: { bench: OpenBench; wood: JobWood; here: string }) {
  const told = useTold();
  const attempt = useAttempt();
  const go = useNavigate();
  const next = useNextId();
  const [order, setOrder] = useState<Order>('number');
  /** The board that is being set apart, and why. */
  const [leaving, setLeaving] = useState<string | null>(null);
  const [why, setWhy] = useState('');
  const { tolerance } = bench.job;
  const pile = useMemo(() => {
    const raw = wood.boards.flatMap((of) => {
      const reading = stageMean(of, 0);
      // A strip has the raw reading of its plank, which counts once.
      return reading && !of.apart && (of.plank === null || of.plank === of.id) ? [{ of, reading }] : [];
    });
    return pileOf(raw, tolerance);
  }, [wood.boards, tolerance]);
  const sorted = pile.boards.toSorted((p, q) =>
    order === 'lightness'
      ? q.lab[0] - p.lab[0]
      : order === 'distance'
        ? q.distance - p.distance
        : p.of.number - q.of.number,
  );
  const apart = wood.boards.filter((b) => b.apart);
  const put = (board: Board, reason: string | null) =>
    attempt(async () => {
      await change(changeBoard, { board: board.id }, { version: board.version, apart: reason });
      setLeaving(null);
      setWhy('');
    });
  const take = () =>
    attempt(async () => {
      const board = await change(takeBoard, { wood: wood.id }, { id: next.next() });
      next.kept();
      await go(`?wood=${wood.code}&board=${boardCode(wood.code, board.number)}`);
    });
  const face = (board: Board) => {
    const model = boardModel(bench, wood, board);
    return model && <RawPicture bench={bench} model={model} target={null} height={40} />;
  };
  const name = (board: Board) => (
    <PlainLink
      to={`?wood=${wood.code}&board=${boardCode(wood.code, board.number)}`}
      className={board.id === here ? 'here' : ''}
    >
      Board {board.number}
    </PlainLink>
  );
  return (
    <Pile as="section" aria-label="The pile" gap="close">
      <Row gap="near" wrap>
        <Text as="h2" grow>
          The pile
        </Text>
        {pile.boards.length > 2 && (
          <ToggleButtonGroup
            exclusive
            size="small"
            value={order}
            onChange={(_, v) => v && setOrder(v)}
            aria-label="How the pile is sorted"
          >
            {(Object.keys(ORDERS) as Order[]).map((o) => (
              <ToggleButton key={o} value={o}>
                {ORDERS[o]}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        )}
        <Button onClick={take}>Read another board</Button>
      </Row>
      {pile.boards.length > 1 && (
        <div>
          {pile.boards.length} boards read raw, up to {told.miss(pile.spread)} from their mean.
        </div>
      )}
      {pile.wider && (
        <div className="note">
          The wood itself lies farther apart than the tolerance of{' '}
          {told.words ? told.bare(tolerance) : toleranceText(tolerance)}: what is right on one board can miss on the
          next. Use like beside like, or set the odd ones apart.
        </div>
      )}
      {sorted.map(({ of: board, lab, distance, odd }) => (
        <Columns key={board.id} of="90px minmax(80px, 1fr) 200px 60px auto" gap="near" align="center">
          {name(board)}
          {face(board)}
          <Text className="mono" size="small" nowrap>
            {labText(lab)}
          </Text>
          <span className="mono">{pile.boards.length > 1 ? deltaText(distance) : ''}</span>
          <Row as="span" gap="close">
            {odd && <b>odd</b>}
            {pile.boards.length > 1 && (
              <Button
                size="small"
                onClick={() => {
                  setLeaving(board.id);
                  setWhy(odd ? 'far from the others' : '');
                }}
              >
                Set apart
              </Button>
            )}
          </Row>
          {leaving === board.id && (
            <Row
              as="form"
              whole
              gap="near"
              onSubmit={(e) => {
                e.preventDefault();
                void put(board, why);
              }}
            >
              <TextField label="Why?" value={why} onChange={(e) => setWhy(e.target.value)} sx={{ flex: 1 }} />
              <Button type="submit" disabled={why.trim() === ''}>
                Set board {board.number} apart
              </Button>
              <Button onClick={() => setLeaving(null)}>Leave it</Button>
            </Row>
          )}
        </Columns>
      ))}
      {apart.map((board) => (
        <Columns key={board.id} of="90px minmax(80px, 1fr) 1fr auto" gap="near" align="center">
          {name(board)}
          {face(board)}
          <span>set apart: {board.apart}</span>
          <Button size="small" onClick={() => void put(board, null)}>
            Put back
          </Button>
        </Columns>
      ))}
    </Pile>
  );
}

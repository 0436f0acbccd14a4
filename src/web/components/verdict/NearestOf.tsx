import { Button } from '@mui/material';
import { useState } from 'react';
import { boardName } from '../../../record/board/plank.ts';
import type { Board } from '../../../shared/board.ts';
import { Pile, Row } from '../layout.tsx';

interface Props {
  boards: readonly Board[];
  busy: boolean;
  onNearest: (board: Board) => void;
  /** The target lies between the two, nearer the first. */
  onBetween: (nearer: Board, other: Board) => void;
}

/** All boards at hand held to the target: which is the nearest, or which two it lies between. */
export function NearestOf({ boards, busy, onNearest, onBetween }: Props) {
  const [nearer, setNearer] = useState<Board | null>(null);
  const between = (board: Board) => {
    if (!nearer || nearer.id === board.id) return setNearer(nearer ? null : board);
    setNearer(null);
    onBetween(nearer, board);
  };
  return (
    <>
      <Pile as="section" aria-label="Which is the nearest" gap="close">
        <div>Or hold them all to the target. The nearest is</div>
        <Row gap="near" wrap>
          {boards.map((board) => (
            <Button key={board.id} disabled={busy} onClick={() => onNearest(board)}>
              {boardName(board)}
            </Button>
          ))}
        </Row>
      </Pile>
      <Pile as="section" aria-label="Between which two" gap="close">
        <div>
          {nearer
            ? `It lies between ${boardName(nearer).toLowerCase()}, the nearer, and`
            : 'Or it lies between two: tap the nearer first'}
        </div>
        <Row gap="near" wrap>
          {boards.map((board) => (
            <Button
              key={board.id}
              disabled={busy}
              aria-pressed={nearer?.id === board.id}
              variant={nearer?.id === board.id ? 'contained' : 'outlined'}
              color="secondary"
              onClick={() => between(board)}
            >
              {boardName(board)}
            </Button>
          ))}
        </Row>
      </Pile>
    </>
  );
}

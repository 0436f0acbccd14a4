import { Button, Dialog, DialogContent } from '@mui/material';
import { useState } from 'react';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import type { Spectrum } from '../../../core/colour/grid.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import { oldReading, stackOfOldBoard } from '../../../record/board/evidence.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import type { OldBoard } from '../../../shared/old-board.ts';
import { useRack } from '../../hooks/api.ts';
import { Area, Row } from '../layout.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  speciesId: string;
  target: Spectrum | null;
  onTake: (stack: Stack) => void;
}

/** An old board of this wood as the start of a stack, the nearest to the target first. Nothing where none hangs there. */
export function FromTheRack({ speciesId, target, onTake }: Props) {
  const told = useTold();
  const { data: rack } = useRack();
  const [open, setOpen] = useState(false);
  const off = (board: OldBoard) => {
    const reading = oldReading(board);
    return reading && target ? deltaE00(labOf(target), labOf(reading)) : null;
  };
  const boards = onTheShelf(rack ?? [])
    .filter((b) => b.speciesId === speciesId && b.layers.length > 0)
    .map((board) => ({ board, off: off(board) }))
    .sort((p, q) => (p.off ?? 1e9) - (q.off ?? 1e9));
  if (boards.length === 0) return null;
  return (
    <>
      <Button onClick={() => setOpen(true)} aria-label="From the rack">
        Rack
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        fullWidth
        maxWidth="sm"
        slotProps={{ paper: { 'aria-label': 'Start from an old board' } }}
      >
        <DialogContent sx={{ display: 'grid', gap: 1 }}>
          <h2>Start from an old board</h2>
          <p>Its layers, as far as they are known; an amount that nobody noted is left to solve.</p>
          {boards.map(({ board, off: miss }) => (
            <div key={board.id} className="row">
              <Area grow>
                <b>{board.label}</b>
                <div className="soft">{board.layers.map((l) => KINDS[l.kind].label.toLowerCase()).join(', ')}</div>
              </Area>
              <span className="mono">{miss === null ? 'not read' : told.miss(miss)}</span>
              <Button
                onClick={() => {
                  onTake(stackOfOldBoard(board));
                  setOpen(false);
                }}
              >
                Start from it
              </Button>
            </div>
          ))}
          <Row end>
            <Button onClick={() => setOpen(false)}>Close</Button>
          </Row>
        </DialogContent>
      </Dialog>
    </>
  );
}

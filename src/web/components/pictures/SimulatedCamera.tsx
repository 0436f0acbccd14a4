import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { Board } from '../../../shared/board.ts';
import { simulatePicture } from '../../../shared/contract/instrument.ts';
import type { Job } from '../../../shared/job.ts';
import { send, useSamplePieces, useSimulated } from '../../hooks/api.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';

/** To practise: a piece and the board in hand under the simulated camera, beside its card of four greys. */
export function SimulatedCamera({
  job,
  board,
  onFile,
}: {
  job: Job;
  board: Board | null;
  onFile: (file: Blob) => void;
}) {
  const simulated = useSimulated();
  const { data: pieces } = useSamplePieces();
  const [piece, setPiece] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  if (!simulated || !pieces) return null;
  const take = async () => {
    try {
      const body = { piece: piece || null, boards: board ? [board.id] : [] };
      const { file } = await send(simulatePicture, { job: job.number }, body);
      setRefused(null);
      onFile(new Blob([Uint8Array.from(atob(file), (c) => c.charCodeAt(0))], { type: 'image/jpeg' }));
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    }
  };
  return (
    <Pile gap="close" top>
      <Row gap="near" wrap>
        <TextField
          select
          label="Under the simulated camera"
          value={piece}
          onChange={(e) => setPiece(e.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ minWidth: 240 }}
        >
          <MenuItem value="">{board ? 'the board alone' : 'nothing yet'}</MenuItem>
          {pieces.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <Button disabled={!piece && !board} onClick={() => void take()}>
          Take it
        </Button>
      </Row>
      <ErrorMessage error={refused} />
    </Pile>
  );
}

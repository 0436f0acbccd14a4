import { Button, TextField } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { boardCode, codeScanned, findBoard } from '../../record/board/codes.ts';
import { wholeJob } from '../../shared/contract/jobs.ts';
import { send } from '../hooks/api.ts';
import { sentenceOf } from './ErrorMessage.tsx';
import { FormDialog } from './FormDialog.tsx';
import { Pile } from './layout.tsx';

/** What a browser that can read codes has (Shape Detection); others have the code typed. */
interface CodeReader {
  detect(of: HTMLVideoElement): Promise<{ rawValue: string }[]>;
}
type CodeReaderMaker = new (options: { formats: string[] }) => CodeReader;
const readerHere = (): CodeReaderMaker | null =>
  (globalThis as { BarcodeDetector?: CodeReaderMaker }).BarcodeDetector ?? null;
const LOOK_EVERY_MS = 250;

/** What a camera sees, until a code of ours is in it. */
function Camera({ onCode, onTrouble }: { onCode: (text: string) => void; onTrouble: (why: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef({ onCode, onTrouble });
  told.current = { onCode, onTrouble };
  useEffect(() => {
    const Reader = readerHere();
    const element = video.current;
    if (!Reader || !element) return;
    const reader = new Reader({ formats: ['qr_code'] });
    let stream: MediaStream | null = null;
    let left = false;
    navigator.mediaDevices
      .getUserMedia({ video: { facingMode: 'environment' } })
      .then((seen) => {
        stream = seen;
        if (left) return end();
        element.srcObject = seen;
        return element.play();
      })
      .catch(() => told.current.onTrouble('The camera cannot be used here: type the code.'));
    const look = setInterval(async () => {
      const found = element.readyState >= 2 ? await reader.detect(element).catch(() => []) : [];
      for (const { rawValue } of found) if (codeScanned(rawValue)) told.current.onCode(rawValue);
    }, LOOK_EVERY_MS);
    const end = () => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    return () => {
      left = true;
      clearInterval(look);
      end();
    };
  }, []);
  return <video ref={video} muted playsInline className="scanner" aria-label="Camera" />;
}

/** A board is opened by the code on its label: scanned, or typed. */
export function ScanDialog({ onClose }: { onClose: () => void }) {
  const [code, setCode] = useState('');
  const [looking, setLooking] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const go = useNavigate();
  const open = async (text: string) => {
    const found = codeScanned(text);
    if (!found) return setError('That is no code of a label: it is a number, a slash and a board, 2/beech-1 say.');
    try {
      const { woods } = await send(wholeJob, { job: found.job });
      const there = findBoard(woods, { wood: null, board: found.board });
      const named = there && boardCode(there.wood.code, there.board.number) === found.board;
      if (!named) return setError(`There is no board ${found.board} in job ${found.job}.`);
      onClose();
      await go(`/jobs/${found.job}/boards?board=${found.board}`);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <FormDialog
      title="Open a board by its label"
      error={error}
      onClose={onClose}
      onSubmit={(event) => {
        event.preventDefault();
        void open(code);
      }}
      action={
        <Button type="submit" variant="contained" color="primary">
          Open it
        </Button>
      }
    >
      <Pile gap="near" top>
        {looking ? (
          <Camera onCode={(text) => void open(text)} onTrouble={setError} />
        ) : (
          readerHere() && <Button onClick={() => setLooking(true)}>Scan it</Button>
        )}
        <TextField
          label="Code on the label"
          placeholder="2/beech-1"
          value={code}
          onChange={(e) => setCode(e.target.value)}
          autoFocus
        />
      </Pile>
    </FormDialog>
  );
}

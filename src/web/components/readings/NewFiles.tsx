import { Button } from '@mui/material';
import { useState } from 'react';
import type { WatchedFile } from '../../../shared/watched.ts';
import { beDoneWith, fileOfWatched, offerAgain, useWatched } from '../../hooks/watched.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { useToast } from '../Toast.tsx';

const countText = ({ readings }: WatchedFile): string =>
  readings === null ? 'A new file' : readings === 1 ? 'A new reading' : `${readings} new readings`;

/** What an instrument's software has just written into the watched folder, offered to what waits here. */
export function NewFiles({
  what,
  onTake,
}: {
  /** What it would be kept for: birch-2 after dye. */
  what: string;
  /** Keeps what the file holds, or asks first what only the finisher knows of it. */
  onTake: (file: File, watched: WatchedFile) => Promise<void>;
}) {
  const { files, trouble } = useWatched();
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const attempt = async (work: () => Promise<void>) => {
    setBusy(true);
    try {
      await work();
    } catch (error) {
      say({ text: sentenceOf(error) });
    } finally {
      setBusy(false);
    }
  };
  const take = (file: WatchedFile) => attempt(async () => onTake(await fileOfWatched(file), file));
  const leave = (file: WatchedFile) =>
    attempt(async () => {
      await beDoneWith(file, null);
      say({ text: `${file.name} is left where it is.`, undo: () => offerAgain(file) });
    });
  if (trouble) return <div className="trouble">{trouble}</div>;
  if (files.length === 0) return null;
  return (
    <Pile as="section" aria-label="New in the folder" gap="close">
      {files.map((file) => (
        <Row key={file.hash} gap="near" wrap>
          <Text grow breaks>
            <b>{countText(file)}</b>{' '}
            <span className="soft">
              {file.name}, {momentText(file.at, new Date())}
            </span>
            {file.why && <div className="soft">{file.why}</div>}
          </Text>
          {!file.why && (
            <Button disabled={busy} onClick={() => void take(file)}>
              For {what}
            </Button>
          )}
          <Button disabled={busy} aria-label={`Leave ${file.name}`} onClick={() => void leave(file)}>
            Leave it
          </Button>
        </Row>
      ))}
    </Pile>
  );
}

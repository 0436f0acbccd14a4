import { Button, Dialog, DialogContent, LinearProgress, Menu, MenuItem } from '@mui/material';
import { useRef, useState } from 'react';
import { type Brought, shelfFile, shelfJson, shelfTable } from '../../../record/shelf/shelf-file.ts';
import { bringShelf, undoBrought } from '../../../shared/contract/brought.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { change, fetchMoved, send } from '../../hooks/api.ts';
import { TABLE_FILES } from '../../hooks/file-text.ts';
import { useBroughtProgress } from '../../hooks/jobs-file.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { saveFile } from '../../paper/save-file.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Area, Columns, Row } from '../layout.tsx';
import { useSheetChoice } from '../SheetChoice.tsx';
import { useToast } from '../Toast.tsx';

const STATES = { new: 'new', there: 'is there already, stays as it is', refused: 'left out' } as const;

/** The shelf out to a file and in from one, looked at before anything is put on it. */
export function ShelfFile({ shelf }: { shelf: Shelf }) {
  const input = useRef<HTMLInputElement>(null);
  const sheets = useSheetChoice();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [brought, setBrought] = useState<{ name: string; things: Brought[]; error: string | null } | null>(null);
  const close = () => setAnchor(null);
  const read = async (file: File) => {
    try {
      const text = await sheets.textOf(file);
      if (text !== null) setBrought({ name: file.name, things: shelfFile(shelf, text), error: null });
    } catch (trouble) {
      setBrought({ name: file.name, things: [], error: sentenceOf(trouble) });
    }
  };
  return (
    <>
      <Button onClick={(e) => setAnchor(e.currentTarget)}>File</Button>
      {sheets.dialog}
      <input
        ref={input}
        type="file"
        hidden
        aria-label="File of a shelf"
        accept={`.json,application/json,${TABLE_FILES}`}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void read(file);
          e.target.value = '';
        }}
      />
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        <MenuItem
          onClick={() => {
            close();
            saveFile('shelf.csv', 'text/csv', shelfTable(shelf));
          }}
        >
          Out as a table, CSV
        </MenuItem>
        <MenuItem
          onClick={() => {
            close();
            saveFile('shelf.json', 'application/json', shelfJson(shelf));
          }}
        >
          Out with curves and ladders, JSON
        </MenuItem>
        <MenuItem
          onClick={() => {
            close();
            input.current?.click();
          }}
        >
          In from a file: CSV, .xlsx or JSON
        </MenuItem>
      </Menu>
      {brought && <Preview {...brought} onClose={() => setBrought(null)} />}
    </>
  );
}

function Preview({
  name,
  things,
  error,
  onClose,
}: {
  name: string;
  things: readonly Brought[];
  error: string | null;
  onClose: () => void;
}) {
  const [refused, setRefused] = useState<string | null>(null);
  const [bringing, setBringing] = useState<string | null>(null);
  const progress = useBroughtProgress(bringing);
  const id = useNextId();
  const say = useToast();
  const fresh = things.filter((t) => t.state === 'new');
  const sent = useRef<AbortController | null>(null);
  const leave = () => {
    sent.current?.abort();
    onClose();
  };
  const put = async () => {
    const brought = id.next();
    setRefused(null);
    setBringing(brought);
    sent.current = new AbortController();
    try {
      const body = { id: brought, name, things: fresh.flatMap((t) => t.things) };
      await send(bringShelf, {}, body, sent.current.signal);
      id.kept();
      await fetchMoved(bringShelf);
      say({
        text: `${fresh.length} put on the shelf.`,
        undo: () => change(undoBrought, { brought }),
      });
      onClose();
    } catch (trouble) {
      if (!sent.current.signal.aborted) setRefused(sentenceOf(trouble));
    } finally {
      setBringing(null);
    }
  };
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'What the file holds' } }}>
      <DialogContent className="pile">
        <h2>{name}</h2>
        <ErrorMessage error={error} />
        {!error && (
          <div>
            {fresh.length} new, {things.filter((t) => t.state === 'there').length} there already,{' '}
            {things.filter((t) => t.state === 'refused').length} left out.
          </div>
        )}
        <Area maxHeight={340} scroll>
          {things.map((thing, i) => (
            <Columns
              // biome-ignore lint/suspicious/noArrayIndexKey: a line of the file is known by its place
              key={i}
              of="1fr 1.4fr"
              gap="near"
              line
              padY="close"
            >
              <span>
                {thing.name} <span className="soft">{thing.what}</span>
              </span>
              <span className={thing.state === 'refused' ? '' : 'soft'}>{thing.why ?? STATES[thing.state]}</span>
            </Columns>
          ))}
        </Area>
        <ErrorMessage error={refused} />
        {bringing && (
          <LinearProgress
            {...(progress === null ? {} : { variant: 'determinate', value: 100 * progress })}
            aria-label="Putting it on the shelf"
          />
        )}
        <Row gap="near" end>
          <Button onClick={leave}>{bringing ? 'Stop here' : 'Leave it'}</Button>
          {fresh.length > 0 && !bringing && (
            <Button variant="contained" color="primary" onClick={() => void put()}>
              Put {fresh.length} on the shelf
            </Button>
          )}
        </Row>
      </DialogContent>
    </Dialog>
  );
}

import { Button, LinearProgress, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { labOf } from '../../core/colour/lab.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { seedOf } from '../../record/board/codes.ts';
import { oldReading } from '../../record/board/evidence.ts';
import { materialsOf, onTheShelf } from '../../record/shelf/materials.ts';
import { archiveOldBoard, restoreOldBoard } from '../../shared/contract/house.ts';
import type { OldBoard } from '../../shared/old-board.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { BoardPicture } from '../components/board/BoardPicture.tsx';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { layerWords } from '../components/layers/layer-words.ts';
import { Area, Row } from '../components/layout.tsx';
import { labText } from '../components/numbers.ts';
import { ForeignApprovals } from '../components/rack/ForeignApprovals.tsx';
import { OldBoardDialog } from '../components/rack/OldBoardDialog.tsx';
import { RackByPicture } from '../components/rack/RackByPicture.tsx';
import { useToast } from '../components/Toast.tsx';
import { change, useRack, useShelf } from '../hooks/api.ts';
import { fieldsAsRead } from '../hooks/looks.ts';

function OldBoardRow({ board, shelf, onChange }: { board: OldBoard; shelf: Shelf; onChange: () => void }) {
  const [error, setError] = useState<string | null>(null);
  const say = useToast();
  const wood = shelf.species.find((s) => s.id === board.speciesId);
  const reading = oldReading(board);
  const fields = useMemo(
    () => (wood ? fieldsAsRead(wood, oldReading(board), materialsOf(shelf)) : []),
    [board, wood, shelf],
  );
  const archive = async () => {
    try {
      if (board.archived) return void (await change(restoreOldBoard, { oldBoard: board.id }));
      await change(archiveOldBoard, { oldBoard: board.id });
      say({ text: `${board.label} put away.`, undo: () => change(restoreOldBoard, { oldBoard: board.id }) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <Row line padY="close" gap="apart">
      <Area pad="close" on="work" width={236}>
        {wood && (
          <BoardPicture
            wood={wood}
            seed={seedOf(board.id)}
            fields={fields}
            target={null}
            light={DAYLIGHT}
            height={56}
          />
        )}
      </Area>
      <Area grow>
        <b>{board.label}</b>{' '}
        <span className="soft">{[board.made, board.archived && 'put away'].filter(Boolean).join(', ')}</span>
        <div>
          {shelf.species.find((s) => s.id === board.speciesId)?.name}
          {board.layers.length > 0
            ? `: ${board.layers.map((l) => layerWords(l, shelf)).join(', ')}`
            : ', layers not known'}
        </div>
        <div className="mono soft">
          {reading ? labText(labOf(reading)) : 'not read'}
          {board.doubt !== null && `, by a picture: give or take ΔE00 ${board.doubt}`}
        </div>
        {board.note && <div className="soft">{board.note}</div>}
        <ErrorMessage error={error} />
      </Area>
      <Button onClick={onChange}>Change</Button>
      <Button onClick={archive}>{board.archived ? 'Bring back' : 'Put away'}</Button>
    </Row>
  );
}

/** Boards of the shop from before, as far as their pencil notes tell: targets, starting points, and weak evidence. */
export function RackPage() {
  const { data: rack, error } = useRack();
  const { data: shelf, error: shelfError } = useShelf();
  const [open, setOpen] = useState<OldBoard | 'new' | null>(null);
  const [picturing, setPicturing] = useState(false);
  const [sought, setSought] = useState('');
  const [away, setAway] = useState(false);
  const shown = useMemo(() => {
    const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
    return (away ? (rack ?? []) : onTheShelf(rack ?? [])).filter((b) => {
      const text = [
        b.label,
        b.note,
        b.made,
        b.speciesId,
        ...b.layers.flatMap((l) => [l.kind, ...Object.keys(l.colours)]),
      ]
        .join(' ')
        .toLowerCase();
      return words.every((w) => text.includes(w));
    });
  }, [rack, sought, away]);
  return (
    <>
      <header className="head">
        <h1>Rack</h1>
        <TextField
          label="Search the rack"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
          sx={{ marginLeft: 'auto', width: 260 }}
        />
        <Button variant="contained" color="primary" onClick={() => setOpen('new')}>
          Old board
        </Button>
        <Button onClick={() => setPicturing(true)}>Several by a picture</Button>
      </header>
      <div className="plate">
        <ErrorMessage error={error?.message ?? shelfError?.message} />
        {(!rack || !shelf) && !error && <LinearProgress aria-label="Fetching the rack" />}
        {rack?.length === 0 && (
          <p>
            Nothing hangs here yet. Enter the boards of the shop that hang on the wall, a minute each: their wood, what
            is known of their layers, a reading or none. They serve as targets and as starting points.
          </p>
        )}
        {rack && rack.length > 0 && shown.length === 0 && <p className="soft">No board here has these words.</p>}
        {shelf &&
          shown.map((board) => (
            <OldBoardRow key={board.id} board={board} shelf={shelf} onChange={() => setOpen(board)} />
          ))}
        {rack?.some((b) => b.archived) && (
          <Button sx={{ marginTop: 2 }} onClick={() => setAway(!away)}>
            {away ? 'Hide what is put away' : 'Show what is put away'}
          </Button>
        )}
        <ForeignApprovals />
      </div>
      {picturing && shelf && <RackByPicture woods={onTheShelf(shelf.species)} onClose={() => setPicturing(false)} />}
      {open && shelf && (
        <OldBoardDialog
          key={open === 'new' ? 'new' : open.id}
          board={open === 'new' ? null : open}
          shelf={shelf}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

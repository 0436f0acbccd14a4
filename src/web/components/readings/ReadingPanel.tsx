import { Button, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { DAYLIGHT, type Light } from '../../../core/colour/lights.ts';
import { type Measurement, readMeasurements, writeAll } from '../../../core/formats/index.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { archiveTaking } from '../../../shared/contract/boards.ts';
import type { MeasureRequest, ReadingInput, ReadingsTaken, Spot, StoredReading } from '../../../shared/reading.ts';
import type { WatchedFile } from '../../../shared/watched.ts';
import { change, useHouse, useRack, useSimulated } from '../../hooks/api.ts';
import { textsOfFile } from '../../hooks/file-text.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { hasSerial } from '../../hooks/serial-port.ts';
import { beDoneWith, offerAgain } from '../../hooks/watched.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { OneKey } from '../Keys.tsx';
import { Pile, Row } from '../layout.tsx';
import { useToast } from '../Toast.tsx';
import { FilePreview } from './FilePreview.tsx';
import { InstrumentInHand, instrumentHere } from './InstrumentInHand.tsx';
import { NewFiles } from './NewFiles.tsx';
import { ReadingList } from './ReadingList.tsx';
import { TypedLab } from './TypedLab.tsx';
import { Words } from './Words.tsx';

interface Props<Zone extends Spot> {
  /** Sends a reading to where it belongs. */
  take: (input: ReadingInput, zone: Zone | 'face', until?: AbortSignal) => Promise<Pick<ReadingsTaken, 'notes'>>;
  /** What is read here, in words: birch-2 after dye. */
  what: string;
  /** The stage of a board that is read; of a target what lies under the instrument is chosen. */
  under?: { board: string; stage: number };
  /** Those that are there; where they are not shown, nothing is. */
  readings?: readonly StoredReading[];
  /** Name under which typed values are kept. */
  keep: string;
  /** Of a target: offers the pieces in the instrument's drawer, the boards of the rack, and words. */
  pieces?: boolean;
  /** Of raw wood of a species: it can be told in words. */
  raw?: string | undefined;
  /** Where else than on the face it can be read, and what was read there. */
  spots?: readonly Zone[];
  aside?: readonly StoredReading[];
  /** Offers to put a reading right that was filed under the wrong stage or time. */
  onCorrect?: (reading: StoredReading) => void;
}

/** A reading as it is asked for; the panel adds which taking it is. */
type Asked = ReadingInput extends infer R ? (R extends ReadingInput ? Omit<R, 'takingId'> : never) : never;

const WAYS = [
  { id: 'instrument', label: 'Instrument' },
  { id: 'file', label: 'File' },
  { id: 'typed', label: 'Type L*a*b*' },
  { id: 'rack', label: 'Rack' },
  { id: 'words', label: 'Words' },
] as const;
type Way = (typeof WAYS)[number]['id'];
const SPOT_NAMES: Record<Spot, string> = {
  face: 'Face',
  ground: 'Ground alone',
  grain: 'Grain alone',
  edge: 'Edge',
  end: 'End grain',
  profile: 'Profile',
  knot: 'By a knot',
};
const isTone = (spot: Spot) => spot === 'ground' || spot === 'grain';

const lightName = ({ illuminant, observer }: Light = DAYLIGHT) => `${illuminant}/${observer}`;

/** A board of the rack that was read, to be matched. */
function RackChoice({ busy, onTake }: { busy: boolean; onTake: (oldBoard: string) => void }) {
  const { data: rack } = useRack();
  const [chosen, setChosen] = useState('');
  const read = onTheShelf(rack ?? []).filter((b) => b.grid || b.lab);
  if (read.length === 0) return <div className="note">No board on the rack has been read. Enter one under Rack.</div>;
  return (
    <Row gap="near">
      <TextField
        select
        label="Board on the rack"
        value={chosen}
        onChange={(e) => setChosen(e.target.value)}
        sx={{ minWidth: 290 }}
      >
        {read.map((b) => (
          <MenuItem key={b.id} value={b.id}>
            {b.label}
          </MenuItem>
        ))}
      </TextField>
      <Button disabled={busy || !chosen} onClick={() => onTake(chosen)}>
        Take as the target
      </Button>
    </Row>
  );
}

/** Readings come in here, by any way: instrument, file, typed; a target also off the rack. */
export function ReadingPanel<Zone extends Spot = never>(props: Props<Zone>) {
  const { take: send, what, under, readings, keep, pieces, raw, spots = [], aside = [], onCorrect } = props;
  const [spot, setSpot] = useState<Zone | 'face'>('face');
  const [chosen, setWay] = useState<Way | null>(null);
  const [piece, setPiece] = usePersistentState(`piece/${keep}`, '');
  const [error, setError] = useState<string | null>(null);
  const [notes, setNotes] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const taking = useNextId();
  const { data: house } = useHouse();
  const simulated = useSimulated();
  const byCable = hasSerial() && house?.tools.includes('instrument');
  const ways = WAYS.filter(
    ({ id }) =>
      (id !== 'instrument' || simulated || byCable) && (id !== 'rack' || pieces) && (id !== 'words' || pieces || raw),
  );
  // What the shop has no instrument for is never begun with it.
  const usual = simulated ? 'instrument' : pieces || raw ? 'words' : 'typed';
  const way = chosen ?? usual;
  const byFolder = house?.watch.instrument ?? null;
  const say = useToast();
  const [file, setFile] = useState<File | null>(null);
  /** What of the watched folder is being looked at, where it is not a file that was chosen. */
  const [watched, setWatched] = useState<WatchedFile | null>(null);

  const attempt = async (asked: Asked, takingId = taking.next(), until?: AbortSignal) => {
    setError(null);
    setNotes([]);
    setBusy(true);
    try {
      const taken = await send({ ...asked, takingId } as ReadingInput, spot, until);
      taking.kept();
      setNotes(taken.notes);
    } finally {
      setBusy(false);
    }
  };
  const told = (work: Promise<unknown>) => work.catch((trouble: unknown) => setError(sentenceOf(trouble)));
  const take = (asked: Asked) => told(attempt(asked));
  const measure = (count: number) =>
    take({ source: 'instrument', count, instrument: instrumentHere(house), ...(pieces ? { piece } : {}) });
  /** What lies under the simulated instrument, where it does not read for the record itself. */
  const underIt = (count: number): MeasureRequest =>
    under ? { of: 'board', ...under, zone: spot, count } : { of: 'piece', piece, count };
  /** What an instrument by cable has measured, whoever pressed its button. */
  const measured = (reading: Measurement) =>
    take(
      reading.kind === 'lab'
        ? { source: 'typed', lab: reading.lab, light: lightName(reading.light) }
        : { source: 'file', fileName: 'by cable', text: writeAll([reading], what), instrument: instrumentHere(house) },
    );

  /** What came out of a file goes out again with one tap. */
  async function keepRead(
    asked: Extract<Asked, { source: 'file' }>,
    of: WatchedFile | null,
    until?: AbortSignal,
  ): Promise<void> {
    const id = taking.next();
    if (of) await beDoneWith(of, what);
    try {
      await attempt(asked, id, until);
    } catch (trouble) {
      if (of) await offerAgain(of);
      throw trouble;
    }
    const undo = async () => {
      await change(archiveTaking, { taking: id });
      if (of) await offerAgain(of);
    };
    say({ text: `${asked.fileName} is kept for ${what}.`, undo });
  }
  /** Keeps a new file at once where nothing is to be asked of it; else it is looked at like a chosen one. */
  async function takeNew(fresh: File, of: WatchedFile): Promise<void> {
    const [first, ...more] = await textsOfFile(fresh);
    if (more.length > 0 || of.readings === null || readMeasurements(first.text, fresh.name).unsaid) {
      setWatched(of);
      setFile(fresh);
      return;
    }
    await keepRead({ source: 'file', fileName: of.name, text: first.text, answers: {}, instrument: byFolder }, of);
  }

  const armed = !busy && simulated && !(pieces && !piece);

  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    onDrop: ([dropped]) => {
      setWatched(null);
      if (dropped) setFile(dropped);
    },
    multiple: false,
    noClick: true,
    noKeyboard: true,
  });

  return (
    <Pile as="section" aria-label="Readings" gap="near" {...getRootProps({ role: 'region' })}>
      {/* Space takes a reading while the instrument is armed and nothing else has the key. */}
      {way === 'instrument' && armed && <OneKey of={{ key: 'Space', what: '', run: () => void measure(1) }} />}
      <Row gap="near" wrap>
        <ToggleButtonGroup
          exclusive
          value={way}
          onChange={(_, v) => v && setWay(v)}
          aria-label="How the reading comes in"
        >
          {ways.map((w) => (
            <ToggleButton key={w.id} value={w.id}>
              {w.label}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {spots.length > 0 && (
          <TextField
            select
            label="Where"
            value={spot}
            onChange={(e) => setSpot(e.target.value as Zone | 'face')}
            sx={{ width: 170 }}
          >
            {(['face', ...spots] as const).map((s) => (
              <MenuItem key={s} value={s}>
                {SPOT_NAMES[s]}
              </MenuItem>
            ))}
          </TextField>
        )}
      </Row>
      {way === 'instrument' && (
        <InstrumentInHand
          pieces={pieces}
          piece={piece}
          onPiece={setPiece}
          armed={armed}
          space
          onMeasure={(count) => void measure(count)}
          underIt={underIt}
          onMeasured={(reading) => void measured(reading)}
          onTrouble={setError}
        />
      )}
      {way === 'file' && (
        <Row pad="apart" gap="apart" frame="dashed">
          <Button onClick={open}>Choose a file</Button>
          <span className="soft">
            {isDragActive ? 'let it go: ' : 'or drop it here: '}CGATS text or CSV, spectra or L*a*b*
          </span>
          <input {...getInputProps({ 'data-testid': 'file', accept: '.txt,.csv,.cgats,.it8,text/*' } as object)} />
        </Row>
      )}
      {way === 'typed' && <TypedLab keep={keep} take={(lab, light) => attempt({ source: 'typed', lab, light })} />}
      {way === 'rack' && <RackChoice busy={busy} onTake={(oldBoard) => void take({ source: 'rack', oldBoard })} />}
      {way === 'words' && (
        <Words raw={raw} busy={busy} onTake={(from, moves) => void take({ source: 'words', from, moves })} />
      )}
      <NewFiles what={what} onTake={takeNew} />
      <ErrorMessage error={error} />
      {notes.map((note) => (
        <div key={note} className="note" role="status">
          {note}
        </div>
      ))}
      {!readings ? null : spot === 'face' ? (
        <ReadingList readings={readings} onCorrect={onCorrect} />
      ) : (
        <>
          <p className="soft">
            {isTone(spot)
              ? 'Through a small aperture. Once ground and grain are both read, each is matched by itself.'
              : 'Kept beside the face: the face is what is matched.'}
          </p>
          <ReadingList readings={aside.filter((r) => r.zone === spot)} onCorrect={onCorrect} />
        </>
      )}
      {file && (
        <FilePreview
          file={file}
          onKeep={({ text, answers }) =>
            keepRead(
              { source: 'file', fileName: file.name, text, answers, ...(watched ? { instrument: byFolder } : {}) },
              watched,
            )
          }
          onClose={() => setFile(null)}
        />
      )}
    </Pile>
  );
}

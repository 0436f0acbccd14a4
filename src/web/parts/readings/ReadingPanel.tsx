import { Button, IconButton, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useRef, useState } from 'react';
import type { z } from 'zod';
import { type Lab, labOf } from '../../../core/colour/lab.ts';
import { FieldError } from '../../../core/field-error.ts';
import { readingStatistics } from '../../../core/judge/statistics.ts';
import { onTheShelf } from '../../../record/materials.ts';
import {
  LabFields,
  type ReadingInput,
  type ReadingsTaken,
  SPOTS,
  type Spot,
  type StoredReading,
} from '../../../shared/reading.ts';
import { change, useHouse, useRack, useSamplePieces } from '../../hooks/api.ts';
import { useKept } from '../../hooks/kept.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { OneKey } from '../Keys.tsx';
import { labText, numberTyped } from '../numbers.ts';
import { sentenceOf, Trouble } from '../Trouble.tsx';
import { TypedField } from '../TypedField.tsx';
import { useAttempt, useSay } from '../Undo.tsx';
import { FilePreview } from './FilePreview.tsx';

interface Props {
  /** Sends a reading to where it belongs. */
  take: (input: ReadingInput, zone: Spot) => Promise<Pick<ReadingsTaken, 'notes'>>;
  readings: readonly StoredReading[];
  /** Name under which typed values are kept. */
  keep: string;
  /** Of a target: offers the pieces in the instrument's drawer and the boards of the rack. */
  pieces?: boolean;
  /** Of a board: readings of edge, end grain and knots, which are kept beside those of the face. */
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
] as const;
const INSTRUMENT = 'urushi/instrument';
const SPOT_NAMES: Record<Spot, string> = { face: 'Face', edge: 'Edge', end: 'End grain', knot: 'By a knot' };

function ReadingList({ readings, onCorrect }: Pick<Props, 'readings' | 'onCorrect'>) {
  const say = useSay();
  const attempt = useAttempt();
  if (readings.length === 0) return <p className="soft">No reading yet.</p>;
  const { spread, lab, outliers, deviation } = readingStatistics(readings.map((r) => Float64Array.from(r.grid)));
  const remove = (reading: StoredReading) =>
    attempt(async () => {
      await change('DELETE', `/readings/${reading.id}`);
      say({ text: 'Reading taken out.', undo: () => change('POST', `/readings/${reading.id}/restore`) });
    });
  return (
    <div>
      <div className="mono" style={{ fontSize: 22, fontWeight: 700 }} data-testid="mean-lab">
        {labText(lab)}
      </div>
      <p className="soft" style={{ margin: '4px 0 10px' }}>
        mean of {readings.length} in reflectance
        {readings.length > 1 &&
          ` · spread ΔE00 ${spread.toFixed(2)} · SD L* ${deviation[0].toFixed(2)}, a* ${deviation[1].toFixed(2)}, b* ${deviation[2].toFixed(2)}`}
      </p>
      <div style={{ maxHeight: 210, overflow: 'auto' }}>
        {readings.map((r, i) => (
          <div key={r.id} style={{ display: 'flex', alignItems: 'center', borderTop: '1px solid var(--line)' }}>
            <span style={{ width: 110 }}>{r.name}</span>
            <span className="mono" style={{ flex: 1 }}>
              {labText(labOf(r.grid))}
            </span>
            {outliers.includes(i) && <b>stands apart</b>}
            {onCorrect && (
              <Button size="small" onClick={() => onCorrect(r)} sx={{ minHeight: 40, border: 0, paddingInline: 1 }}>
                Put right
              </Button>
            )}
            <IconButton
              aria-label={`Take out ${r.name}`}
              onClick={() => remove(r)}
              sx={{ width: 40, height: 40, color: 'var(--ink)' }}
            >
              ×
            </IconButton>
          </div>
        ))}
      </div>
    </div>
  );
}

const AXES = ['L', 'a', 'b'] as const;
type LabTyped = Record<(typeof AXES)[number], string>;

const axisTyped = (axis: keyof LabTyped, typed: string) => {
  const value = numberTyped(typed);
  if (value === undefined) throw new FieldError(axis, `${axis}*: the value is missing.`);
  if (!Number.isFinite(value)) throw new FieldError(axis, `${axis}*: “${typed}” is not a number.`);
  return value;
};

/** L*, a*, b* by hand, each in its field. */
function TypedLab({ keep, take }: { keep: string; take: (lab: Lab) => Promise<void> }) {
  const { form, submit, busy, error } = useTypedForm<LabTyped, z.infer<typeof LabFields>>({
    keep: `typed/${keep}`,
    blank: { L: '', a: '', b: '' },
    read: ({ L, a, b }) => ({ L: axisTyped('L', L), a: axisTyped('a', a), b: axisTyped('b', b) }),
    shape: LabFields,
    save: ({ L, a, b }) => take([L, a, b]),
    onSaved: () => {},
  });
  return (
    <form noValidate onSubmit={submit} style={{ display: 'grid', gap: 8 }}>
      <div style={{ display: 'flex', gap: 12, alignItems: 'start' }}>
        {AXES.map((axis) => (
          <TypedField
            key={axis}
            control={form.control}
            name={axis}
            label={`${axis}*`}
            sx={{ width: 120 }}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
        ))}
        <Button type="submit" disabled={busy}>
          Add
        </Button>
      </div>
      <Trouble error={error} />
    </form>
  );
}

/** A board of the rack that was read, to be matched. */
function RackChoice({ busy, onTake }: { busy: boolean; onTake: (oldBoard: string) => void }) {
  const { data: rack } = useRack();
  const [chosen, setChosen] = useState('');
  const read = onTheShelf(rack ?? []).filter((b) => b.grid || b.lab);
  if (read.length === 0) return <div className="note">No board on the rack has been read. Enter one under Rack.</div>;
  return (
    <div style={{ display: 'flex', gap: 12 }}>
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
    </div>
  );
}

/** Readings come in here, by any way: instrument, file, typed; a target also off the rack. */
export function ReadingPanel({ take: send, readings, keep, pieces, aside, onCorrect }: Props) {
  const [spot, setSpot] = useState<Spot>('face');
  const ways = pieces ? WAYS : WAYS.slice(0, 3);
  const [way, setWay] = useState<(typeof WAYS)[number]['id']>(ways[0].id);
  const [piece, setPiece] = useKept(`piece/${keep}`, '');
  const [error, setError] = useState<string | null>(null);
  const [notes, setNotes] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const taking = useNextId();
  const { data: house } = useHouse();
  const instruments = onTheShelf(house?.instruments ?? []);
  const instrument = instruments.find((i) => i.id === localStorage.getItem(INSTRUMENT)) ?? instruments[0];
  const drawer = useSamplePieces();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);

  const attempt = async (asked: Asked) => {
    setError(null);
    setNotes([]);
    setBusy(true);
    try {
      const taken = await send({ ...asked, takingId: taking.next() } as ReadingInput, spot);
      taking.kept();
      setNotes(taken.notes);
    } finally {
      setBusy(false);
    }
  };
  const take = (asked: Asked) => attempt(asked).catch((trouble: unknown) => setError(sentenceOf(trouble)));
  const measure = (count: number) =>
    take({ source: 'instrument', count, instrument: instrument?.id ?? null, ...(pieces ? { piece } : {}) });

  const armed = !busy && !(pieces && !piece);

  const look = (chosen: File | undefined) => chosen && setFile(chosen);

  return (
    <section
      aria-label="Readings"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        look(e.dataTransfer.files[0]);
      }}
      style={{ display: 'grid', gap: 14 }}
    >
      {/* Space takes a reading while the instrument is armed and nothing else has the key. */}
      {way === 'instrument' && armed && <OneKey of={{ key: 'Space', what: '', run: () => void measure(1) }} />}
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
      {way === 'instrument' && (
        <div style={{ display: 'flex', gap: 12, flexWrap: 'wrap', alignItems: 'center' }}>
          {pieces && (
            <TextField
              select
              label="Under the simulated instrument"
              value={drawer.data?.some((p) => p.id === piece) ? piece : ''}
              onChange={(e) => setPiece(e.target.value)}
              sx={{ minWidth: 290 }}
            >
              {(drawer.data ?? []).map((p) => (
                <MenuItem key={p.id} value={p.id}>
                  {p.name}
                </MenuItem>
              ))}
            </TextField>
          )}
          <Button onClick={() => measure(1)} disabled={!armed}>
            Read once (Space)
          </Button>
          <Button onClick={() => measure(5)} disabled={!armed}>
            Read 5×
          </Button>
          {instruments.length > 1 && (
            <TextField
              select
              label="With"
              value={instrument?.id ?? ''}
              onChange={(e) => {
                localStorage.setItem(INSTRUMENT, e.target.value);
                setBusy(false);
              }}
              sx={{ minWidth: 200 }}
            >
              {instruments.map((i) => (
                <MenuItem key={i.id} value={i.id}>
                  {i.name}
                </MenuItem>
              ))}
            </TextField>
          )}
        </div>
      )}
      {aside && (
        <TextField
          select
          label="Where on the board"
          value={spot}
          onChange={(e) => setSpot(e.target.value as Spot)}
          sx={{ maxWidth: 220 }}
        >
          {SPOTS.map((s) => (
            <MenuItem key={s} value={s}>
              {SPOT_NAMES[s]}
            </MenuItem>
          ))}
        </TextField>
      )}
      {way === 'file' && (
        <div style={{ border: '1px dashed var(--soft)', padding: 16, display: 'flex', gap: 16, alignItems: 'center' }}>
          <Button onClick={() => input.current?.click()}>Choose a file</Button>
          <span className="soft">or drop it here: CGATS text or CSV, spectra or L*a*b*</span>
          <input
            ref={input}
            type="file"
            accept=".txt,.csv,.cgats,.it8,text/*"
            hidden
            data-testid="file"
            onChange={(e) => {
              look(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </div>
      )}
      {way === 'typed' && <TypedLab keep={keep} take={(lab) => attempt({ source: 'typed', lab })} />}
      {way === 'rack' && <RackChoice busy={busy} onTake={(oldBoard) => void take({ source: 'rack', oldBoard })} />}
      <Trouble error={error} />
      {notes.map((note) => (
        <div key={note} className="note" role="status">
          {note}
        </div>
      ))}
      {spot === 'face' ? (
        <ReadingList readings={readings} onCorrect={onCorrect} />
      ) : (
        <>
          <p className="soft" style={{ margin: 0 }}>
            Kept beside the face: the face is what is matched.
          </p>
          <ReadingList readings={(aside ?? []).filter((r) => r.zone === spot)} onCorrect={onCorrect} />
        </>
      )}
      {file && (
        <FilePreview
          file={file}
          onKeep={({ text, answers }) => attempt({ source: 'file', fileName: file.name, text, answers })}
          onClose={() => setFile(null)}
        />
      )}
    </section>
  );
}

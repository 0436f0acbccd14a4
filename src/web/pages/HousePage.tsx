import { Button, Checkbox, FormControlLabel, LinearProgress, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useState } from 'react';
import { LIGHT_NAMES } from '../../core/colour/lights.ts';
import { eyeText } from '../../record/job/eyes.ts';
import { onTheShelf } from '../../record/shelf/materials.ts';
import {
  addInstrument,
  addPerson,
  archiveInstrument,
  archivePerson,
  changeHouse,
  changeInstrument,
  changePerson,
  restoreInstrument,
  restorePerson,
} from '../../shared/contract/house.ts';
import { type House, type Instrument, NewInstrument, NewPerson, type Person, TypedTools } from '../../shared/house.ts';
import { LightShares } from '../../shared/lights.ts';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { FormDialog, SaveButton } from '../components/FormDialog.tsx';
import { Ledger } from '../components/Ledger.tsx';
import { Area, Columns, Pile, Row, Text } from '../components/layout.tsx';
import { MeanwhileNote } from '../components/MeanwhileNote.tsx';
import { FolderOfInstrument } from '../components/readings/FolderOfInstrument.tsx';
import { SavedNumber } from '../components/SavedNumber.tsx';
import { SchoolsOfHouse } from '../components/Schools.tsx';
import { SnapshotsPanel } from '../components/Snapshots.tsx';
import { useToast } from '../components/Toast.tsx';
import { TypedField } from '../components/TypedField.tsx';
import { useTold } from '../components/use-told.ts';
import { WorkHours } from '../components/WorkHours.tsx';
import { change, useCameras, useEyes, useHouse } from '../hooks/api.ts';
import { useNextId } from '../hooks/new-id.ts';
import { choosePerson, personHere } from '../hooks/person.ts';
import { useTypedForm } from '../hooks/typed-form.ts';
import { useVersioned } from '../hooks/versioned.ts';

const KEEPERS = {
  people: {
    title: 'People',
    one: 'person',
    shape: NewPerson.omit({ id: true }),
    fields: { name: 'Name', initials: 'Initials' },
    empty: 'Nobody yet. Name who works here; what is done is then written down under their name.',
    add: (id: string, typed: object) => change(addPerson, {}, { ...(typed as NewPerson), id }),
    put: (person: string, version: number, typed: object) => change(changePerson, { person }, { version, ...typed }),
    archive: (person: string) => change(archivePerson, { person }),
    restore: (person: string) => change(restorePerson, { person }),
  },
  instruments: {
    title: 'Instruments',
    one: 'instrument',
    shape: NewInstrument.omit({ id: true }),
    fields: { name: 'Name', geometry: 'Geometry, e.g. D/8 specular included', note: 'Note' },
    empty: 'None yet. Readings are then kept with the instrument they were taken with.',
    add: (id: string, typed: object) => change(addInstrument, {}, { ...(typed as NewInstrument), id }),
    put: (instrument: string, version: number, typed: object) =>
      change(changeInstrument, { instrument }, { version, ...typed }),
    archive: (instrument: string) => change(archiveInstrument, { instrument }),
    restore: (instrument: string) => change(restoreInstrument, { instrument }),
  },
} as const;
type Keeper = keyof typeof KEEPERS;
type Kept = Person | Instrument;

/** One person or instrument: new, or put right. */
function KeptDialog({ keeper, kept, onClose }: { keeper: Keeper; kept: Kept | null; onClose: () => void }) {
  const { fields, one, shape, add, put } = KEEPERS[keeper];
  const id = useNextId();
  const { form, submit, error, meanwhile, busy } = useTypedForm<Record<string, string>, object, Kept>({
    keep: `${keeper}/${kept ? `${kept.id}/${kept.version}` : 'new'}`,
    blank: Object.fromEntries(Object.keys(fields).map((f) => [f, String(kept?.[f as keyof Kept] ?? '')])),
    read: (typed) => typed,
    shape,
    save: async (typed, version) => {
      if (kept) return put(kept.id, version, typed);
      const made = id.next();
      await add(made, typed);
      if (keeper === 'people' && !personHere()) choosePerson(made);
      id.kept();
    },
    version: kept?.version,
    onSaved: onClose,
  });
  return (
    <FormDialog
      title={kept ? `Change ${kept.name}` : `New ${one}`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      {Object.entries(fields).map(([field, label], i) => (
        <TypedField key={field} control={form.control} name={field} label={label} autoFocus={i === 0} />
      ))}
      {meanwhile && <div className="note">Now: {meanwhile.name}. Saving again saves yours over it.</div>}
    </FormDialog>
  );
}

const LOOKS_TO_TELL = 6;
/** How somebody is found to see, once they have looked at a board. */
function EyeOf({ name }: { name: string }) {
  const eye = useEyes().data?.eyes.find((e) => e.person === name);
  return eye ? (
    <div className="soft">
      {eye.looks} {eye.looks === 1 ? 'look' : 'looks'}:{' '}
      {eye.looks < LOOKS_TO_TELL ? 'too few to tell how these eyes see' : eyeText(eye)}
    </div>
  ) : null;
}

/** What each camera was taught by boards of known colour, by light. */
function CamerasOfHouse() {
  const { data } = useCameras();
  const { bare } = useTold();
  if (!data?.cameras.length) return null;
  return (
    <Pile as="section" gap="close">
      <h2>Cameras</h2>
      {data.cameras.map(({ camera, light, pictures, goodTo }) => (
        <div key={`${camera}/${light}`}>
          <b>{camera}</b> {light === 'D65' ? 'by the window' : `by ${LIGHT_NAMES[light]}`}: good to {bare(goodTo)}
          <div className="soft">
            {pictures} {pictures === 1 ? 'picture' : 'pictures'}; boards that were read, in a picture, make it better
          </div>
        </div>
      ))}
    </Pile>
  );
}

/** People or instruments of the house: named, put right, put away and brought back. */
function KeptList({ keeper, all }: { keeper: Keeper; all: readonly Kept[] }) {
  const { title, one, empty, archive: putAway, restore } = KEEPERS[keeper];
  const [open, setOpen] = useState<Kept | 'new' | null>(null);
  const [away, setAway] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const say = useToast();
  const shown = away ? all : onTheShelf(all);
  const archive = async (kept: Kept) => {
    try {
      if (kept.archived) return void (await restore(kept.id));
      await putAway(kept.id);
      say({ text: `${kept.name} put away.`, undo: () => restore(kept.id) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <section>
      <h2>{title}</h2>
      {shown.length === 0 && <p className="soft">{empty}</p>}
      {shown.map((kept) => (
        <div key={kept.id} className="row">
          <Area grow>
            <b>{kept.name}</b> <span className="soft">{'initials' in kept ? kept.initials : kept.geometry}</span>
            {kept.archived && <span className="soft"> put away</span>}
            {keeper === 'people' && <EyeOf name={kept.name} />}
          </Area>
          <Button onClick={() => setOpen(kept)}>Change</Button>
          <Button onClick={() => archive(kept)}>{kept.archived ? 'Bring back' : 'Put away'}</Button>
        </div>
      ))}
      <ErrorMessage error={error} />
      <Row gap="near" padTop="near">
        <Button onClick={() => setOpen('new')}>New {one}</Button>
        {all.some((k) => k.archived) && (
          <Button onClick={() => setAway(!away)}>{away ? 'Hide what is put away' : 'Show what is put away'}</Button>
        )}
      </Row>
      {open && <KeptDialog keeper={keeper} kept={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </section>
  );
}

const COUNTED = ['D65', 'A', 'LED', 'F11'] as const;
type Settings = Pick<House, 'units' | 'lights' | 'bench' | 'simulated' | 'tells' | 'customers'>;
const settingsText = ({ units, lights, bench, customers }: Settings) =>
  `${units === 'us' ? 'US units' : 'metric'}; ${bench.measure === 'weigh' ? 'weighed' : 'by spoons'}; ${COUNTED.map((l) => `${LIGHT_NAMES[l]} ${lights[l]}`).join(', ')}; customers ${customers ? 'let in' : 'kept out'}`;

/** Tools of the bench, each with what one of what is typed is as it is kept. */
const TOOLS = [
  { key: 'scaleGrams', label: 'The scale’s step, g', scale: 1 },
  { key: 'spoon', label: 'Smallest spoon, tsp', scale: 1 },
  { key: 'dropsPerMl', label: 'Drops in a millilitre', scale: 1 },
  { key: 'spare', label: 'Mixed over, %', scale: 0.01 },
] as const;

/** Units, what the bench measures with, and the lights that a new job begins with. */
function HouseSettings({ house }: { house: House }) {
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<Settings>({
    lane: '/house',
    value: {
      units: house.units,
      lights: house.lights,
      bench: house.bench,
      simulated: house.simulated,
      tells: house.tells,
      customers: house.customers,
    },
    version: house.version,
    valueIn: (now) => now as Settings,
    save: async (settings, version) => (await change(changeHouse, {}, { version, ...settings })).version,
  });
  return (
    <Pile as="section" gap="near" top>
      <h2>Units</h2>
      <ToggleButtonGroup
        exclusive
        value={shown.units}
        onChange={(_, units) => units && set({ ...shown, units })}
        aria-label="Units"
      >
        <ToggleButton value="metric">Metric</ToggleButton>
        <ToggleButton value="us">US</ToggleButton>
      </ToggleButtonGroup>
      <h2>How it is told</h2>
      <ToggleButtonGroup
        exclusive
        value={shown.tells}
        onChange={(_, tells) => tells && set({ ...shown, tells })}
        aria-label="How it is told"
      >
        <ToggleButton value="words">In words: a shade too red</ToggleButton>
        <ToggleButton value="figures">In figures: ΔE00 1.8</ToggleButton>
      </ToggleButtonGroup>
      <h2>Lights of the place</h2>
      <Columns of="1fr 1fr" gap="near" maxWidth={420}>
        {COUNTED.map((light) => (
          <SavedNumber
            key={light}
            label={LIGHT_NAMES[light]}
            name={light}
            shape={LightShares.shape[light]}
            shown={shown.lights[light]}
            set={(share) => set({ ...shown, lights: { ...shown.lights, [light]: share } })}
            refused={null}
          />
        ))}
      </Columns>
      <Text className="soft" maxWidth={420}>
        What a new job begins with; each job can have its own. A board is judged in daylight.
      </Text>
      <h2>How the bench measures</h2>
      <ToggleButtonGroup
        exclusive
        value={shown.bench.measure}
        onChange={(_, measure) => measure && set({ ...shown, bench: { ...shown.bench, measure } })}
        aria-label="How the bench measures"
      >
        <ToggleButton value="weigh">Weigh everything</ToggleButton>
        <ToggleButton value="spoons">Spoons and drops</ToggleButton>
      </ToggleButtonGroup>
      <Text className="soft" maxWidth={420}>
        {shown.bench.measure === 'weigh'
          ? 'Weight repeats best, whatever the powder and the hand.'
          : 'Quick and without a scale; a powder needs its bulk density on the Shelf, and level spoons.'}
      </Text>
      <Columns of="1fr 1fr" gap="near" maxWidth={420}>
        {TOOLS.map(({ key, label, scale }) => (
          <SavedNumber
            key={key}
            label={label}
            name={key}
            shape={TypedTools.shape[key]}
            shown={Number((shown.bench[key] / scale).toFixed(6))}
            set={(value) => set({ ...shown, bench: { ...shown.bench, [key]: value * scale } })}
            refused={null}
          />
        ))}
      </Columns>
      <h2>To practise</h2>
      <FormControlLabel
        control={<Checkbox checked={shown.simulated} onChange={(_, simulated) => void set({ ...shown, simulated })} />}
        label="The simulated bench and instrument"
      />
      <span className="soft">It makes up boards and readings: for a shop to try things in, never for real work.</span>
      <h2>Customers</h2>
      <FormControlLabel
        control={<Checkbox checked={shown.customers} onChange={(_, customers) => void set({ ...shown, customers })} />}
        label="Customers are let in over the shop’s network"
      />
      <p className="soft">
        Only to a bracket whose address was opened for them, until it runs out; nothing else of the shop can be seen
        there.
      </p>
      <ErrorMessage error={error} />
      <MeanwhileNote
        meanwhile={meanwhile}
        what="The house"
        text={settingsText}
        onMine={keepMine}
        onTheirs={takeTheirs}
      />
    </Pile>
  );
}

export function HousePage() {
  const { data: house, error } = useHouse();
  return (
    <>
      <header className="head">
        <h1>House</h1>
      </header>
      <div className="plate">
        <ErrorMessage error={error?.message} />
        {!house && !error && <LinearProgress aria-label="Fetching the house" />}
        {house && (
          <div className="columns">
            <Pile gap="wide" top>
              <KeptList keeper="people" all={house.people} />
              <KeptList keeper="instruments" all={house.instruments} />
              <FolderOfInstrument house={house} />
              <CamerasOfHouse />
              <SchoolsOfHouse house={house} />
            </Pile>
            <Pile gap="wide" top>
              <WorkHours house={house} />
              <HouseSettings house={house} />
              <Ledger />
              <SnapshotsPanel />
            </Pile>
          </div>
        )}
      </div>
    </>
  );
}

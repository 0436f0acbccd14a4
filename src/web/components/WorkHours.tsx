import { Button, Checkbox, FormControlLabel, TextField } from '@mui/material';
import { useState } from 'react';
import { changeHouse } from '../../shared/contract/house.ts';
import type { House } from '../../shared/house.ts';
import {
  type DryingPlace,
  type Stretch,
  WEEKDAYS,
  type WorkDay,
  type WorkWeek,
  WorkWeekChange,
} from '../../shared/week.ts';
import { change } from '../hooks/api.ts';
import { useVersioned } from '../hooks/versioned.ts';
import { ErrorMessage } from './ErrorMessage.tsx';
import { Pile, Row } from './layout.tsx';
import { MeanwhileNote } from './MeanwhileNote.tsx';
import { NumberField } from './NumberField.tsx';

const two = (n: number) => String(n).padStart(2, '0');
const timeText = (hours: number) => `${two(Math.floor(hours))}:${two(Math.round((hours % 1) * 60))}`;
function hoursTyped(text: string): number | null {
  const [h, m] = text.split(':').map(Number);
  return h === undefined || m === undefined || Number.isNaN(h + m) ? null : h + m / 60;
}
const OFFICE = { from: 8, to: 17 };

/** A time of the day: what is typed stands as it is typed, and takes effect once it is a time. */
function TimeField({ label, hours, set }: { label: string; hours: number; set: (hours: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      type="time"
      label={label}
      value={typed ?? timeText(hours)}
      onChange={({ target }) => {
        setTyped(target.value);
        const read = hoursTyped(target.value);
        if (read !== null) set(read);
      }}
      onBlur={() => setTyped(null)}
      slotProps={{ inputLabel: { shrink: true } }}
      sx={{ width: 142 }}
    />
  );
}

/** A break of an hour in the middle of a stretch. */
function halved({ from, to }: Stretch): Stretch[] {
  const middle = Math.round(from + to) / 2;
  return [
    { from, to: middle - 0.5 },
    { from: middle + 0.5, to },
  ];
}
/** Shorter stretches have no break put into them. */
const SHORTEST = 2;

/** A day of the week: its stretches of work with the breaks between, or off. */
function Day({ name, day, set }: { name: string; day: WorkDay; set: (day: WorkDay) => void }) {
  const field = (i: number, end: 'from' | 'to', stretch: Stretch) => (
    <TimeField
      label={`${name}, ${end === 'from' ? (i > 0 ? 'again from' : 'from') : 'to'}`}
      hours={stretch[end]}
      set={(hours) => set((day ?? []).map((s, k) => (k === i ? { ...s, [end]: hours } : s)))}
    />
  );
  const last = day?.at(-1);
  return (
    <div className="workday">
      <FormControlLabel
        control={<Checkbox checked={day !== null} onChange={(e) => set(e.target.checked ? [OFFICE] : null)} />}
        label={name}
      />
      {day ? (
        <div className="choices close">
          {day.map((stretch, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a stretch is known by its place in the day
            <span key={i} className="choices close">
              {field(i, 'from', stretch)}
              {field(i, 'to', stretch)}
            </span>
          ))}
          {last && last.to - last.from > SHORTEST && (
            <Button size="small" onClick={() => set([...day.slice(0, -1), ...halved(last)])}>
              A break
            </Button>
          )}
          {day.length > 1 && (
            <Button size="small" onClick={() => set([{ from: day[0]?.from ?? 8, to: last?.to ?? 17 }])}>
              No breaks
            </Button>
          )}
        </div>
      ) : (
        <span className="soft">off</span>
      )}
    </div>
  );
}

/** A place where things dry: how much it takes, and its air where it is not the shop's. */
function Place({
  place,
  set,
  onRemove,
}: {
  place: DryingPlace;
  set: (place: DryingPlace) => void;
  onRemove: (() => void) | null;
}) {
  const { name, room, air } = place;
  return (
    <Row gap="close" wrap padY="close">
      <TextField
        label="Place"
        value={name}
        onChange={(e) => set({ ...place, name: e.target.value })}
        sx={{ width: 170 }}
      />
      <NumberField
        label="Pieces"
        value={room}
        min={1}
        max={10_000}
        onNumber={(n) => set({ ...place, room: Math.round(n) })}
        sx={{ width: 90 }}
      />
      {air && (
        <>
          <NumberField
            label="°C"
            value={air.temperature}
            min={-20}
            max={60}
            onNumber={(temperature) => set({ ...place, air: { ...air, temperature } })}
            sx={{ width: 80 }}
          />
          <NumberField
            label="Humidity, %"
            value={air.humidity}
            min={0}
            max={100}
            onNumber={(humidity) => set({ ...place, air: { ...air, humidity } })}
            sx={{ width: 110 }}
          />
        </>
      )}
      {onRemove && <Button onClick={onRemove}>Take out</Button>}
    </Row>
  );
}

/** What is wrong with a week, in a sentence; null where nothing is. */
function refusal(week: WorkWeek): string | null {
  const read = WorkWeekChange.safeParse(week);
  return read.success ? null : (read.error.issues[0]?.message ?? 'This cannot be kept.');
}

/** When the shop works and where things dry: what the week is planned with. */
export function WorkHours({ house }: { house: House }) {
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<WorkWeek>({
    lane: '/house',
    value: house.week,
    version: house.version,
    valueIn: (now) => (now as House).week,
    save: async (week, version) => (await change(changeHouse, {}, { version, week })).version,
  });
  // What is being typed and cannot be kept yet stays here, with why.
  const [typed, setTyped] = useState<WorkWeek | null>(null);
  const week = typed ?? shown;
  const wrong = typed && refusal(typed);
  const put = (next: WorkWeek) => {
    if (refusal(next)) return setTyped(next);
    setTyped(null);
    void set(next);
  };
  const [holiday, setHoliday] = useState('');
  const placeAt = (i: number, place: DryingPlace | null) =>
    put({ ...week, places: week.places.flatMap((p, k) => (k === i ? (place ?? []) : p)) });
  return (
    <Pile as="section" aria-label="Hours and places" gap="close">
      <h2>Hours</h2>
      <div>
        {WEEKDAYS.map((name, i) => (
          <Day
            key={name}
            name={name}
            day={week.days[i] ?? null}
            set={(day) => put({ ...week, days: week.days.with(i, day) })}
          />
        ))}
      </div>
      <Row
        as="form"
        gap="close"
        wrap
        onSubmit={(event) => {
          event.preventDefault();
          if (holiday && !week.holidays.includes(holiday))
            put({ ...week, holidays: [...week.holidays, holiday].toSorted() });
          setHoliday('');
        }}
      >
        <TextField
          type="date"
          label="Holiday"
          value={holiday}
          onChange={(e) => setHoliday(e.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Button type="submit" disabled={!holiday}>
          Nobody works then
        </Button>
        {week.holidays.map((day) => (
          <Button key={day} onClick={() => put({ ...week, holidays: week.holidays.filter((d) => d !== day) })}>
            {day} ×
          </Button>
        ))}
      </Row>
      <h2>Where things dry</h2>
      {week.places.map((place, i) => (
        <Place
          // biome-ignore lint/suspicious/noArrayIndexKey: a place is known by where it stands in the list
          key={i}
          place={place}
          set={(next) => placeAt(i, next)}
          onRemove={i === 0 ? null : () => placeAt(i, null)}
        />
      ))}
      <Row gap="close">
        <Button
          disabled={week.places.length >= 6}
          onClick={() =>
            put({
              ...week,
              places: [...week.places, { name: 'Warm place', room: 6, air: { temperature: 28, humidity: 35 } }],
            })
          }
        >
          A warm place more
        </Button>
        <NumberField
          label="Spray spaces"
          value={week.spraying}
          min={1}
          max={10}
          onNumber={(spraying) => put({ ...week, spraying: Math.round(spraying) })}
          sx={{ width: 120 }}
        />
      </Row>
      <ErrorMessage error={wrong || error} />
      <MeanwhileNote
        meanwhile={meanwhile}
        what="The hours"
        text={(w) => `${w.days.filter(Boolean).length} working days, ${w.places.length} places`}
        onMine={keepMine}
        onTheirs={takeTheirs}
      />
    </Pile>
  );
}

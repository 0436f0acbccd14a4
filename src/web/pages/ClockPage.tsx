import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate, useOutletContext } from 'react-router';
import type { ClockItem } from '../../record/clock/clock.ts';
import { dayOf } from '../../record/clock/week.ts';
import { ClockRow } from '../components/clock/ClockRow.tsx';
import { rowsOf, shutHours, WeekPicture } from '../components/clock/WeekPicture.tsx';
import { Keys } from '../components/Keys.tsx';
import { Row } from '../components/layout.tsx';
import { hoursText } from '../components/numbers.ts';
import type { ClockView } from '../hooks/clock.ts';
import { useWeek } from '../hooks/week.ts';

const GROUPS: readonly { title: string; is: (i: ClockItem) => boolean; many?: number }[] = [
  { title: 'A window shuts', is: (i) => i.stands === 'shutting' || i.stands === 'shut' },
  { title: 'May go on now', is: (i) => i.stands === 'ready' && !i.item.awaits },
  { title: 'Test first', is: (i) => i.stands === 'test' },
  { title: 'Drying', is: (i) => i.stands === 'wet' },
  { title: 'To begin', is: (i) => i.stands === 'begin' && !i.item.awaits, many: 6 },
];

/** Asks the browser whether it may tell what the rail shows. */
function Telling() {
  const there = typeof Notification !== 'undefined';
  const [may, setMay] = useState(there ? Notification.permission : 'denied');
  if (!there || may === 'granted') return null;
  return may === 'denied' ? (
    <span className="soft">This browser shows no notices for this page; the rail tells all the same.</span>
  ) : (
    <Button onClick={async () => setMay(await Notification.requestPermission())}>
      Tell me when something is ready
    </Button>
  );
}

/** The plan of two days, where there is one. */
function TodayAndTomorrow({ view }: { view: ClockView }) {
  const { planned } = useWeek(view);
  const go = useNavigate();
  const rows = useMemo(() => rowsOf(planned?.planned ?? [], view.now, 2), [planned, view.now]);
  const from = dayOf(view.now).getTime();
  const hours = useMemo(() => shutHours(view.house.week, from, 2), [view.house.week, from]);
  if (rows.length === 0) return null;
  return (
    <section aria-label="Today and tomorrow">
      <h2 className="rule">Today and tomorrow</h2>
      <WeekPicture
        rows={rows}
        from={from}
        days={2}
        now={view.now}
        hours={hours}
        selected={null}
        onSelect={(key) => go(`/clock/week?task=${encodeURIComponent(key)}`)}
      />
      {planned?.holds && (
        <div className="soft">
          The end is held by <b>{planned.holds.what}</b>, {hoursText(planned.holds.hours)}.
        </div>
      )}
    </section>
  );
}

/** What may go on now, what must before a window shuts, what is to be tested, what dries. */
export function ClockPage() {
  const view = useOutletContext<ClockView>();
  const [more, setMore] = useState(false);
  const { items, shelf, now } = view;
  const waiting = items.filter((i) => i.item.awaits).length;
  return (
    <div className="plate">
      {items.length === 0 && (
        <p>
          Nothing is on its way. Plan the layers of a board and it stands here; once a board passes, so do its pieces.{' '}
          <RouterLink to="/jobs">Jobs</RouterLink>
        </p>
      )}
      {GROUPS.map(({ title, is, many = 100 }) => {
        const own = items.filter(is).sort((p, q) => p.from - q.from);
        if (own.length === 0) return null;
        const shown = more ? own : own.slice(0, many);
        return (
          <section key={title} aria-label={title}>
            <h2 className="rule">{title}</h2>
            {shown.map((on) => (
              <ClockRow key={on.item.key} on={on} shelf={shelf} now={now} />
            ))}
            {shown.length < own.length && (
              <Button sx={{ marginTop: 1 }} onClick={() => setMore(true)}>
                {own.length - shown.length} more to begin
              </Button>
            )}
          </section>
        );
      })}
      <TodayAndTomorrow view={view} />
      <Row gap="apart" padTop="apart" wrap>
        {waiting > 0 && (
          <span className="soft">
            {waiting === 1 ? 'One lot of pieces waits' : `${waiting} lots of pieces wait`} for a board that passes.
          </span>
        )}
        <Telling />
      </Row>
      <Keys keys={[]} />
    </div>
  );
}

import { Button, LinearProgress } from '@mui/material';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link as RouterLink, useOutletContext, useSearchParams } from 'react-router';
import { dayOf, type Planned } from '../../record/clock/week.ts';
import { DueDates } from '../components/clock/DueDates.tsx';
import { TaskInHand } from '../components/clock/TaskInHand.tsx';
import { whenText } from '../components/clock/times.ts';
import { rowsOf, shutHours, WeekPicture } from '../components/clock/WeekPicture.tsx';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Keys } from '../components/Keys.tsx';
import { Area, Pile, Row, Text } from '../components/layout.tsx';
import { hoursText } from '../components/numbers.ts';
import { useToast } from '../components/Toast.tsx';
import type { ClockView } from '../hooks/clock.ts';
import { useWeek } from '../hooks/week.ts';

const DAYS = 10;
const NOTHING: readonly Planned[] = [];
const SLOT_HOURS = 5 / 60;

/** The week: what is worked on when, what holds the end, and what would help. */
export function WeekPage() {
  const view = useOutletContext<ClockView>();
  const { now, house, jobs, clock } = view;
  const week = useWeek(view);
  const { planned, busy, planAnew } = week;
  const [params, setParams] = useSearchParams();
  const selected = params.get('task');
  const [error, setError] = useState<string | null>(null);
  const say = useToast();
  const from = dayOf(now).getTime();
  // The first time it is looked at there is no plan: it is made.
  const began = useRef(false);
  const none = clock.plan === null;
  useEffect(() => {
    if (!none || began.current) return;
    began.current = true;
    void planAnew();
  }, [none, planAnew]);
  const anew = async () => {
    const was = clock.plan?.tasks;
    await planAnew();
    if (was) say({ text: 'Planned anew.', undo: () => week.undo(was) });
  };
  const select = (key: string) => {
    setError(null);
    setParams({ task: key }, { replace: true });
  };
  const move = async (key: string, at: number) => {
    const was = clock.plan?.tasks ?? [];
    const why = await week.move(key, at, (t) => whenText(t, now));
    setError(why);
    if (!why) say({ text: `Put at ${whenText(at, now)}; what follows follows.`, undo: () => week.undo(was) });
  };
  const plans = planned?.planned ?? NOTHING;
  const rows = useMemo(() => rowsOf(plans, now, DAYS), [plans, now]);
  const hours = useMemo(() => shutHours(house.week, from, DAYS), [house.week, from]);
  const inHand = plans.find((p) => p.task.key === selected) ?? null;
  const end = Math.max(0, ...plans.map((p) => p.end));
  const missed = plans.filter((p) => p.late > 0);
  const gone = planned?.plan.unplanned.map((i) => planned.week.tasks[i]) ?? [];
  return (
    <div className="plate">
      <Row gap="close" wrap className="noprint">
        <Button variant="contained" color="primary" onClick={anew} disabled={busy}>
          Plan anew
        </Button>
        <Button onClick={week.askGains} disabled={busy || plans.length === 0}>
          What would help?
        </Button>
        <Button component="a" href="/api/clock/week.ics" download="week.ics">
          As a calendar
        </Button>
        {busy && (
          <>
            <LinearProgress aria-label="Planning" sx={{ width: 140 }} />
            <Button onClick={week.cancel}>Stop</Button>
          </>
        )}
        <Text push data-testid="week-end">
          {end > 0 && (
            <>
              All done <b>{whenText(end, now)}</b>
            </>
          )}
          {planned?.holds && (
            <>
              {' '}
              · the end is held by <b>{planned.holds.what}</b>, {hoursText(planned.holds.hours)}
            </>
          )}
        </Text>
      </Row>
      <ErrorMessage error={week.error} />
      {planned && planned.slipped > 0 && (
        <div className="note">
          {planned.slipped === 1 ? 'One task slipped' : `${planned.slipped} tasks slipped`}: what is left was moved on,
          with the least change.
        </div>
      )}
      {missed.map((p) => (
        <div key={p.task.key} className="trouble">
          The window of {p.task.title} ({p.task.item.told}) cannot be kept: it comes {hoursText(p.late)} too late
          {p.task.waits.some((w) => w.max !== null) ? '; scuff it first, or condition again' : ''}.
        </div>
      ))}
      {gone.map((task) => (
        <div key={task?.key} className="trouble">
          {task?.title} ({task?.item.told}) finds no place in eight weeks: it takes{' '}
          {hoursText((task?.minutes ?? 0) / 60)} in one go, or waits for what finds none.
        </div>
      ))}
      {week.gains && (
        <div className="note" data-testid="gains">
          {week.gains.map(({ what, sooner, lessLate }) => (
            <div key={what}>
              {what}:{' '}
              {sooner === 0
                ? 'no sooner'
                : `done ${hoursText(Math.abs(sooner) * SLOT_HOURS)} ${sooner > 0 ? 'sooner' : 'later'}`}
              {lessLate > 0 && `, ${hoursText(lessLate * SLOT_HOURS)} less late in all`}.
            </div>
          ))}
        </div>
      )}
      {view.items.length === 0 ? (
        <p>
          There is nothing to plan. Once a board has its layers planned, its work stands here.{' '}
          <RouterLink to="/jobs">Jobs</RouterLink>
        </p>
      ) : (
        <Area padTop="close">
          <WeekPicture
            rows={rows}
            from={from}
            days={DAYS}
            now={now}
            hours={hours}
            selected={selected}
            onSelect={select}
            onMove={move}
          />
        </Area>
      )}
      <Area className="soft" padY="close">
        dark: work of hands · grey: drying · dashed: until a window shuts · shaded: nobody works. Drag a piece of work,
        or tap it.
      </Area>
      <div className="columns mostly">
        <section aria-label="All work in order">
          <h2 className="rule">In order</h2>
          <Area maxHeight={420} scroll>
            {plans.map(({ task, start }) => (
              <button
                key={task.key}
                type="button"
                className="plainbutton taskline"
                aria-pressed={task.key === selected}
                onClick={() => select(task.key)}
              >
                <span className="mono">{whenText(start, now)}</span>
                <span>{task.title}</span>
                <span className="soft">{task.item.told}</span>
              </button>
            ))}
          </Area>
        </section>
        <Pile gap="far" top padTop="apart">
          {inHand && (
            <TaskInHand
              key={`${inHand.task.key}/${inHand.start}`}
              planned={inHand}
              now={now}
              error={error}
              onMove={(at) => move(inHand.task.key, at)}
              onLetGo={() => week.letGo(inHand.task.key)}
            />
          )}
          <DueDates jobs={jobs} planned={plans} now={now} />
        </Pile>
      </div>
      <Keys
        keys={[
          { key: 'p', what: 'Plan anew', run: () => void anew() },
          { key: 'h', what: 'What would help?', run: () => void week.askGains() },
        ]}
      />
    </div>
  );
}

import { Button } from '@mui/material';
import { useOutletContext, useSearchParams } from 'react-router';
import { dayCard } from '../../record/cards/day-card.ts';
import { dateText, dayOf, hoursOfDay } from '../../record/clock/week.ts';
import { usePaper } from '../components/boards/OnPaper.tsx';
import { useDoTask } from '../components/clock/ClockRow.tsx';
import { Keys } from '../components/Keys.tsx';
import { Row, Text } from '../components/layout.tsx';
import { hourText } from '../components/moment.ts';
import { useAttempt } from '../components/Toast.tsx';
import type { ClockView } from '../hooks/clock.ts';
import { useWeek } from '../hooks/week.ts';

const DAY_AHEAD = 24 * 3_600_000;

/** The list of a day: read at two metres, ticked, printed. */
export function DayPage() {
  const view = useOutletContext<ClockView>();
  const { now, house } = view;
  const { planned } = useWeek(view);
  const doTask = useDoTask();
  const [params, setParams] = useSearchParams();
  const asked = params.get('day');
  const day = asked && /^\d{4}-\d\d-\d\d$/.test(asked) ? new Date(`${asked}T00:00:00`) : dayOf(now);
  const from = day.getTime();
  const next = new Date(day.getFullYear(), day.getMonth(), day.getDate() + 1).getTime();
  const own = (planned?.planned ?? []).filter((p) => p.start >= from && p.start < next && !p.task.item.awaits);
  const go = (days: number) =>
    setParams({ day: dateText(new Date(day.getFullYear(), day.getMonth(), day.getDate() + days)) }, { replace: true });
  const paper = usePaper();
  const attempt = useAttempt();
  const pdf = () => attempt(async () => (await import('../paper/pdf.ts')).saveCard(dayCard(from, own), paper));
  const minutes = own.reduce((sum, p) => sum + (p.end - p.start) / 60_000, 0);
  return (
    <div className="plate daylist">
      <Row gap="close">
        <Text as="h2" size="large">
          {day.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })}
        </Text>
        <span className="soft">
          {own.length === 1 ? 'one task' : `${own.length} tasks`}, {Math.round(minutes)} min of work
        </span>
        <Row as="span" className="noprint" push gap="close">
          <Button onClick={() => go(-1)} aria-label="The day before">
            ‹
          </Button>
          <Button onClick={() => go(1)} aria-label="The day after">
            ›
          </Button>
          <Button onClick={() => window.print()}>Print</Button>
          <Button onClick={() => void pdf()}>As PDF</Button>
        </Row>
      </Row>
      {own.length === 0 && (
        <p>
          {hoursOfDay(house.week, day) === null ? 'Nobody works on this day.' : 'Nothing is planned for this day.'}
          {planned === null && ' There is no plan yet: the Week makes one.'}
        </p>
      )}
      {own.map(({ task, start, end, place }) => (
        <div key={task.key} className="dayrow">
          <span className="mono when">{hourText(start)}</span>
          <div>
            <div className="what">{task.title}</div>
            {task.said && task.coat === 1 && <div>{task.said}</div>}
            <div className="soft">
              {task.item.name}, job {task.item.job.number} · {Math.round((end - start) / 60_000)} min
              {place && task.drying ? ` · dries in the ${place.toLowerCase()}` : ''}
            </div>
            {task.first.length > 0 && <div className="caution">First: {task.first.join(', ').toLowerCase()}.</div>}
            {task.cautions.map((caution) => (
              <div key={caution} className="caution">
                {caution}
              </div>
            ))}
            {task.rags && (
              <div className="caution">
                ☐ Rags and waste: spread flat outdoors, or under water in a closed metal can.
              </div>
            )}
          </div>
          <span className="tick">
            <Button
              className="noprint"
              onClick={() => doTask(task)}
              disabled={task.act === 'read' || start > now + DAY_AHEAD}
            >
              Done
            </Button>
            <span className="onlyprint">☐</span>
          </span>
        </div>
      ))}
      <Keys
        keys={[
          { key: '[', what: 'The day before', run: () => go(-1) },
          { key: ']', what: 'The day after', run: () => go(1) },
        ]}
      />
    </div>
  );
}

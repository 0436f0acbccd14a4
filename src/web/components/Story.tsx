import { Link as RouterLink } from 'react-router';
import { eventText } from '../../record/job/story.ts';
import type { StoredEvent } from '../../shared/event.ts';
import { momentText } from './moment.ts';

const dayOf = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });
const timeOf = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Events by day, the newest first: when, who, what, and on which board. */
export function StoryList({ events, boards = false }: { events: readonly StoredEvent[]; boards?: boolean }) {
  if (events.length === 0) return <p className="soft">Nothing has happened yet.</p>;
  const days = [...new Set(events.map((e) => dayOf(e.at)))];
  return days.map((day) => (
    <section key={day} aria-label={day}>
      <h3 style={{ margin: '14px 0 4px' }}>{day}</h3>
      {events
        .filter((e) => dayOf(e.at) === day)
        .map((event) => (
          <div
            key={event.id}
            style={{
              display: 'grid',
              gridTemplateColumns: `64px 110px ${boards ? '110px ' : ''}1fr`,
              gap: 12,
              borderTop: '1px solid var(--line)',
              padding: '6px 0',
            }}
          >
            <span className="mono">{timeOf(event.at)}</span>
            <span className={event.person ? '' : 'soft'}>{event.person ?? 'nobody named'}</span>
            {boards && (
              <span>
                {event.board && (
                  <RouterLink to={`?board=${event.board}`} style={{ color: 'inherit' }}>
                    {event.board}
                  </RouterLink>
                )}
              </span>
            )}
            <span>{eventText(event, (iso) => momentText(iso))}</span>
          </div>
        ))}
    </section>
  ));
}

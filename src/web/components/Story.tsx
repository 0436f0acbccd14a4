import { eventText } from '../../record/job/story.ts';
import type { StoredEvent } from '../../shared/event.ts';
import { Columns, PlainLink, Text } from './layout.tsx';
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
      <Text as="h3" padTop="near" padBottom="hair">
        {day}
      </Text>
      {events
        .filter((e) => dayOf(e.at) === day)
        .map((event) => (
          <Columns key={event.id} of={`64px 110px ${boards ? '110px ' : ''}1fr`} gap="near" line padY="close">
            <span className="mono">{timeOf(event.at)}</span>
            <span className={event.person ? '' : 'soft'}>{event.person ?? 'nobody named'}</span>
            {boards && <span>{event.board && <PlainLink to={`?board=${event.board}`}>{event.board}</PlainLink>}</span>}
            <span>{eventText(event, (iso) => momentText(iso))}</span>
          </Columns>
        ))}
    </section>
  ));
}

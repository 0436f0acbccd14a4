import { z } from 'zod';
import { boardCode } from '../../record/board/codes.ts';
import type { EventKind } from '../../record/job/story.ts';
import { StoredEvent } from '../../shared/event.ts';
import { newId } from '../../shared/id.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp } from './rows.ts';

export interface Happening {
  kind: EventKind;
  /** Who did it; an unknown person is nobody. */
  by: string | null;
  job?: string | null;
  board?: string | null;
  /** What of the shelf, the rack or the house, e.g. `colourant/honey`. */
  item?: string;
  detail?: object;
}

export async function insertEvent(db: Queries, { kind, by, job, board, item, detail }: Happening): Promise<void> {
  await db.query(
    `insert into event (id, kind, person_id, job_id, board_id, item, detail)
     values ($1, $2, (select id from person where id = $3), $4, $5, $6, $7)`,
    [newId(), kind, by, job ?? null, board ?? null, item ?? null, JSON.stringify(detail ?? {})],
  );
}

/** A change that is saved again and again as it is worked on is one event, of its last moment. */
export async function repeatEvent(db: Queries, event: Happening & { item: string }): Promise<void> {
  const again = await db.query(
    `update event set at = shop_now(), detail = $4
     where id = (select id from event where kind = $1 and item = $2 and at > shop_now() - interval '10 minutes'
                   and person_id is not distinct from (select id from person where id = $3)
                 order by at desc limit 1)
     returning id`,
    [event.kind, event.item, event.by, JSON.stringify(event.detail ?? {})],
  );
  if (again.length === 0) await insertEvent(db, event);
}

/** When something was done last; null where nothing ever was. */
export async function lastEvent(db: Queries): Promise<string | null> {
  const row = await one(db, z.object({ at: stamp.nullable() }), 'select max(at) as at from event');
  return row?.at ?? null;
}

const EventRow = StoredEvent.omit({ board: true }).extend({
  at: stamp,
  wood: z.string().nullable(),
  number: z.number().nullable(),
});
const STORY = { job: 'e.job_id = $1', board: 'e.board_id = $1', item: 'e.item = $1' };
const MOST = 500;

/** The newest events of a job, of one of its boards, or of an item, newest first. */
export async function storyOf(db: Queries, of: keyof typeof STORY, id: string): Promise<StoredEvent[]> {
  const rows = await all(
    db,
    EventRow,
    `select e.id, e.at, e.kind, p.name as person, w.code as wood, b.number, e.detail
     from event e left join person p on p.id = e.person_id
       left join board b on b.id = e.board_id left join job_wood w on w.id = b.job_wood_id
     where ${STORY[of]} order by e.at desc, e.id desc limit ${MOST}`,
    [id],
  );
  return rows.map(({ wood, number, ...event }) => ({
    ...event,
    board: wood !== null && number !== null ? boardCode(wood, number) : null,
  }));
}

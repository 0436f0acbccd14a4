import { z } from 'zod';
import { HoursWorked, KeptQuote, type NewHours, type NewQuote, type QuoteLine } from '../../shared/quote.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const QuoteRow = KeptQuote.extend({ jobId: z.string(), madeAt: stamp });
const HoursRow = HoursWorked.extend({ jobId: z.string(), at: stamp });

/** The quotes of some jobs, the first one first. */
export const quotesOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    QuoteRow,
    `select id, job_id as "jobId", number, terms, lines, made_at as "madeAt" from quote
     where job_id = any($1::uuid[]) order by number`,
    [jobs],
  );

/** False when it was kept already. */
export async function insertQuote(
  db: Queries,
  job: string,
  { id, terms }: NewQuote,
  lines: readonly QuoteLine[],
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into quote (id, job_id, number, terms, lines, made_at)
       select $1::uuid, $2::uuid, 1 + coalesce(max(number), 0), $3::jsonb, $4::jsonb, shop_now() from quote where job_id = $2::uuid
       on conflict do nothing returning id`,
      [id, job, JSON.stringify(terms), JSON.stringify(lines)],
    ),
  );
}

const HOURS = `h.id, h.job_id as "jobId", h.hours, h.what, h.at, p.name as person
  from hours_worked h left join person p on p.id = h.person_id`;
/** What was worked on some jobs, the first first. */
export const hoursOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(db, HoursRow, `select ${HOURS} where h.job_id = any($1::uuid[]) and h.deleted_at is null order by h.at, h.id`, [
    jobs,
  ]);
export const hoursById = (db: Queries, id: string) =>
  one(
    db,
    z.object({ jobId: z.string(), hours: z.number(), what: z.string() }),
    'select job_id as "jobId", hours, what from hours_worked where id = $1',
    [id],
  );
/** False when they were kept already. */
export async function insertHours(db: Queries, job: string, { id, hours, what }: NewHours, by: string | null) {
  return touched(
    await db.query(
      `insert into hours_worked (id, job_id, hours, what, at, person_id)
       values ($1, $2, $3, $4, shop_now(), (select id from person where id = $5)) on conflict (id) do nothing returning id`,
      [id, job, hours, what, by],
    ),
  );
}
export async function setHoursDeleted(db: Queries, id: string, deleted: boolean): Promise<void> {
  await db.query('update hours_worked set deleted_at = case when $2 then now() end where id = $1 returning id', [
    id,
    deleted,
  ]);
}

/** The newest quote of each job all of whose pieces have their last coat on, with the hours that were worked on it. */
export const quotedAndWorked = (db: Queries) =>
  all(
    db,
    KeptQuote.pick({ terms: true, lines: true }).extend({ job: z.number(), worked: z.number() }),
    `select distinct on (j.id) j.number as job, q.terms, q.lines,
       (select coalesce(sum(h.hours), 0) from hours_worked h where h.job_id = j.id and h.deleted_at is null) as worked
     from job j join quote q on q.job_id = j.id
     where exists (select from hours_worked h where h.job_id = j.id and h.deleted_at is null)
       and exists (select from job_wood w join board b on b.job_wood_id = w.id
                   where w.job_id = j.id and b.part_id is not null and b.archived_at is null)
       and not exists (select from job_wood w join board b on b.job_wood_id = w.id join recipe r on r.id = b.recipe_id
                       where w.job_id = j.id and b.part_id is not null and b.archived_at is null
                         and not exists (select from coat c where c.board_id = b.id and c.deleted_at is null
                                           and c.stage = jsonb_array_length(r.stack)))
     order by j.id, q.number desc`,
  );
/** Hours of faults, and all hours, of jobs whose hours were noted; null where none were. */
export const reworkNoted = (db: Queries) =>
  one(
    db,
    z.object({ hours: z.number(), worked: z.number() }),
    `with noted as (select job_id, hours from hours_worked where deleted_at is null)
     select sum(n.hours) as worked,
       (select coalesce(sum(f.hours), 0) from fault_found f join board b on b.id = f.board_id
          join job_wood w on w.id = b.job_wood_id
        where f.deleted_at is null and w.job_id in (select job_id from noted)) as hours
     from noted n having count(*) > 0`,
  );
/** The terms of the newest quote of the shop; null where it never quoted. */
export const newestTerms = async (db: Queries) =>
  (await one(db, KeptQuote.pick({ terms: true }), 'select terms from quote order by made_at desc, id limit 1'))
    ?.terms ?? null;

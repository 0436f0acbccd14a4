import { z } from 'zod';
import { LAYER_KINDS } from '../../core/kinds/index.ts';
import { VERDICTS } from '../../shared/notebook.ts';
import type { Queries } from '../db/db.ts';
import { all, stamp } from './rows.ts';

const Grid = z.array(z.number());
/** Boards of all jobs that have a recipe, for trial, the newest; what came of them is as it was noted. */
export const boardsMade = (db: Queries, most: number) =>
  all(
    db,
    z.object({
      wood: z.string(),
      speciesId: z.string(),
      number: z.number(),
      at: stamp,
      verdict: z.enum(VERDICTS).nullable(),
      off: z.number().nullable(),
      chance: z.number().nullable(),
    }),
    `select b.job_wood_id as wood, n.species_id as "speciesId", b.number, n.at, n.verdict,
       (n.shown ->> 'off')::float8 as off, r.chance
     from notebook.note n join board b on b.id = n.id join recipe r on r.id = b.recipe_id
     where n.kind = 'board' order by n.at desc, b.id limit $1`,
    [most],
  );

/** Stages that were read of boards with a recipe, beside what was promised, with the lots that were poured; the newest boards'. */
export const stagesRead = (db: Queries, most: number) =>
  all(
    db,
    z.object({
      board: z.string(),
      stage: z.number(),
      kind: z.enum(LAYER_KINDS),
      last: z.boolean(),
      promised: Grid,
      read: Grid,
      lots: z.array(z.object({ product: z.string(), code: z.string() })),
    }),
    `with newest as (
       select b.id, r.stack, r.expected, r.id as recipe from board b join recipe r on r.id = b.recipe_id
       where b.part_id is null order by b.created_at desc, b.id limit $1)
     select b.id as board, m.stage, b.stack -> (m.stage - 1) ->> 'kind' as kind,
       m.stage = jsonb_array_length(b.stack) as last, m.grid as read,
       array(select p from unnest(b.expected[m.stage + 1:m.stage + 1][1:31]) p) as promised,
       array(select distinct jsonb_build_object('product', coalesce(c.name, d.name, s.name, ''), 'code', l.code)
             from step_done t join lot l on l.id = t.lot_id
               left join colourant c on 'colourant/' || c.id = l.item left join medium d on 'medium/' || d.id = l.item
               left join supply s on 'supply/' || s.id = l.item
             where t.recipe_id = b.recipe and t.deleted_at is null and l.code <> '' order by 1) as lots
     from newest b join stage_mean m on m.board_id = b.id
     where m.stage between 1 and jsonb_array_length(b.stack) and array_length(b.expected, 1) > m.stage`,
    [most],
  );

/** Raw boards as they were read, with the name of their wood; the newest. */
export const rawBoards = (db: Queries, most: number) =>
  all(
    db,
    z.object({ wood: z.string(), read: Grid }),
    `select s.name as wood, m.grid as read
     from stage_mean m join board b on b.id = m.board_id join job_wood w on w.id = b.job_wood_id join species s on s.id = w.species_id
     where m.stage = 0 order by b.created_at desc, b.id limit $1`,
    [most],
  );

/** Readings of what was read again on another day: a stage of a board, by one instrument; the first day first. */
export const readAgain = (db: Queries, most: number) =>
  all(
    db,
    z.object({ instrument: z.string(), board: z.string(), stage: z.number(), day: z.string(), read: Grid }),
    `with spans as (
       select coalesce(i.name, '') as instrument, r.board_id as board, r.stage, to_char(r.taken_at, 'YYYY-MM-DD') as day,
         r.grid as read, max(r.taken_at) over same - min(r.taken_at) over same as span
       from reading r left join instrument i on i.id = r.instrument_id
       where r.board_id is not null and r.deleted_at is null and r.zone = 'face' and r.lab is null
       window same as (partition by r.board_id, r.stage, r.instrument_id))
     select instrument, board, stage, day, read from spans where span > interval '20 hours'
     order by day, board, stage limit $1`,
    [most],
  );

/** Faults of all jobs: what they came from, and the hours. */
export const reworkFound = (db: Queries) =>
  all(
    db,
    z.object({ cause: z.string(), hours: z.number() }),
    'select cause, hours from fault_found where deleted_at is null order by found_at, id',
  );

import { z } from 'zod';
import type { Pot } from '../../shared/steps.ts';
import type { Queries } from '../db/db.ts';
import { one, touched } from './rows.ts';

/** Of a recipe (r): the newest batch of each stage that differs, and the steps of its mix sheet that were done. */
export const POTS_AND_STEPS = `
  coalesce((select json_agg(json_build_object('stage', p.stage, 'litres', p.litres, 'grams', p.grams) order by p.stage)
            from (select distinct on (stage) stage, litres, grams from pot
                  where recipe_id = r.id order by stage, made_at desc, id desc) p), '[]') as pots,
  coalesce((select json_agg(json_build_object('id', s.id, 'step', s.step, 'grams', s.grams, 'millilitres', s.millilitres,
              'lotId', s.lot_id, 'at', s.at, 'person', o.name) order by s.at, s.id)
            from step_done s left join person o on o.id = s.person_id
            where s.recipe_id = r.id and s.deleted_at is null), '[]') as done`;

export interface StepToKeep {
  id: string;
  recipe: string;
  step: string;
  grams: number | null;
  millilitres: number | null;
  lot: string | null;
  taken: number | null;
  by: string | null;
}
/** False when this step was kept already, or is done. */
export async function insertStep(db: Queries, s: StepToKeep): Promise<boolean> {
  return touched(
    await db.query(
      `insert into step_done (id, recipe_id, step, grams, millilitres, lot_id, taken, person_id)
       values ($1, $2, $3, $4, $5, $6, $7, (select id from person where id = $8)) on conflict do nothing returning id`,
      [s.id, s.recipe, s.step, s.grams, s.millilitres, s.lot, s.taken, s.by],
    ),
  );
}

const Kept = z.object({ id: z.string(), step: z.string(), boardId: z.string(), deleted: z.boolean() });
/** A step done, with a board that its recipe is on. */
export const stepById = (db: Queries, id: string) =>
  one(
    db,
    Kept,
    `select s.id, s.step, b.id as "boardId", s.deleted_at is not null as deleted
     from step_done s join board b on b.recipe_id = s.recipe_id where s.id = $1 order by b.number limit 1`,
    [id],
  );

/** Takes a step back, or does it again; false when it is done already by another record. */
export async function setStepDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query(
      `update step_done s set deleted_at = case when $2 then now() end
       where id = $1 and ($2 or not exists
         (select from step_done o where o.recipe_id = s.recipe_id and o.step = s.step and o.deleted_at is null and o.id <> s.id))
       returning id`,
      [id, deleted],
    ),
  );
}

export async function insertPot(
  db: Queries,
  recipe: string,
  { id, stage, litres, grams }: Pot & { id: string },
  by: string | null,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into pot (id, recipe_id, stage, litres, grams, person_id)
       values ($1, $2, $3, $4, $5, (select id from person where id = $6)) on conflict (id) do nothing returning id`,
      [id, recipe, stage, litres, JSON.stringify(grams), by],
    ),
  );
}

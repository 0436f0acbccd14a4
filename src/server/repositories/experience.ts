import { Experience } from '../../shared/sheet.ts';
import type { Queries } from '../db/db.ts';
import { all } from './rows.ts';

/**
 * Hours from the coat of a product to the next layer on the same board, for every coat whose time was noted. A layer is
 * of its sealer, oil or clear, else of its main colour, else of its supply.
 */
export const experience = (db: Queries): Promise<Experience[]> =>
  all(
    db,
    Experience,
    `select item, array_agg(hours order by hours) as waits
     from (select coalesce('medium/' || (layer->>'medium'),
                           'colourant/' || (select key from jsonb_each_text(layer->'colours')
                                            order by value::float8 desc limit 1),
                           'supply/' || (layer->>'supply')) as item,
                  extract(epoch from lead(put_on_at) over w - put_on_at)::float8 / 3600 as hours,
                  lead(stage) over w - stage as further
           from coat where deleted_at is null
           window w as (partition by board_id order by stage)) kept
     where item is not null and hours > 0 and further = 1
     group by item order by item`,
  );

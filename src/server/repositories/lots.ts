import { Lot, type LotChange, type NewLot } from '../../shared/lot.ts';
import type { Queries } from '../db/db.ts';
import { all, assignments, one, touched } from './rows.ts';

/** A lot (l) with what is left: what was counted less what was poured out of it since. */
const LOT = `l.id, l.item, l.code, l.amount, l.unit, l.opened::text, l.best_before::text as "bestBefore", l.note, l.version,
  l.amount - coalesce((select sum(s.taken) from step_done s
                       where s.lot_id = l.id and s.deleted_at is null and s.ordinal > l.counted), 0) as left`;

export const lots = (db: Queries): Promise<Lot[]> =>
  all(
    db,
    Lot,
    `select ${LOT} from lot l where l.deleted_at is null order by l.item, l.opened nulls last, l.code, l.id`,
  );
export const lotsOf = (db: Queries, item: string): Promise<Lot[]> =>
  all(db, Lot, `select ${LOT} from lot l where l.item = $1 and l.deleted_at is null`, [item]);
export const lotById = (db: Queries, id: string): Promise<Lot | null> =>
  one(db, Lot, `select ${LOT} from lot l where l.id = $1`, [id]);

export async function insertLot(db: Queries, l: NewLot): Promise<boolean> {
  return touched(
    await db.query(
      `insert into lot (id, item, code, amount, unit, opened, best_before, note) values ($1, $2, $3, $4, $5, $6, $7, $8)
       on conflict (id) do nothing returning id`,
      [l.id, l.item, l.code, l.amount, l.unit, l.opened, l.bestBefore, l.note],
    ),
  );
}

/** A lot put right; an amount that is given was counted now. */
export async function updateLot(db: Queries, id: string, change: LotChange): Promise<boolean> {
  const { version, code, amount, unit, opened, bestBefore, note } = change;
  const { set, values } = assignments(
    {
      code,
      amount,
      unit,
      opened,
      best_before: bestBefore,
      note,
    },
    3,
  );
  return touched(
    await db.query(
      `update lot set ${set} ${amount === undefined ? '' : "counted = nextval('lot_order'), "}version = version + 1 where id = $1 and version = $2 returning id`,
      [id, version, ...values],
    ),
  );
}

export async function setLotDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query('update lot set deleted_at = case when $2 then now() end where id = $1 returning id', [id, deleted]),
  );
}

import { KeptMix, type MixChange, type NewMix } from '../../shared/mix.ts';
import type { Queries } from '../db/db.ts';
import { all, assignments, one, stamp, touched } from './rows.ts';

const Row = KeptMix.extend({ madeAt: stamp, setsAt: stamp.nullable() });
const MIX = `id, name, kind, colours, litres, note, unknown_strength as "unknownStrength", sets_at as "setsAt",
  made_at as "madeAt", version,
  archived_at is not null as archived`;

export const mixes = (db: Queries): Promise<KeptMix[]> =>
  all(db, Row, `select ${MIX} from kept_mix order by made_at desc, id`);
export const mixById = (db: Queries, id: string): Promise<KeptMix | null> =>
  one(db, Row, `select ${MIX} from kept_mix where id = $1`, [id]);

export async function insertMix(db: Queries, m: NewMix): Promise<boolean> {
  return touched(
    await db.query(
      `insert into kept_mix (id, name, kind, colours, litres, note, unknown_strength, sets_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8)
       on conflict (id) do nothing returning id`,
      [m.id, m.name, m.kind, JSON.stringify(m.colours), m.litres, m.note, m.unknownStrength, m.setsAt ?? null],
    ),
  );
}

export async function updateMix(db: Queries, id: string, change: MixChange): Promise<boolean> {
  const { version, name, colours, litres, note, unknownStrength, setsAt } = change;
  const { set, values } = assignments(
    {
      name,
      colours: colours && JSON.stringify(colours),
      litres,
      note,
      unknown_strength: unknownStrength,
      sets_at: setsAt,
    },
    3,
  );
  return touched(
    await db.query(`update kept_mix set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      id,
      version,
      ...values,
    ]),
  );
}

export async function setMixArchived(db: Queries, id: string, archived: boolean): Promise<boolean> {
  return touched(
    await db.query(
      `update kept_mix set archived_at = case when $2 then coalesce(archived_at, now()) end, version = version + 1
       where id = $1 returning id`,
      [id, archived],
    ),
  );
}

import { KeptSystem, type NewSystem } from '../../shared/system.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const Row = KeptSystem.extend({ createdAt: stamp });
const SYSTEM = 'id, content as system, created_at as "createdAt", archived_at is not null as archived';

export const systems = (db: Queries): Promise<KeptSystem[]> =>
  all(db, Row, `select ${SYSTEM} from kept_system where archived_at is null order by created_at desc, id`);
export const systemById = (db: Queries, id: string): Promise<KeptSystem | null> =>
  one(db, Row, `select ${SYSTEM} from kept_system where id = $1`, [id]);

export async function insertSystem(db: Queries, { id, system }: NewSystem): Promise<boolean> {
  return touched(
    await db.query('insert into kept_system (id, content) values ($1, $2) on conflict (id) do nothing returning id', [
      id,
      JSON.stringify(system),
    ]),
  );
}

export async function setSystemArchived(db: Queries, id: string, archived: boolean): Promise<void> {
  await db.query(
    'update kept_system set archived_at = case when $2 then coalesce(archived_at, now()) end where id = $1',
    [id, archived],
  );
}

import { z } from 'zod';
import { WatchSetting } from '../../shared/watched.ts';
import type { Queries } from '../db/db.ts';
import { all, one } from './rows.ts';

/** The folder that is watched, and the instrument whose files come there. */
export async function watchSetting(db: Queries): Promise<WatchSetting> {
  const row = await one(db, z.object({ watch: WatchSetting }), 'select watch from house');
  return row?.watch ?? { folder: null, instrument: null };
}

const Hash = z.object({ hash: z.string() });
/** Which of some files are done with. */
export const doneWith = async (db: Queries, hashes: readonly string[]): Promise<Set<string>> =>
  new Set(
    (await all(db, Hash, 'select hash from watched_file where hash = any($1::text[])', [hashes])).map((r) => r.hash),
  );

/** Files are done with: kept for something, or left. @returns how many were not so before */
export async function insertDoneWith(
  db: Queries,
  files: readonly { hash: string; name: string }[],
  keptFor: string | null,
  by: string | null,
): Promise<number> {
  const rows = await db.query(
    `insert into watched_file (hash, name, kept_for, person_id)
     select hash, name, $2, (select id from person where id = $3)
     from jsonb_to_recordset($1::jsonb) f (hash text, name text) on conflict (hash) do nothing returning hash`,
    [JSON.stringify(files), keptFor, by],
  );
  return rows.length;
}
export const deleteDoneWith = (db: Queries, hash: string) =>
  db.query('delete from watched_file where hash = $1', [hash]);

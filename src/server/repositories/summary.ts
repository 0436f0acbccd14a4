import { z } from 'zod';
import type { Summary } from '../../shared/snapshot.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp } from './rows.ts';

const Counts = z.object({
  jobs: z.number(),
  boards: z.number(),
  readings: z.number(),
  colours: z.number(),
  lastAt: stamp.nullable(),
});
const Newest = z.object({ number: z.number(), customer: z.string(), piece: z.string() });

/** How much there is in a record, and what came last. */
export async function summaryOf(db: Queries): Promise<Summary> {
  const counts = await one(
    db,
    Counts,
    `select (select count(*)::int from job where deleted_at is null) as jobs,
       (select count(*)::int from board) as boards,
       (select count(*)::int from reading where deleted_at is null) as readings,
       (select count(*)::int from colourant) as colours,
       (select max(at) from event) as "lastAt"`,
  );
  const newest = await all(
    db,
    Newest,
    'select number, customer, piece from job where deleted_at is null order by created_at desc, number desc limit 3',
  );
  if (!counts) throw new RangeError('A query without a table has one row.');
  return { ...counts, newest };
}

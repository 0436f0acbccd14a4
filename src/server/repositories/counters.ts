import { z } from 'zod';
import type { Queries } from '../db/db.ts';
import { one } from './rows.ts';

const Value = z.object({ value: z.number() });

/** The next number of a counter; two who ask at once get two numbers. */
export async function nextNumber(db: Queries, name: 'job' | 'evidence'): Promise<number> {
  const row = await one(db, Value, 'update counter set value = value + 1 where name = $1 returning value', [name]);
  return Value.parse(row).value;
}

/** The stamp of the newest evidence: whatever was learned with a smaller one is stale. */
export async function evidenceStamp(db: Queries): Promise<number> {
  return Value.parse(await one(db, Value, `select value from counter where name = 'evidence'`)).value;
}

/** The number itself where it was never given to a job, else the next one. */
export async function jobNumber(db: Queries, wanted: number): Promise<number> {
  const free = await one(
    db,
    Value,
    `update counter set value = greatest(value, $1) where name = 'job' and $1 <= 1000000 and not exists (select from job where number = $1) returning $1::int as value`,
    [wanted],
  );
  return free ? free.value : nextNumber(db, 'job');
}

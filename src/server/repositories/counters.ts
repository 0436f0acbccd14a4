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

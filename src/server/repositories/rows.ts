import { z } from 'zod';
import type { Queries, SqlRow } from '../db/db.ts';

/** A moment as the database gives it. */
export const stamp = z.date().transform((d) => d.toISOString());

/** The one row of a query, parsed; null when there is none. */
export async function one<T extends z.ZodType>(
  db: Queries,
  shape: T,
  sql: string,
  parameters: readonly unknown[] = [],
): Promise<z.infer<T> | null> {
  const [row] = await db.query(sql, parameters);
  return row ? shape.parse(row) : null;
}

/** All rows of a query, parsed. */
export async function all<T extends z.ZodType>(
  db: Queries,
  shape: T,
  sql: string,
  parameters: readonly unknown[] = [],
): Promise<z.infer<T>[]> {
  return z.array(shape).parse(await db.query(sql, parameters));
}

/** Rows by what they belong to, without saying so again, each group in the order of the rows. */
export function groupedBy<K extends string, T extends Record<K, string>>(
  rows: readonly T[],
  key: K,
): Map<string, Omit<T, K>[]> {
  const groups = new Map<string, Omit<T, K>[]>();
  for (const { [key]: owner, ...rest } of rows) {
    const group = groups.get(owner);
    if (group) group.push(rest);
    else groups.set(owner, [rest]);
  }
  return groups;
}

/** Whether a statement with `returning` touched anything. */
export const touched = (rows: readonly SqlRow[]): boolean => rows.length > 0;

/** `name = $2, piece = $3 …` for what of a change was given, and the values in the same order. */
export function assignments(
  columns: Readonly<Record<string, unknown>>,
  first: number,
): { set: string; values: unknown[] } {
  const given = Object.entries(columns).filter(([, value]) => value !== undefined);
  return {
    set: given.map(([column], i) => `${column} = $${first + i}, `).join(''),
    values: given.map(([, value]) => value),
  };
}

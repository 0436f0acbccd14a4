import { isDeepStrictEqual } from 'node:util';
import type { PackedJobs } from '../../record/whole/packed.ts';
import type { RecordRow, RecordRows, StandIns } from '../../shared/jobs-file.ts';
import type { Queries } from '../db/db.ts';
import { insertPictureRow, insertRows, rowsHere } from '../repositories/jobs-file.ts';
import type { RecordTable } from '../repositories/tables.ts';
import { Refusal } from './refusal.ts';
import type { Actor } from './shop.ts';

/** What is done with each row that comes in, and how far it has come. */
export interface Bringing {
  tx: Queries;
  by: Actor;
  tables: readonly RecordTable[];
  packed: PackedJobs;
  standIns: StandIns;
  /** A stamp for all evidence that comes in. */
  evidence: number;
  now: string;
  /** Told after each table; throws to end it. */
  went: (rows: number) => void;
}
export const text = (value: unknown): string => (typeof value === 'string' ? value : '');
export const refuseFile = (why: string): never => {
  throw new Refusal(422, why, 'file');
};

export const tableOf = ({ tables }: Pick<Bringing, 'tables'>, name: string): RecordTable =>
  tables.find((t) => t.name === name) ?? refuseFile(`There is no table ${name} here.`);

/** Rows of a table that are not here, and how many are: as they are in the file, or otherwise. */
export async function apart(bringing: Bringing, table: RecordTable, rows: readonly RecordRow[]) {
  const here = await rowsHere(bringing.tx, table, rows);
  const fresh = rows.filter((_, i) => !here.has(i));
  const kept = rows.flatMap((row, i) => {
    const own = here.get(i);
    return own ? [{ row, own }] : [];
  });
  return { fresh, kept };
}

/** What changes by itself, and says nothing of what somebody did. */
const BY_ITSELF = new Set([
  'evidence',
  'target_grid',
  'target_lab',
  'ground_grid',
  'grain_grid',
  'made_with',
  'boards_made',
  'recipes_made',
  'number',
  'code',
]);
export const isAsHere = (row: RecordRow, own: RecordRow): boolean =>
  Object.entries(row).every(([column, value]) => BY_ITSELF.has(column) || isDeepStrictEqual(value, own[column]));

export async function put(
  bringing: Bringing,
  name: string,
  rows: readonly RecordRow[],
  into: RecordRows,
): Promise<void> {
  const { tx, went } = bringing;
  const table = tableOf(bringing, name);
  if (rows.length > 0 && name === 'picture') {
    // One that is the other of a pair, with things swapped, comes after it.
    for (const row of rows.toSorted((p, q) => Number(p.swap_of !== null) - Number(q.swap_of !== null))) {
      const jpeg = bringing.packed.pictures.get(text(row.id));
      if (jpeg) await insertPictureRow(tx, row, jpeg);
    }
  } else if (rows.length > 0) await insertRows(tx, table, rows);
  into[name] = [
    ...(into[name] ?? []),
    ...rows.map((row) => Object.fromEntries(table.key.map((column) => [column, row[column]]))),
  ];
  went(rows.length);
}

/** What a table holds, as it is counted. */
export const THINGS: Readonly<Record<string, string>> = {
  species: 'woods of the shelf',
  colourant: 'colours of the shelf',
  medium: 'sealers, oils and clears',
  supply: 'supplies',
  lot: 'lots',
  kept_mix: 'kept mixes',
  kept_system: 'systems',
  old_board: 'boards of the rack',
  person: 'people',
  instrument: 'instruments',
  job: 'jobs',
  job_wood: 'woods',
  part: 'parts',
  stack_version: 'versions of layers',
  recipe: 'recipes',
  board: 'boards',
  coat: 'coats',
  step_done: 'steps and pours',
  reading: 'readings',
  look: 'looks',
  held: 'looks at the target',
  picture: 'pictures',
  bracket: 'brackets',
  quote: 'quotes',
  approval: 'approvals',
  fault_found: 'faults',
};

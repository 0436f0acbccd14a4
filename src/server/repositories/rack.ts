import type { z } from 'zod';
import { labOf } from '../../core/colour/lab.ts';
import { oldReading } from '../../record/board/evidence.ts';
import { type NewOldBoard, OldBoard, type OldBoardChange } from '../../shared/old-board.ts';
import type { Queries } from '../db/db.ts';
import { nextNumber } from './counters.ts';
import { all, assignments, one, stamp, touched } from './rows.ts';

const COLUMNS = `id, label, species_id as "speciesId", layers, note, made, grid, lab, doubt, version,
  archived_at is not null as archived`;

export const oldBoards = (db: Queries): Promise<OldBoard[]> =>
  all(db, OldBoard, `select ${COLUMNS} from old_board order by created_at desc, id desc`);
/** The same with when each was entered. */
export const oldBoardsDated = (db: Queries) =>
  all(
    db,
    OldBoard.extend({ createdAt: stamp }),
    `select ${COLUMNS}, created_at as "createdAt" from old_board order by created_at desc, id desc`,
  );
export const oldBoardById = (db: Queries, id: string): Promise<OldBoard | null> =>
  one(db, OldBoard, `select ${COLUMNS} from old_board where id = $1`, [id]);

/** L*, a*, b* that it is searched by; nulls when it was never read. */
const searchedBy = (board: Pick<OldBoard, 'grid' | 'lab'>): (number | null)[] => {
  const reading = oldReading(board);
  return reading ? [...labOf(reading)] : [null, null, null];
};

export async function insertOldBoard(db: Queries, b: NewOldBoard): Promise<boolean> {
  return touched(
    await db.query(
      `insert into old_board (id, label, species_id, layers, note, made, grid, lab, doubt, l, a, b, evidence)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) on conflict (id) do nothing returning id`,
      [
        b.id,
        b.label,
        b.speciesId,
        JSON.stringify(b.layers),
        b.note,
        b.made,
        b.grid,
        b.lab,
        b.doubt,
        ...searchedBy(b),
        await nextNumber(db, 'evidence'),
      ],
    ),
  );
}

export async function updateOldBoard(
  db: Queries,
  id: string,
  change: z.infer<typeof OldBoardChange>,
): Promise<boolean> {
  const { label, speciesId, layers, note, made, grid, lab, doubt } = change;
  const { set, values } = assignments(
    { label, species_id: speciesId, layers: layers && JSON.stringify(layers), note, made, grid, lab, doubt },
    4,
  );
  const done = touched(
    await db.query(
      `update old_board set ${set} version = version + 1, evidence = $3 where id = $1 and version = $2 returning id`,
      [id, change.version, await nextNumber(db, 'evidence'), ...values],
    ),
  );
  const now = done ? await oldBoardById(db, id) : null;
  if (now) await db.query('update old_board set l = $2, a = $3, b = $4 where id = $1', [id, ...searchedBy(now)]);
  return done;
}

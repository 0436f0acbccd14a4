import { causeOf, faultOf } from '../../core/faults/index.ts';
import { FieldError } from '../../core/field-error.ts';
import type { FaultFound, NewFaultFound } from '../../shared/fault.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../repositories/events.ts';
import { faultById, insertFault, setFaultDeleted } from '../repositories/faults.ts';
import { workOn } from './boards.ts';
import { notFound } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

async function faultFound(db: Queries, id: string): Promise<FaultFound> {
  const found = await faultById(db, id);
  if (!found) throw notFound('fault');
  return found;
}
const told = ({ fault, cause, hours }: Pick<NewFaultFound, 'hours'> & { fault: string; cause: string }) => ({
  fault: faultOf(fault)?.name ?? fault,
  cause: causeOf(cause)?.name ?? cause,
  hours,
});

/** What went wrong with a board and what it came from is written down; the next ranking counts it. */
export async function noteFault({ db }: Shop, by: Actor, input: NewFaultFound): Promise<FaultFound> {
  if (!faultOf(input.fault)) throw new FieldError('fault', `There is no fault “${input.fault}”.`);
  if (!causeOf(input.cause)) throw new FieldError('cause', `There is no cause “${input.cause}”.`);
  const { boardId: board } = input;
  return db.transaction(async (tx) => {
    const { jobId: job } = await workOn(tx, board);
    if (await insertFault(tx, input, by))
      await insertEvent(tx, { kind: 'fault found', by, job, board, detail: told(input) });
    return faultFound(tx, input.id);
  });
}

async function markFault({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const found = await faultFound(tx, id);
    const { jobId: job } = await workOn(tx, found.boardId);
    await setFaultDeleted(tx, id, archived);
    const kind = archived ? 'fault taken back' : 'fault found';
    await insertEvent(tx, { kind, by, job, board: found.boardId, detail: told(found) });
  });
}
export const archiveFault = (shop: Shop, by: Actor, id: string) => markFault(shop, by, id, true);
export const restoreFault = (shop: Shop, by: Actor, id: string) => markFault(shop, by, id, false);

import type { KeptSystem, NewSystem } from '../../shared/system.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../store/events.ts';
import { insertSystem, setSystemArchived, systemById } from '../store/systems.ts';
import { notFound } from './refusal.ts';
import type { By, Shop } from './shop.ts';

async function systemOf(db: Queries, id: string): Promise<KeptSystem> {
  const found = await systemById(db, id);
  if (!found) throw notFound('system');
  return found;
}

/** Keeps a whole way to finish, made from a job or brought in a file. */
export async function keepSystem({ db }: Shop, by: By, input: NewSystem): Promise<KeptSystem> {
  return db.transaction(async (tx) => {
    if (await insertSystem(tx, input))
      await insertEvent(tx, { kind: 'added', by, item: `system/${input.id}`, detail: { name: input.system.name } });
    return systemOf(tx, input.id);
  });
}

export async function putSystemAway({ db }: Shop, by: By, id: string, away: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const { system } = await systemOf(tx, id);
    await setSystemArchived(tx, id, away);
    const detail = { name: system.name };
    await insertEvent(tx, { kind: away ? 'put away' : 'brought back', by, item: `system/${id}`, detail });
  });
}

import type { KeptSystem, NewSystem } from '../../shared/system.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../repositories/events.ts';
import { insertSystem, setSystemArchived, systemById } from '../repositories/systems.ts';
import { notFound } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

async function systemOf(db: Queries, id: string): Promise<KeptSystem> {
  const found = await systemById(db, id);
  if (!found) throw notFound('system');
  return found;
}

/** Keeps a whole way to finish, made from a job or brought in a file. */
export async function keepSystem({ db }: Shop, by: Actor, input: NewSystem): Promise<KeptSystem> {
  return db.transaction(async (tx) => {
    if (await insertSystem(tx, input))
      await insertEvent(tx, { kind: 'added', by, item: `system/${input.id}`, detail: { name: input.system.name } });
    return systemOf(tx, input.id);
  });
}

async function markSystem({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const { system } = await systemOf(tx, id);
    await setSystemArchived(tx, id, archived);
    const detail = { name: system.name };
    await insertEvent(tx, { kind: archived ? 'put away' : 'brought back', by, item: `system/${id}`, detail });
  });
}
export const archiveSystem = (shop: Shop, by: Actor, id: string) => markSystem(shop, by, id, true);
export const restoreSystem = (shop: Shop, by: Actor, id: string) => markSystem(shop, by, id, false);

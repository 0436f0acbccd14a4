import type { Shop } from './acts/shop.ts';
import type { Db } from './db/db.ts';
import { openFolder } from './db/folder.ts';
import { openServer } from './db/postgres.ts';
import { startLearning } from './learning/learning.ts';
import { rememberWhatIsMissing } from './store/readings.ts';

export interface OpenShop extends Shop {
  close(): Promise<void>;
}

/** A shop on an open database, with what learns beside it. */
export async function shopOn(db: Db, onFault: (error: unknown) => void): Promise<OpenShop> {
  await db.transaction(rememberWhatIsMissing);
  const learning = startLearning(db, onFault);
  return {
    db,
    learning,
    async close() {
      await learning.close();
      await db.close();
    },
  };
}

/** Opens the shop: its data folder, or a database on a server where an address of one is given. */
export async function openShop(where: {
  folder: string;
  server?: string;
  onFault: (error: unknown) => void;
}): Promise<OpenShop> {
  return shopOn(where.server ? await openServer(where.server) : await openFolder(where.folder), where.onFault);
}

import { setTimeout as wait } from 'node:timers/promises';
import { HOUR } from '../core/time/air.ts';
import type { Archive } from '../shared/archive.ts';
import { noteWhatChanged } from './commands/notebook.ts';
import type { Shop } from './commands/shop.ts';
import { createCustomerApp } from './customers/customer-app.ts';
import { makeDoor } from './customers/door.ts';
import type { Db } from './db/db.ts';
import { type FolderDb, openFolder } from './db/folder.ts';
import { openServer } from './db/postgres.ts';
import { hasDaysSnapshot } from './db/snapshots.ts';
import { NoRoom } from './db/trouble.ts';
import { startLearning } from './learning/learning.ts';
import { isUntouched, putArchive } from './repositories/archive.ts';
import { house } from './repositories/house.ts';
import { rememberWhatIsMissing } from './repositories/readings.ts';
import { watchSetting } from './repositories/watched.ts';
import { startFolderWatcher } from './watched/watched-folder.ts';

export interface OpenShop extends Shop {
  close(): Promise<void>;
}

/** A shop on an open database, with what learns beside it. */
export async function shopOn(
  db: Db,
  onFault: (error: unknown) => void,
  folder: FolderDb | null = null,
  turnable = false,
  customers: Parameters<typeof makeDoor>[1] = { port: 0, host: '127.0.0.1' },
): Promise<OpenShop> {
  // On a full disk nothing is remembered, and what is kept can be read all the same.
  await db.transaction(rememberWhatIsMissing).catch((error) => {
    if (!(error instanceof NoRoom)) throw error;
    onFault(error);
  });
  const learning = startLearning(db, onFault);
  const door = makeDoor((request, response) => forCustomers(request, response), customers);
  const watcher = startFolderWatcher(onFault);
  const shop: Shop = { db, folder, learning, turnable, door, watcher };
  const forCustomers = createCustomerApp(shop, onFault);
  if ((await house(db)).customers) await door.open().catch(onFault);
  await watcher.follow((await watchSetting(db)).folder);
  return {
    ...shop,
    async close() {
      await watcher.close();
      await door.shut();
      await learning.close();
      await db.close();
    },
  };
}

/** A snapshot each day that the shop is open. @returns what ends it */
function keepDaily(folder: string, db: FolderDb, onFault: (error: unknown) => void): () => Promise<void> {
  let taking = Promise.resolve();
  const look = () => {
    taking = taking
      .then(async () => {
        if (!(await hasDaysSnapshot(folder))) await db.takeSnapshot('day');
      })
      .catch(onFault);
  };
  look();
  const timer = setInterval(look, HOUR);
  return () => {
    clearInterval(timer);
    return taking;
  };
}

/** What was written before is noted beside all else, a little at a time. @returns what ends it */
function noteInTurn(shop: Pick<Shop, 'db'>, onFault: (error: unknown) => void): () => Promise<void> {
  const end = new AbortController();
  const { signal } = end;
  const noting = (async () => {
    await wait(NOTED_AFTER_MS, undefined, { signal });
    while (!signal.aborted && (await noteWhatChanged(shop, 0)) > 0) await wait(NOTED_APART_MS, undefined, { signal });
  })().catch((error) => {
    if (!signal.aborted) onFault(error);
  });
  return () => {
    end.abort();
    return noting;
  };
}
/** A shop that has just opened has other things to do; later, who asks comes in between. */
const [NOTED_AFTER_MS, NOTED_APART_MS] = [30_000, 40];

interface Where {
  folder: string;
  /** The address of a database on a server; the folder is not used then. */
  server?: string;
  onFault: (error: unknown) => void;
  /** Told when the folder is taken away from under the process. */
  onLost?: (why: string) => void;
  /** A shop to practise in, whose clock can be turned. */
  turnable?: boolean;
  /** Where customers are let in once the house opens to them. */
  customers?: { port: number };
  /** What a shop begins with that nothing was written into. */
  beginsWith?: () => Promise<Archive>;
}

/** Opens the shop: its data folder, or a database on a server where an address of one is given. */
export async function openShop(where: Where): Promise<OpenShop> {
  const { folder, server, onFault, onLost, turnable, customers, beginsWith } = where;
  const begin = async (db: Db) => {
    if (beginsWith && (await isUntouched(db))) {
      const archive = await beginsWith();
      await db.transaction((queries) => putArchive(queries, archive));
    }
  };
  /** Closes after what goes on beside it has ended. */
  const endingFirst = (shop: OpenShop, ...ends: readonly (() => Promise<void>)[]): OpenShop => ({
    ...shop,
    async close() {
      for (const end of ends) await end();
      await shop.close();
    },
  });
  if (server) {
    const db = await openServer(server);
    await begin(db);
    const shop = await shopOn(db, onFault, null, turnable, customers);
    return endingFirst(shop, noteInTurn(shop, onFault));
  }
  const db = await openFolder(folder, onLost);
  await begin(db);
  const shop = await shopOn(db, onFault, db, turnable, customers);
  return endingFirst(shop, noteInTurn(shop, onFault), keepDaily(folder, db, onFault));
}

import type { Snapshot, SnapshotLook } from '../../shared/snapshot.ts';
import type { FolderDb } from '../db/folder.ts';
import { summaryOf } from '../repositories/summary.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Shop } from './shop.ts';

function folderOf({ folder }: Shop): FolderDb {
  if (!folder) throw new Refusal(409, 'This shop’s database is on a server: its snapshots are that server’s business.');
  return folder;
}

export const snapshotsOf = async ({ folder }: Shop): Promise<Snapshot[] | null> => (folder ? folder.snapshots() : null);

export const takeSnapshot = (shop: Shop): Promise<Snapshot> => folderOf(shop).takeSnapshot('asked');

/** What a snapshot holds, beside what there is now; nothing is changed. */
export async function lookAtSnapshot(shop: Shop, name: string): Promise<SnapshotLook> {
  const snapshot = await folderOf(shop).openSnapshot(name);
  if (!snapshot) throw notFound('snapshot');
  try {
    return { held: await summaryOf(snapshot), now: await summaryOf(shop.db) };
  } finally {
    await snapshot.close();
  }
}

/** Puts a snapshot in the place of the record; what was there becomes a snapshot of its own. */
export async function restoreSnapshot(shop: Shop, name: string): Promise<void> {
  const folder = folderOf(shop);
  if (!(await shop.learning.forgetDuring(() => folder.restore(name)))) throw notFound('snapshot');
}

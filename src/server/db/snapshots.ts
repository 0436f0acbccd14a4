import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';

/** Why a snapshot was taken; part of its name. */
export const SNAPSHOT_REASONS = ['day', 'migration', 'asked', 'restore'] as const;
export type SnapshotReason = (typeof SNAPSHOT_REASONS)[number];

/** A snapshot of a database: one file that holds all of it. */
export interface SnapshotFile {
  /** e.g. `2026-11-25T07-30-00Z-day.tgz`. */
  name: string;
  takenAt: string;
  reason: SnapshotReason;
  bytes: number;
}

const KEPT = 14;
const NAME = new RegExp(`^(\\d{4}-\\d\\d-\\d\\d)T(\\d\\d)-(\\d\\d)-(\\d\\d)Z-(${SNAPSHOT_REASONS.join('|')})\\.tgz$`);

const folderOf = (shop: string) => path.join(shop, 'backups');

/** What is kept in the backups of a shop's folder, the newest first. Files of other names are left alone. */
export async function snapshotsIn(shop: string): Promise<SnapshotFile[]> {
  const names = await readdir(folderOf(shop)).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return [];
    throw error;
  });
  const found = await Promise.all(
    names.map(async (name): Promise<SnapshotFile[]> => {
      const match = NAME.exec(name);
      if (!match) return [];
      const [, day, hour, minute, second, reason] = match;
      const { size } = await stat(path.join(folderOf(shop), name));
      const takenAt = `${day}T${hour}:${minute}:${second}Z`;
      return [{ name, takenAt, reason: reason as SnapshotReason, bytes: size }];
    }),
  );
  return found.flat().sort((p, q) => q.takenAt.localeCompare(p.takenAt));
}

/** The file of a snapshot that is there; null for any other name. */
export async function snapshotFile(shop: string, name: string): Promise<string | null> {
  const known = (await snapshotsIn(shop)).some((s) => s.name === name);
  return known ? path.join(folderOf(shop), name) : null;
}

/** Where the next snapshot goes: its folder is made, and no name is given twice. */
export async function nextSnapshotFile(shop: string, reason: SnapshotReason, now = new Date()): Promise<string> {
  await mkdir(folderOf(shop)).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EEXIST') throw error;
  });
  const known = new Set((await readdir(folderOf(shop))).map((name) => name.slice(0, 20)));
  let at = now;
  const stampOf = () => `${at.toISOString().slice(0, 19).replaceAll(':', '-')}Z`;
  while (known.has(stampOf())) at = new Date(at.getTime() + 1000);
  return path.join(folderOf(shop), `${stampOf()}-${reason}.tgz`);
}

/** Keeps the newest fourteen, and nothing unfinished. */
export async function tidySnapshots(shop: string): Promise<void> {
  const old = (await snapshotsIn(shop)).slice(KEPT).map((s) => s.name);
  const unfinished = (await readdir(folderOf(shop))).filter((name) => name.endsWith('.unfinished'));
  await Promise.all([...old, ...unfinished].map((name) => rm(path.join(folderOf(shop), name), { force: true })));
}

/** Whether the day of a moment, by the clock on the wall, has its snapshot. */
export async function hasDaysSnapshot(shop: string, now = new Date()): Promise<boolean> {
  const today = (iso: string) => new Date(iso).toDateString() === now.toDateString();
  return (await snapshotsIn(shop)).some((s) => s.reason === 'day' && today(s.takenAt));
}

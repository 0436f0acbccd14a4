import { readdir, readFile, stat } from 'node:fs/promises';
import path from 'node:path';
import { type FSWatcher, watch } from 'chokidar';
import { FieldError } from '../../core/field-error.ts';
import { decodeText, isPacked, MOST_BYTES, Question } from '../../core/formats/index.ts';
import { hashOfBytes } from '../../core/seal/seal.ts';
import type { WatchedFile } from '../../shared/watched.ts';
import { readMeasurementFile } from '../intake/file-reader.ts';

/** Files that instruments' software writes. Others of the folder are left alone. */
const READABLE = /\.(csv|tsv|txt|cgats|it8|cxf|xml|xlsx)$/i;
/** A file that has not grown for so long is whole. */
const STILL_MS = 1000;
const ASKED_MS = 200;
/** So many of the newest are offered. */
const MOST_OFFERED = 50;

/** What follows a folder. It never writes, moves or deletes anything there. */
export interface FolderWatcher {
  /** Follows another folder, or with null none. */
  follow(folder: string | null): Promise<void>;
  /** The files that are there and whole, the newest first. */
  files(): readonly WatchedFile[];
  /** The bytes of one of them; null where it is gone, or another by now. */
  bytesOf(hash: string): Promise<Buffer | null>;
  /** Why the folder cannot be followed; one that has come back is followed again. */
  trouble(): Promise<string | null>;
  close(): Promise<void>;
}

/** What a file holds, as far as it can be told without asking. */
async function contentOf(bytes: Buffer, name: string): Promise<Pick<WatchedFile, 'readings' | 'why'>> {
  try {
    if (isPacked(bytes)) return { readings: null, why: null };
    const { readings } = await readMeasurementFile(decodeText(bytes), name, {});
    return { readings: readings.length, why: null };
  } catch (trouble) {
    // What can be read once something is said of it is asked about when it is taken.
    if (trouble instanceof Question) return { readings: null, why: null };
    if (trouble instanceof FieldError) return { readings: null, why: trouble.message };
    throw trouble;
  }
}

async function fileAt(at: string): Promise<WatchedFile | null> {
  const found = await stat(at).catch(() => null);
  if (!found?.isFile() || found.size === 0 || found.size > MOST_BYTES) return null;
  const bytes = await readFile(at);
  const name = path.basename(at);
  return { hash: hashOfBytes(bytes), name, at: found.mtime.toISOString(), ...(await contentOf(bytes, name)) };
}

/** Why a folder cannot be followed; null where it can. */
export async function troubleOfFolder(folder: string): Promise<string | null> {
  if (!path.isAbsolute(folder)) return 'Write the whole path of the folder, from the root or the drive.';
  const found = await stat(folder).catch(() => null);
  if (!found) return `There is no folder ${folder}.`;
  return found.isDirectory() ? null : `${folder} is no folder.`;
}

/** The hashes of what lies in a folder already. */
export async function filesIn(folder: string): Promise<{ hash: string; name: string }[]> {
  const names = (await readdir(folder)).filter((name) => READABLE.test(name));
  const found = await Promise.all(
    names.map(async (name) => {
      const bytes = await readFile(path.join(folder, name)).catch(() => null);
      return bytes ? [{ hash: hashOfBytes(bytes), name }] : [];
    }),
  );
  return found.flat();
}

/** Watches for the files of an instrument: each is offered once it is whole. */
export function startFolderWatcher(onFault: (error: unknown) => void): FolderWatcher {
  let watcher: FSWatcher | null = null;
  let followed: string | null = null;
  let unread: string | null = null;
  const known = new Map<string, WatchedFile>();

  const took = (at: string) => {
    if (!READABLE.test(at)) return;
    fileAt(at)
      .then((file) => (file ? known.set(at, file) : known.delete(at)))
      .catch(onFault);
  };
  async function unfollow(): Promise<void> {
    await watcher?.close();
    watcher = null;
    unread = null;
    known.clear();
  }
  async function follow(folder: string | null): Promise<void> {
    await unfollow();
    followed = folder;
    if (folder === null || (await troubleOfFolder(folder))) return;
    watcher = watch(folder, {
      depth: 0,
      // Software writes bit by bit: what is half there is nobody's reading.
      awaitWriteFinish: { stabilityThreshold: STILL_MS, pollInterval: ASKED_MS },
    });
    watcher
      .on('add', took)
      .on('change', took)
      .on('unlink', (at) => known.delete(at))
      .on('error', (error) => {
        unread = `The folder ${folder} cannot be read: ${error instanceof Error ? error.message : error}.`;
      });
  }
  return {
    follow,
    files: () =>
      [...new Map(Array.from(known.values(), (file) => [file.hash, file])).values()]
        .sort((p, q) => q.at.localeCompare(p.at))
        .slice(0, MOST_OFFERED),
    async bytesOf(hash) {
      for (const [at, file] of known) {
        if (file.hash !== hash) continue;
        const bytes = await readFile(at).catch(() => null);
        if (bytes && hashOfBytes(bytes) === hash) return bytes;
      }
      return null;
    },
    async trouble() {
      const gone = followed === null ? null : await troubleOfFolder(followed);
      if (gone) await unfollow();
      else if (!watcher) await follow(followed);
      return gone ?? unread;
    },
    close: unfollow,
  };
}

import { z } from 'zod';
import { Id } from './id.ts';

/** The folder that an instrument's software writes its files into; null where none is watched. */
export const WatchSetting = z.object({
  folder: z.string().trim().min(1, 'Which folder?').max(1000, 'A path has at most 1000 letters.').nullable(),
  /** The instrument of the house that its readings are by. */
  instrument: Id.nullable(),
});
export type WatchSetting = z.infer<typeof WatchSetting>;

/** A file is known by what is in it: SHA-256. */
export const FileHash = z.string().regex(/^[0-9a-f]{64}$/, 'A file is known by its SHA-256.');
/** A file that has come and is not done with. */
export const WatchedFile = z.object({
  hash: FileHash,
  name: z.string(),
  /** When it was written last. */
  at: z.string(),
  /** How many readings it holds; null where it is not known before something is said of it. */
  readings: z.number().nullable(),
  /** Why it cannot be read as it is. */
  why: z.string().nullable(),
});
export type WatchedFile = z.infer<typeof WatchedFile>;
/** The folder, and what is new in it, the newest first. */
export const WatchedFolder = z.object({
  folder: z.string().nullable(),
  /** Why it cannot be watched. */
  trouble: z.string().nullable(),
  files: z.array(WatchedFile),
});
export type WatchedFolder = z.infer<typeof WatchedFolder>;

/** What a file was kept for, as somebody reads it: birch-2 after dye; null where it is left. */
export const DoneWith = z.object({ keptFor: z.string().trim().min(1).max(120).nullable() });

import { z } from 'zod';

/** A copy of the whole record, in a file beside it. */
export const Snapshot = z.object({
  name: z.string(),
  takenAt: z.string(),
  reason: z.enum(['day', 'migration', 'asked', 'restore']),
  bytes: z.number(),
});
export type Snapshot = z.infer<typeof Snapshot>;

/** The snapshots of the shop; null where its database is on a server, whose own they are. */
export const Snapshots = z.object({ snapshots: z.array(Snapshot).nullable() });

/** How much there is in a record, and what came last. */
export const Summary = z.object({
  jobs: z.number(),
  boards: z.number(),
  readings: z.number(),
  colours: z.number(),
  /** The newest jobs, three at most. */
  newest: z.array(z.object({ number: z.number(), customer: z.string(), piece: z.string() })),
  /** When anything happened last; null in an empty shop. */
  lastAt: z.string().nullable(),
});
export type Summary = z.infer<typeof Summary>;

/** What restoring a snapshot would bring, beside what there is. */
export const SnapshotLook = z.object({ held: Summary, now: Summary });
export type SnapshotLook = z.infer<typeof SnapshotLook>;

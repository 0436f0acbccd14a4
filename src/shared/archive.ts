import { z } from 'zod';

/** The whole record as plain rows, table by table: what one database gives, another of the same schema takes. */
export const Archive = z.object({
  format: z.literal('urushi-archive'),
  /** Each table after those that it points to. */
  tables: z.array(z.object({ name: z.string(), rows: z.array(z.record(z.string(), z.unknown())) })),
});
export type Archive = z.infer<typeof Archive>;

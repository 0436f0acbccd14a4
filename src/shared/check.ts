import { z } from 'zod';
import { GATES } from '../core/finish/gates.ts';
import { RUN_CHANGES } from '../core/judge/run-changes.ts';
import { Id } from './id.ts';

const stage = z.number().int().min(0).max(16);
const named = <T extends object>(of: T) => Object.keys(of) as [keyof T & string, ...(keyof T & string)[]];

/** What was looked for before a layer goes on (stage: the one below it), or what was changed in a run. */
export const NewCheck = z.object({
  id: Id,
  stage,
  what: z.enum([...named(GATES), ...named(RUN_CHANGES)]),
  /** It was as it is to be; a change always is. */
  fine: z.boolean().default(true),
});
export type NewCheck = z.infer<typeof NewCheck>;
export const KeptCheck = z.object({
  id: Id,
  stage,
  what: NewCheck.shape.what,
  fine: z.boolean(),
  at: z.string(),
  person: z.string().nullable(),
});
export type KeptCheck = z.infer<typeof KeptCheck>;

import { z } from 'zod';
import { Id, Version } from './id.ts';

export const PART_ZONES = ['face', 'edge', 'end', 'profile'] as const;
const size = (what: string) =>
  z.number().positive(`The ${what} must be more than 0.`).max(20_000, `The ${what} is at most 20 m.`);
const part = {
  name: z.string().trim().min(1, 'What is the part called?').max(120),
  /** Which of the job's woods; null when it is not settled. */
  woodId: Id.nullable(),
  count: z.number().int().min(1, 'At least one of a part.').max(10_000),
  /** Millimetres. */
  length: size('length'),
  width: size('width'),
  thickness: size('thickness').nullable(),
  /** Faces that are finished. */
  faces: z.union([z.literal(1), z.literal(2)], 'One face or both.'),
  /** Which zones have to match. */
  zones: z
    .array(z.enum(PART_ZONES))
    .min(1, 'Which zones matter: face, edge, end or profile?')
    .max(PART_ZONES.length, 'Each zone once.'),
  /** Zones that are coated with the others and that nobody judges. */
  hidden: z.array(z.enum(PART_ZONES)).max(PART_ZONES.length, 'Each zone once.'),
  /** Where it stands: parts of one place are neighbours, and are judged together. */
  place: z.string().trim().max(60, 'At most 60 letters.'),
  /** It is worked when the piece is put together. */
  assembled: z.boolean(),
  /** The part that it is a zone of, with layers of its own: one is masked while the other is worked. */
  zoneOf: Id.nullable(),
};
const usual = {
  hidden: part.hidden.default([]),
  place: part.place.default(''),
  assembled: part.assembled.default(false),
  zoneOf: part.zoneOf.default(null),
};
export const NewPart = z.object({ id: Id, ...part, ...usual });
export type NewPart = z.infer<typeof NewPart>;
export const PartChange = z.object({ version: Version, ...z.object(part).partial().shape });
export type PartChange = z.infer<typeof PartChange>;
export const NewParts = z.object({ parts: z.array(NewPart).min(1, 'There is no part in it.').max(500) });
export const Part = z.object({ id: Id, ...part, version: z.number() });
export type Part = z.infer<typeof Part>;

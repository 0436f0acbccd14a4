import { z } from 'zod';
import { LAYER_KINDS } from '../core/kinds/index.ts';
import { Id, Version } from './id.ts';

const mix = {
  name: z.string().trim().min(1, 'What is the mix called?').max(80, 'A name has at most 80 letters.'),
  /** The kind of layer that it is for. */
  kind: z.enum(LAYER_KINDS),
  /** Colourant id to strength, as in a layer. */
  colours: z
    .record(z.string().max(40), z.number().min(0, 'A strength must be zero or more.').max(1e4))
    .refine((c) => Object.values(c).some((s) => s > 0), 'A mix has one colour at least.'),
  litres: z.number().min(0, 'There is never less than nothing left.').max(1000, 'A mix is at most 1000 L.'),
  note: z.string().max(300),
  /** Only how its colours stand to one another is known, not how strong it is. */
  unknownStrength: z.boolean(),
  /** When it sets by itself, where a hardener is in it. */
  setsAt: z.iso.datetime({ offset: true }).nullish(),
};
export const NewMix = z.object({ id: Id, ...mix });
export type NewMix = z.infer<typeof NewMix>;
export const MixChange = z.object({ version: Version, ...z.object(mix).omit({ kind: true }).partial().shape });
export type MixChange = z.infer<typeof MixChange>;
export const KeptMix = NewMix.extend({
  setsAt: z.string().nullable(),
  madeAt: z.string(),
  version: z.number(),
  archived: z.boolean(),
});
export type KeptMix = z.infer<typeof KeptMix>;

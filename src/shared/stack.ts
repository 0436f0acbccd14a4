import { z } from 'zod';
import { TEXTURES } from '../core/board/preparation.ts';
import { LAYER_KINDS } from '../core/layers/layer.ts';

/** One layer of a stack. What may be in it beyond these bounds the core's `checkStack` says. */
export const LayerSchema = z.object({
  kind: z.enum(LAYER_KINDS),
  /** Colourant id to strength: g/L, or mass fraction for pigments. */
  colours: z.record(z.string().max(40), z.number().min(0, 'A strength must be zero or more.')),
  medium: z.string().max(40).optional(),
  settings: z.record(z.string().max(40), z.number()),
  method: z.string().max(40).optional(),
  off: z.boolean().optional(),
  note: z.string().max(300, 'A note is at most 300 letters long.').optional(),
});
export const StackSchema = z.array(LayerSchema).max(16, 'A stack holds at most 16 layers.');

export const PreparationSchema = z.object({
  grit: z.number().int().min(60, 'The last grit is at least 60.').max(400, 'The last grit is at most 400.'),
  conditioner: z.boolean(),
  preWet: z.boolean(),
  grainRaised: z.boolean(),
  texture: z.enum(TEXTURES),
  oldFinish: z.boolean(),
});

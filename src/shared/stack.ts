import { z } from 'zod';
import { LAYER_KINDS } from '../core/layers/layer.ts';
import { TEXTURES } from '../core/optics/preparation.ts';

export const LayerSchema = z.object({
  kind: z.enum(LAYER_KINDS),
  colours: z.record(
    z.string(),
    z.number().refine((v) => Number.isFinite(v) && v >= 0, 'A strength must be zero or more.'),
  ),
  medium: z.string().optional(),
  settings: z.record(z.string(), z.number()),
  method: z.string().optional(),
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

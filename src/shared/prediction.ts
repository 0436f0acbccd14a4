import { z } from 'zod';
import { ZONES } from '../core/board/wood.ts';
import { LayerSchema, PreparationSchema } from './stack.ts';
import { ColourantShape, MediumShape, SupplyShape, WoodShape } from './stack-file.ts';

/** Colourants, mediums and supplies by their ids, as a stack file has them. */
export const MaterialsShape = z.object({
  colourants: z.record(z.string(), ColourantShape),
  mediums: z.record(z.string(), MediumShape),
  supplies: z.record(z.string(), SupplyShape).optional(),
});

/** A layer as it may be written by hand: what is missing is usual. */
const WrittenLayer = LayerSchema.extend({
  colours: LayerSchema.shape.colours.default({}),
  settings: LayerSchema.shape.settings.default({}),
}).strict();

/** What is to be predicted: the shapes of a stack file, written by hand or by another program. */
export const PredictionInput = z.strictObject({
  /** A wood, or the code of one of the demo shelf's. */
  wood: z.union([z.string(), WoodShape.extend({ raw: WoodShape.shape.raw.default(null) })]),
  preparation: PreparationSchema.partial().strict().default({}),
  layers: z.array(WrittenLayer).max(40, 'A stack holds at most 40 layers here.'),
  /** The demo shelf's where they are not given. */
  materials: MaterialsShape.optional(),
  /** Where on the piece. */
  zone: z.enum(ZONES).default('face'),
  /** How long the finished board has stood in daylight. */
  years: z.number().min(0).max(100).default(0),
  /** What the board has read, specular included, by the layers that were on. */
  measured: z
    .array(z.strictObject({ layers: z.number().int().min(1), reading: z.array(z.number().min(0).max(1.5)).length(31) }))
    .default([]),
});
export type PredictionInput = z.infer<typeof PredictionInput>;

/** The demo shelf, as `src/demo/shelf.json` keeps it. */
export const KeptShelf = MaterialsShape.extend({ woods: z.array(WoodShape) });
export type KeptShelf = z.infer<typeof KeptShelf>;

import { z } from 'zod';
import { LAYER_KINDS } from '../core/kinds/index.ts';
import { Id, Version } from './id.ts';
import { Grid, LabSchema } from './reading.ts';

/** A layer as far as the pencil note tells: an amount that is not known is null, and stays so. */
export const OldLayer = z.object({
  kind: z.enum(LAYER_KINDS),
  colours: z.record(z.string().max(40), z.number().min(0, 'A strength must be zero or more.').nullable()),
  medium: z.string().max(40).nullable(),
});
export type OldLayer = z.infer<typeof OldLayer>;

const oldBoard = {
  label: z.string().trim().min(1, 'What stands on the board?').max(80),
  speciesId: z.string().min(1, 'Choose a wood.'),
  layers: z.array(OldLayer).max(16),
  note: z.string().max(500),
  /** When it was made, as far as anybody knows. */
  made: z.string().max(40),
  /** Its finished colour: a spectrum, or L*a*b* only, or not read. */
  grid: Grid.nullable(),
  lab: LabSchema.nullable(),
  /** To so much it is known, CIEDE2000, where it was seen in a picture; null where it was read or typed. */
  doubt: z.number().min(0).max(50).nullable(),
};
export const NewOldBoard = z.object({ id: Id, ...oldBoard, doubt: oldBoard.doubt.default(null) });
export type NewOldBoard = z.infer<typeof NewOldBoard>;
export const OldBoardChange = z.object({ version: Version, ...z.object(oldBoard).partial().shape });
export const OldBoard = NewOldBoard.extend({ version: z.number(), archived: z.boolean() });
export type OldBoard = z.infer<typeof OldBoard>;

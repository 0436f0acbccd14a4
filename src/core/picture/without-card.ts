import { FieldError } from '../field-error.ts';
import { fieldSeen } from './field.ts';
import { checkAreas, checkRaster, type Raster } from './raster.ts';
import type { PicturedThing, Shot } from './shot.ts';

/** How far each channel may be off, of its logarithm: what words leave in doubt, some 2.5 of CIEDE2000 each way on a brown. */
const AS_WORDS = [0.12, 0.12, 0.12] as const;

/**
 * What a picture without anything grey shows of things, taken as it is: a photograph that somebody sent. It tells no more than
 * words would: the light, the exposure and the camera's taste are all in it.
 * @throws FieldError where a field tells nothing
 */
export function shownWithout(raster: Raster, things: readonly PicturedThing[]): Shot {
  checkRaster(raster);
  if (things.length === 0) throw new FieldError('things', 'Say what is what: no thing has a field yet.');
  checkAreas(
    raster,
    things.map((t) => ({ ...t, called: t.id })),
  );
  return {
    tone: AS_WORDS,
    things: things.map(({ id, corners }) => {
      const { mean, error, clipped, glossy, shaded } = fieldSeen(raster, corners, id);
      return { id, balanced: mean, error, offCard: [0, 0], clipped, glossy, shaded };
    }),
  };
}

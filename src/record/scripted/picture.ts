import { z } from 'zod';
import { differenceRange } from '../../core/belief/chance.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import type { Lab } from '../../core/colour/lab.ts';
import { type PictureTold, pictureBetween, toldBy } from '../../core/picture/measure.ts';
import { rectangle } from '../../core/picture/quad.ts';
import type { Raster } from '../../core/picture/raster.ts';
import { type ShotThing, shotOf } from '../../core/picture/shot.ts';
import { checked } from './asked.ts';

const GREY = 'grey';
const Field = z.strictObject({
  /** A name of its own, or `grey`. */
  thing: z.string().min(1).max(80),
  /** Of a grey, 0-1. */
  reflectance: z.number().optional(),
  /** L*, a*, b* where the thing was read: daylight, 10 degrees. */
  known: z.tuple([z.number(), z.number(), z.number()]).optional(),
  x: z.number(),
  y: z.number(),
  w: z.number(),
  h: z.number(),
});
/** What is what in a picture, pixels of it upright. */
const PictureInput = z.strictObject({ fields: z.array(Field).min(1, 'Say what is what.').max(60) });

const rounded = (list: readonly number[]): number[] => list.map((v) => Number(v.toFixed(2)));

/** How far two things of a picture are apart, and where that would be in eight of ten such pictures. */
function apart(told: PictureTold, first: string, second: string, [p, q]: readonly [Lab, Lab]) {
  const { difference, covariance } = pictureBetween(told, first, second);
  const at = p.map((v, i) => (v + (q[i] as number)) / 2) as Lab;
  return {
    first,
    second,
    difference: rounded(difference),
    deltaE: Number(deltaE00(p, q).toFixed(2)),
    range: rounded(differenceRange(difference, covariance, at)),
  };
}

/**
 * What a picture with a card tells of its things, by fields that a script names.
 * @throws FieldError naming the field
 */
export function pictureFor(asked: unknown, raster: Raster) {
  const { fields } = checked(PictureInput, asked);
  const at = ({ x, y, w, h }: z.output<typeof Field>) => ({ corners: rectangle(x, y, w, h) });
  const greys = fields.flatMap((f) => (f.thing === GREY ? [{ ...at(f), reflectance: f.reflectance ?? 0 }] : []));
  const things = fields.flatMap((f) => (f.thing === GREY ? [] : [{ ...at(f), id: f.thing }]));
  const shot = shotOf(raster, greys, things);
  const told = toldBy(shot, new Map(fields.flatMap((f) => (f.known ? [[f.thing, { lab: f.known as Lab }]] : []))));
  return {
    strange: told.strange,
    things: told.things.map(({ id, lab }, i) => {
      const { clipped, glossy, shaded } = shot.things[i] as ShotThing;
      return {
        thing: id,
        lab: rounded(lab),
        deviation: rounded([0, 1, 2].map((k) => Math.sqrt(told.covariance.get(3 * i + k, 3 * i + k)))),
        clipped: Number(clipped.toFixed(3)),
        glossy: Number(glossy.toFixed(3)),
        shaded: Number(shaded.toFixed(3)),
      };
    }),
    between: told.things.flatMap((second, k) =>
      told.things.slice(0, k).map((first) => apart(told, first.id, second.id, [first.lab, second.lab])),
    ),
  };
}

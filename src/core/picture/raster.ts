import { FieldError } from '../field-error.ts';
import { areaOf, isConvex, liesApart, type Quad } from './quad.ts';

/** A picture as a camera writes it: sRGB-coded (IEC 61966-2-1), 3 or 4 bytes a pixel, rows from the top. */
export interface Raster {
  width: number;
  height: number;
  channels: 3 | 4;
  data: Uint8Array | Uint8ClampedArray;
}
/** Three numbers: red, green, blue. */
export type LinearRgb = readonly [number, number, number];

/** Pixels that a field has at least, and a picture at most. */
export const LEAST_PIXELS = 400;
export const MOST_PIXELS = 40_000_000;

/** Linear light of a coded value 0-255: the transfer function of sRGB, IEC 61966-2-1. */
export const LINEAR: Float64Array = Float64Array.from({ length: 256 }, (_, code) => {
  const v = code / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/** @throws FieldError where it is more than is worked on */
export function checkSize(width: number, height: number): void {
  if (width * height > MOST_PIXELS)
    throw new FieldError(
      'picture',
      `A picture of ${Math.round((width * height) / 1e6)} million pixels: 40 million at most. Set the camera smaller.`,
    );
}
/** @throws FieldError where it is no picture, or more than is worked on */
export function checkRaster({ width, height, channels, data }: Raster): void {
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1)
    throw new FieldError('picture', 'A picture is some pixels wide and some high.');
  checkSize(width, height);
  if (data.length !== width * height * channels)
    throw new FieldError('picture', `${width} × ${height} pixels are not ${data.length} bytes.`);
}

/** @throws FieldError where a field lies outside, crosses itself, is too small, or lies over another */
export function checkAreas(
  { width, height }: Pick<Raster, 'width' | 'height'>,
  areas: readonly { corners: Quad; called: string }[],
): void {
  areas.forEach(({ corners, called }, i) => {
    const field = `fields.${i}`;
    if (!corners.flat().every(Number.isFinite) || areaOf(corners) === 0)
      throw new FieldError(field, `The field of ${called} has no size.`);
    if (!isConvex(corners))
      throw new FieldError(field, `The corners of ${called} cross: name them in their order round.`);
    if (corners.some(([x, y]) => x < 0 || y < 0 || x > width || y > height))
      throw new FieldError(field, `The field of ${called} lies outside the picture.`);
    if (areaOf(corners) < LEAST_PIXELS)
      throw new FieldError(field, `The field of ${called} is smaller than ${LEAST_PIXELS} pixels: nearer, or larger.`);
    const over = areas.slice(0, i).find((other) => !liesApart(other.corners, corners));
    if (over) throw new FieldError(field, `The fields of ${over.called} and ${called} lie over each other.`);
  });
}

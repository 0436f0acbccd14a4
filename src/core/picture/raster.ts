import { FieldError } from '../field-error.ts';

/** A picture as a camera writes it: sRGB-coded (IEC 61966-2-1), 3 or 4 bytes a pixel, rows from the top. */
export interface Raster {
  width: number;
  height: number;
  channels: 3 | 4;
  data: Uint8Array | Uint8ClampedArray;
}
/** A rectangle of a picture, pixels. */
export interface FieldArea {
  x: number;
  y: number;
  w: number;
  h: number;
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

/** @throws FieldError where it is no picture, or more than is worked on */
export function checkRaster({ width, height, channels, data }: Raster): void {
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1)
    throw new FieldError('picture', 'A picture is some pixels wide and some high.');
  if (width * height > MOST_PIXELS)
    throw new FieldError(
      'picture',
      `A picture of ${Math.round((width * height) / 1e6)} million pixels: 40 million at most. Set the camera smaller.`,
    );
  if (data.length !== width * height * channels)
    throw new FieldError('picture', `${width} × ${height} pixels are not ${data.length} bytes.`);
}

/** @throws FieldError where a field lies outside, is too small, or lies over another */
export function checkAreas({ width, height }: Raster, areas: readonly (FieldArea & { called: string })[]): void {
  areas.forEach((a, i) => {
    const field = `fields.${i}`;
    if (![a.x, a.y, a.w, a.h].every(Number.isFinite) || a.w <= 0 || a.h <= 0)
      throw new FieldError(field, `The field of ${a.called} has no size.`);
    if (a.x < 0 || a.y < 0 || a.x + a.w > width || a.y + a.h > height)
      throw new FieldError(field, `The field of ${a.called} lies outside the picture.`);
    if (Math.floor(a.w) * Math.floor(a.h) < LEAST_PIXELS)
      throw new FieldError(
        field,
        `The field of ${a.called} is smaller than ${LEAST_PIXELS} pixels: nearer, or larger.`,
      );
    const over = areas
      .slice(0, i)
      .find((b) => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h);
    if (over) throw new FieldError(field, `The fields of ${over.called} and ${a.called} lie over each other.`);
  });
}

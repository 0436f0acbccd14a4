import { FieldError } from '../field-error.ts';
import { type FieldArea, LINEAR, type LinearRgb, type Raster } from './raster.ts';

/** What a field of a picture shows. */
export interface FieldSeen {
  /** Mean linear light of its pixels, 0-1. */
  mean: LinearRgb;
  /** How far that may be off by the grain and the noise in the field, relative; by channel. */
  error: LinearRgb;
  /** Shares of its pixels that were left out: at the end of the scale, and glossy. */
  clipped: number;
  glossy: number;
}

/** Coded values beyond which a pixel tells nothing. */
const [DARKEST, LIGHTEST] = [3, 252];
/** Lighter than the middle by so many times the usual distance from it a pixel shows a lamp, and no colour. */
const GLOSSY = 6;
/** And by so much at least: on an even field everything is near the middle. */
const GLOSSY_TIMES = 1.5;
/** A field is divided into so many by so many, which tell how far its mean may be off. */
const BLOCKS = 4;
/** More than this left out, nothing is told. */
const MOST_LEFT_OUT = 0.4;
/** Relative error of one field by the steps of its code alone. */
const STEP_ERROR = 0.002;

const luminance = (r: number, g: number, b: number) => 0.2126 * r + 0.7152 * g + 0.0722 * b;
const medianOf = (sorted: Float64Array): number => sorted[sorted.length >> 1] as number;

/**
 * Looks at a field: pixels at the end of the scale and glossy ones are left out.
 * @throws FieldError where too little of it is left
 */
export function fieldSeen({ width, channels, data }: Raster, area: FieldArea, called: string): FieldSeen {
  const [x0, y0] = [Math.ceil(area.x), Math.ceil(area.y)];
  const [w, h] = [Math.floor(area.w), Math.floor(area.h)];
  const light = new Float64Array(w * h);
  let burnt = 0;
  let dark = 0;
  const at = (i: number) => channels * ((y0 + Math.floor(i / w)) * width + x0 + (i % w));
  for (let i = 0; i < w * h; i++) {
    const p = at(i);
    const [r, g, b] = [data[p] as number, data[p + 1] as number, data[p + 2] as number];
    const burns = Math.max(r, g, b) > LIGHTEST;
    const ends = burns || Math.min(r, g, b) < DARKEST;
    if (burns) burnt++;
    else if (ends) dark++;
    light[i] = ends ? Number.NaN : luminance(LINEAR[r] as number, LINEAR[g] as number, LINEAR[b] as number);
  }
  const clipped = burnt + dark;
  if (clipped > MOST_LEFT_OUT * w * h)
    throw new FieldError(
      'fields',
      burnt > dark
        ? `${called} is burnt out in the picture: take it darker.`
        : `${called} is at the dark end of the picture: take it lighter.`,
    );
  const middle = medianOf(light.filter((v) => !Number.isNaN(v)).sort());
  const spread = medianOf(
    light
      .filter((v) => !Number.isNaN(v))
      .map((v) => Math.abs(v - middle))
      .sort(),
  );
  const brightest = Math.max(middle + GLOSSY * 1.4826 * spread, GLOSSY_TIMES * middle);
  let glossy = 0;
  const blocks = Array.from({ length: BLOCKS * BLOCKS }, () => ({ n: 0, sum: [0, 0, 0] }));
  for (let i = 0; i < w * h; i++) {
    const v = light[i] as number;
    if (Number.isNaN(v)) continue;
    if (v > brightest) {
      glossy++;
      continue;
    }
    const block = blocks[
      BLOCKS * Math.min(BLOCKS - 1, Math.floor((BLOCKS * Math.floor(i / w)) / h)) +
        Math.min(BLOCKS - 1, Math.floor((BLOCKS * (i % w)) / w))
    ] as { n: number; sum: number[] };
    block.n++;
    const p = at(i);
    for (let k = 0; k < 3; k++) block.sum[k] = (block.sum[k] as number) + (LINEAR[data[p + k] as number] as number);
  }
  if (clipped + glossy > MOST_LEFT_OUT * w * h)
    throw new FieldError('fields', `Too much of ${called} shines: turn it or the lamp.`);
  const used = blocks.filter((b) => b.n > 0);
  const n = used.reduce((sum, b) => sum + b.n, 0);
  const mean = [0, 1, 2].map((k) => used.reduce((sum, b) => sum + (b.sum[k] as number), 0) / n) as unknown as LinearRgb;
  const error = [0, 1, 2].map((k) => {
    const off = used.map((b) => (b.sum[k] as number) / b.n / (mean[k] as number) - 1);
    const variance = off.reduce((sum, v) => sum + v * v, 0) / Math.max(1, used.length - 1);
    return Math.hypot(Math.sqrt(variance / used.length), STEP_ERROR);
  }) as unknown as LinearRgb;
  return { mean, error, clipped: clipped / (w * h), glossy: glossy / (w * h) };
}

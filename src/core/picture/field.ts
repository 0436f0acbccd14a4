import { FieldError } from '../field-error.ts';
import { boundsOf, type Quad, spanOf } from './quad.ts';
import { LINEAR, type LinearRgb, type Raster } from './raster.ts';

/** Of each pixel of a field: whether it counts, and why not. */
export const OUTSIDE = 0;
export const COUNTS = 1;
export const BURNT = 2;
export const DARK = 3;
export const GLOSSY = 4;
export const SHADED = 5;
/** The upright rectangle round a field, with what became of each pixel in it. */
export interface FieldMask {
  x: number;
  y: number;
  w: number;
  h: number;
  of: Uint8Array;
}
/** Shares of a field's pixels that were left out: at the end of the scale, glossy, in a shadow. */
export interface LeftOut {
  clipped: number;
  glossy: number;
  shaded: number;
}
/** What a field of a picture shows. */
export interface FieldSeen extends LeftOut {
  /** Mean linear light of its pixels, 0-1. */
  mean: LinearRgb;
  /** How far that may be off by the grain and the noise in the field, relative; by channel. */
  error: LinearRgb;
  /** How far the light goes from blue to red across it: of the logarithm of red over blue. More than {@link TWO_LIGHTS} are two lights. */
  turns: number;
  mask: FieldMask;
}

/** Coded values beyond which a pixel tells nothing. */
const [DARKEST, LIGHTEST] = [3, 252];
/** Lighter than the middle by so many times the usual distance from it a pixel shows a lamp, and no colour. */
const SHINES = 6;
/** And by so much at least: on an even field everything is near the middle. */
const SHINES_TIMES = 1.5;
/** And greyer than what is about the middle by this, or nearly grey: what is only lighter is grain. */
const [GREYER, GREY] = [1.15, 0.8];
/** A field is divided into so many by so many, which tell how far its mean may be off. */
const BLOCKS = 4;
/** A block that has less of the field than this share of a whole one tells nothing by itself. */
const PART_OF_BLOCK = 0.25;
/** A block darker than the middle of them by this is in a shadow. Grain is finer than a block. */
const IN_SHADOW = 0.62;
/** More than this left out, nothing is told. */
const MOST_LEFT_OUT = 0.4;
/** Relative error of one field by the steps of its code alone. */
const STEP_ERROR = 0.002;
/** A window on one side and a lamp on the other: common practice. */
export const TWO_LIGHTS = 0.25;

const luminance = (r: number, g: number, b: number) => 0.2126 * r + 0.7152 * g + 0.0722 * b;
/** Light by steps as fine as the eye's: for a middle without sorting millions. */
const STEPS = 4096;
const stepOf = (light: number) => Math.min(STEPS - 1, Math.floor(Math.sqrt(light) * STEPS));
const lightOf = (step: number) => ((step + 0.5) / STEPS) ** 2;

/** The step below which half of what was counted lies. */
function middleStep(counts: Uint32Array): number {
  const half = counts.reduce((sum, n) => sum + n, 0) / 2;
  let sum = 0;
  for (let step = 0; step < STEPS; step++) {
    sum += counts[step] as number;
    if (sum >= half) return step;
  }
  return STEPS - 1;
}
/** The middle of some light, and the middle distance from it. */
function middleOf(light: Float64Array, mask: Uint8Array): { middle: number; spread: number } {
  const [counts, distances] = [new Uint32Array(STEPS), new Uint32Array(STEPS)];
  for (let i = 0; i < light.length; i++) {
    if (mask[i] !== COUNTS) continue;
    const step = stepOf(light[i] as number);
    counts[step] = (counts[step] as number) + 1;
  }
  const middle = lightOf(middleStep(counts));
  for (let i = 0; i < light.length; i++) {
    if (mask[i] !== COUNTS) continue;
    const step = stepOf(Math.abs((light[i] as number) - middle));
    distances[step] = (distances[step] as number) + 1;
  }
  return { middle, spread: lightOf(middleStep(distances)) };
}

interface Block {
  n: number;
  sum: [number, number, number];
  at: readonly [number, number];
}
const meanOf = ({ n, sum }: Block): LinearRgb => sum.map((v) => v / n) as unknown as LinearRgb;
const lightIn = (block: Block) => luminance(...meanOf(block));

/** How far the light turns from blue to red over the blocks that lie along one side: last half less first. */
function turnAlong(blocks: readonly Block[], axis: 0 | 1): number {
  const half = (last: boolean) => {
    const own = blocks.filter(({ at }) => at[axis] >= BLOCKS / 2 === last);
    const sum = own.reduce((all, b) => {
      const [r, , blue] = meanOf(b);
      return all + Math.log(r / blue);
    }, 0);
    return own.length > 0 ? sum / own.length : null;
  };
  const [first, last] = [half(false), half(true)];
  return first === null || last === null ? 0 : last - first;
}

/** A field while it is looked at: its pixels' light, and what becomes of each. */
interface Looked extends FieldMask {
  /** Pixels of the field. */
  all: number;
  light: Float64Array;
  /** Where a pixel of it begins in the picture's bytes. */
  at(i: number): number;
}
function countOf({ of }: Looked, code: number): number {
  let n = 0;
  for (const c of of) if (c === code) n++;
  return n;
}

/** Its pixels and their light; those at the ends of the scale are marked. */
function lookedAt({ width, height, channels, data }: Raster, corners: Quad): Looked {
  const { x, y, w, h } = boundsOf(corners);
  const span = spanOf(corners);
  const of = new Uint8Array(w * h);
  const light = new Float64Array(w * h);
  let all = 0;
  for (let v = Math.max(0, y); v < Math.min(height, y + h); v++) {
    const [from, to] = span(v);
    for (let u = Math.max(0, x, from); u < Math.min(width, x + w, to); u++) {
      const p = channels * (v * width + u);
      const i = (v - y) * w + u - x;
      const [r, g, b] = [data[p] as number, data[p + 1] as number, data[p + 2] as number];
      all++;
      of[i] =
        r > LIGHTEST || g > LIGHTEST || b > LIGHTEST
          ? BURNT
          : r < DARKEST || g < DARKEST || b < DARKEST
            ? DARK
            : COUNTS;
      light[i] = luminance(LINEAR[r] as number, LINEAR[g] as number, LINEAR[b] as number);
    }
  }
  const at = (i: number) => channels * ((y + Math.floor(i / w)) * width + x + (i % w));
  return { x, y, w, h, of, light, all, at };
}

/** How near to grey a pixel is, 0-1: a lamp that mirrors in a brown takes its colour from it. */
function greyness(data: Raster['data'], p: number): number {
  const [r, g, b] = [0, 1, 2].map((k) => LINEAR[data[p + k] as number] as number) as [number, number, number];
  return Math.min(r, g, b) / Math.max(1e-6, r, g, b);
}
/** Of all pixels every so many tell how grey a field is. */
const ONE_IN = 16;

/** Marks pixels that mirror a lamp: far lighter than the middle and greyer, as light grain is not. */
function markGlossy(field: Looked, data: Raster['data']): void {
  const { of, light, at } = field;
  const { middle, spread } = middleOf(light, of);
  const brightest = Math.max(middle + SHINES * 1.4826 * spread, SHINES_TIMES * middle);
  if (!light.some((v, i) => v > brightest && of[i] === COUNTS)) return;
  let [sum, n] = [0, 0];
  for (let i = 0; i < of.length; i += ONE_IN) {
    if (of[i] !== COUNTS || (light[i] as number) > brightest) continue;
    sum += greyness(data, at(i));
    n++;
  }
  const greyer = Math.min(GREY, GREYER * (sum / Math.max(1, n)));
  of.forEach((code, i) => {
    if (code === COUNTS && (light[i] as number) > brightest && greyness(data, at(i)) >= greyer) of[i] = GLOSSY;
  });
}

/** Its parts with what counts of each; those in a shadow are marked and left away. */
function partsOf(field: Looked, data: Raster['data']): Block[] {
  const { w, h, of, at, all } = field;
  const blocks = Array.from(
    { length: BLOCKS * BLOCKS },
    (_, n): Block => ({ n: 0, sum: [0, 0, 0], at: [n % BLOCKS, Math.floor(n / BLOCKS)] }),
  );
  const across = Uint8Array.from({ length: w }, (_, u) => Math.min(BLOCKS - 1, Math.floor((BLOCKS * u) / w)));
  const blockOf = (u: number, v: number): Block =>
    blocks[BLOCKS * Math.min(BLOCKS - 1, Math.floor((BLOCKS * v) / h)) + (across[u] as number)] as Block;
  for (let v = 0; v < h; v++)
    for (let u = 0; u < w; u++) {
      if (of[v * w + u] !== COUNTS) continue;
      const block = blockOf(u, v);
      const p = at(v * w + u);
      block.n++;
      block.sum[0] += LINEAR[data[p] as number] as number;
      block.sum[1] += LINEAR[data[p + 1] as number] as number;
      block.sum[2] += LINEAR[data[p + 2] as number] as number;
    }
  const told = blocks.filter((b) => b.n >= (PART_OF_BLOCK * all) / (BLOCKS * BLOCKS));
  const usual = told.map(lightIn).sort((p, q) => p - q)[told.length >> 1] ?? 0;
  const shaded = new Set(blocks.filter((b) => b.n > 0 && lightIn(b) < IN_SHADOW * usual));
  if (shaded.size > 0)
    of.forEach((code, i) => {
      if (code === COUNTS && shaded.has(blockOf(i % w, Math.floor(i / w)))) of[i] = SHADED;
    });
  return told.filter((b) => !shaded.has(b));
}

/**
 * Looks at a field: pixels at the end of the scale, glossy ones and those in a shadow are left out.
 * @throws FieldError where too little of it is left
 */
export function fieldSeen(raster: Raster, corners: Quad, called: string): FieldSeen {
  const { data } = raster;
  const field = lookedAt(raster, corners);
  const { x, y, w, h, of, all } = field;
  const [burnt, dark] = [countOf(field, BURNT), countOf(field, DARK)];
  if (burnt + dark > MOST_LEFT_OUT * all)
    throw new FieldError(
      'fields',
      burnt > dark
        ? `${called} is burnt out in the picture: take it darker.`
        : `${called} is at the dark end of the picture: take it lighter.`,
    );
  markGlossy(field, data);
  const parts = partsOf(field, data);
  const [glossy, shaded] = [countOf(field, GLOSSY), countOf(field, SHADED)];
  if (burnt + dark + glossy + shaded > MOST_LEFT_OUT * all)
    throw new FieldError(
      'fields',
      shaded > glossy
        ? `A shadow lies over too much of ${called}: take it in one light.`
        : `Too much of ${called} shines: turn it or the lamp.`,
    );
  const n = parts.reduce((sum, b) => sum + b.n, 0);
  const mean = [0, 1, 2].map(
    (k) => parts.reduce((sum, b) => sum + (b.sum[k] as number), 0) / n,
  ) as unknown as LinearRgb;
  const error = [0, 1, 2].map((k) => {
    const off = parts.map((b) => (b.sum[k] as number) / b.n / (mean[k] as number) - 1);
    const variance = off.reduce((sum, v) => sum + v * v, 0) / Math.max(1, parts.length - 1);
    return Math.hypot(Math.sqrt(variance / parts.length), STEP_ERROR);
  }) as unknown as LinearRgb;
  return {
    mean,
    error,
    turns: Math.max(Math.abs(turnAlong(parts, 0)), Math.abs(turnAlong(parts, 1))),
    clipped: (burnt + dark) / all,
    glossy: glossy / all,
    shaded: shaded / all,
    mask: { x, y, w, h, of },
  };
}

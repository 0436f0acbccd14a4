import { boundsOf, type Quad } from './quad.ts';
import { LINEAR, type Raster } from './raster.ts';

/** An edge is a step of light as large as this, of its logarithm; a halo goes so far the other way within so many pixels before it. */
const EDGE = 0.35;
const HALO = 0.1;
const BEFORE = 8;
/** How far from a field its thing's edge is looked for, of the field's size. */
const BEYOND = 1;
/** Sides that show a halo before it is said. */
const SIDES = 3;

/** Logarithms of light outwards from the middle of a field, each the mean of what lies across: an edge and what is before it. */
function outwards({ width, height, channels, data }: Raster, corners: Quad, dx: number, dy: number): number[] {
  const { x, y, w, h } = boundsOf(corners);
  const [length, across] = dx === 0 ? [h, w] : [w, h];
  const [cx, cy] = [x + Math.floor(w / 2), y + Math.floor(h / 2)];
  const profile: number[] = [];
  for (let out = 0; out < Math.floor(length * (0.5 + BEYOND)); out++) {
    let [sum, n] = [0, 0];
    for (let a = -Math.floor(across / 4); a <= across / 4; a++) {
      const [u, v] = [cx + dx * out + (dy === 0 ? 0 : a), cy + dy * out + (dx === 0 ? 0 : a)];
      if (u < 0 || v < 0 || u >= width || v >= height) return profile;
      sum += LINEAR[data[channels * (v * width + u) + 1] as number] as number;
      n++;
    }
    profile.push(Math.log(Math.max(1e-4, sum / n)));
  }
  return profile;
}

/** How far light goes the other way just before the first edge outwards of a field, of its logarithm; none where there is no edge. */
function haloOn(profile: readonly number[]): number {
  const inner = profile.slice(0, Math.max(1, Math.floor(profile.length / 6)));
  const middle = inner.reduce((sum, v) => sum + v, 0) / inner.length;
  const edge = profile.findIndex((v) => Math.abs(v - middle) > EDGE);
  if (edge < 0) return 0;
  const way = Math.sign((profile[edge] as number) - middle);
  return Math.max(0, ...profile.slice(Math.max(0, edge - BEFORE), edge).map((v) => -way * (v - middle)));
}

/** Outwards of each field, to each of its four sides. */
const sidesOf = (raster: Raster, flat: readonly Quad[]): number[][] =>
  flat.flatMap((corners) =>
    (
      [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const
    ).map(([dx, dy]) => outwards(raster, corners, dx, dy)),
  );

/** Whether edges of flat things shine or darken before they end, as in a picture that a filter sharpened. */
export const isSharpened = (raster: Raster, flat: readonly Quad[]): boolean =>
  sidesOf(raster, flat).filter((profile) => haloOn(profile) > HALO).length >= SIDES;

/** Over how many pixels an edge goes from a seventh of its step to six sevenths; null where there is no edge. */
function edgeWidth(profile: readonly number[]): number | null {
  const inner = profile.slice(0, Math.max(1, Math.floor(profile.length / 6)));
  const middle = inner.reduce((sum, v) => sum + v, 0) / inner.length;
  const steps = profile.map((v) => Math.abs(v - middle));
  const whole = steps.findIndex((s) => s > EDGE);
  if (whole < 0) return null;
  const step = Math.max(...steps.slice(whole, whole + WIDEST));
  const from = steps.findLastIndex((s, i) => i <= whole && s < step / 7);
  const to = steps.findIndex((s, i) => i >= whole && s > (6 * step) / 7);
  return from < 0 || to < 0 ? null : to - from;
}
/** No edge of a card is looked at farther out than this, pixels. */
const WIDEST = 80;
/** Wider than this share of the picture's diagonal an edge is blurred: streaks of grain run into each other. Common practice. */
const BLURRED = 0.006;

/** Whether flat things end so softly that grain cannot be told from ground. */
export function isBlurred(raster: Raster, flat: readonly Quad[]): boolean {
  const widths = sidesOf(raster, flat)
    .flatMap((profile) => edgeWidth(profile) ?? [])
    .sort((p, q) => p - q);
  const middle = widths[widths.length >> 1];
  return middle !== undefined && middle > BLURRED * Math.hypot(raster.width, raster.height);
}

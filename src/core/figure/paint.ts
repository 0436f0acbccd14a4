import { type FaceWeights, LIGHT_UNIT, PATCH_UNIT } from './weights.ts';

export type Rgb = readonly [number, number, number];
/** sRGB bytes of the tissues. */
export interface TissueRgb {
  ground: Rgb;
  grain: Rgb;
  pore: Rgb;
  ray: Rgb;
}
/** What one step of the board looks like. */
export interface PaintedLook {
  tissues: TissueRgb;
  /** How far fibre, ribbon and curl are seen, against the raw wood. */
  clarity: number;
  /** Standard deviation of the soft patches of uneven colour, as a share of lightness. */
  blotch: number;
}
/** One step of the board: expected above the midline, measured below it once there is one. */
export interface PaintedField {
  expected: PaintedLook;
  measured: PaintedLook | null;
}

export interface BoardPainting {
  fields: readonly PaintedField[];
  /** The target's band along the whole top edge: one colour, or the colours of a wood. */
  target: TissueRgb | null;
  /** Share of the height that the band takes. */
  band: number;
}

const LEVELS = 4096;
/** How far above white a light part may come before it is cut to white. */
const HEADROOM = 4;
/** sRGB bytes of linear light in 4 096 steps, and back: IEC 61966-2-1. */
const ENCODED = Uint8Array.from({ length: HEADROOM * LEVELS + 1 }, (_, i) => {
  const v = Math.min(1, i / LEVELS);
  return Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
});
export const linear = (byte: number): number => {
  const v = byte / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
};

/** The sRGB byte of linear light, cut to what a screen has. */
const encoded = (v: number): number => ENCODED[Math.round(LEVELS * Math.min(1, Math.max(0, v)))] as number;

/**
 * A look with its difference from the target so many times as large as it is, to be seen where it is small.
 * @param seen the look's own mean, @param target what it should be; sRGB bytes
 */
export function missEnlarged(tissues: TissueRgb, seen: Rgb, target: Rgb, times: number): TissueRgb {
  const shift = seen.map((v, c) => (times - 1) * (linear(v) - linear(target[c] ?? 0)));
  const moved = (rgb: Rgb) => rgb.map((v, c) => encoded(linear(v) + (shift[c] ?? 0))) as unknown as Rgb;
  const { ground, grain, pore, ray } = tissues;
  return { ground: moved(ground), grain: moved(grain), pore: moved(pore), ray: moved(ray) };
}

/** However clear the grain, a picture stays within its headroom. */
const MOST_CLARITY = 4;

/** How far a target's band shows the fibre that the board has. */
const BAND_CLARITY = 0.4;

/** Paints a rectangle of the face in one look: light mixed as light, then encoded. */
function paintLook(
  pixels: Uint32Array,
  { width, grain, pore, ray, light, patch }: FaceWeights,
  { tissues, clarity, blotch }: PaintedLook,
  [x0, x1]: readonly [number, number],
  [y0, y1]: readonly [number, number],
): void {
  const at = (rgb: Rgb) => rgb.map((v) => linear(v) * LEVELS);
  const [g0 = 0, g1 = 0, g2 = 0] = at(tissues.ground);
  const over = (rgb: Rgb) => at(rgb).map((v, c) => (v - ([g0, g1, g2][c] ?? 0)) / 255);
  const [d0 = 0, d1 = 0, d2 = 0] = over(tissues.grain);
  const [p0 = 0, p1 = 0, p2 = 0] = over(tissues.pore);
  const [r0 = 0, r1 = 0, r2 = 0] = over(tissues.ray);
  const shine = Math.min(MOST_CLARITY, clarity) / LIGHT_UNIT;
  // Thirstier patches are darker.
  const uneven = -blotch / PATCH_UNIT;
  // A wood that shows ground and grain alone is spared the rest: most are, and it is most of the work.
  if ([p0, p1, p2, r0, r1, r2].every((over0) => over0 === 0)) {
    for (let y = y0; y < y1; y++)
      for (let i = y * width + x0, end = y * width + x1; i < end; i++) {
        const d = grain[i] as number;
        const lit = 1 + shine * (light[i] as number) + uneven * (patch[i] as number);
        const l = lit > 0 ? lit : 0;
        const red = ENCODED[((g0 + d * d0) * l) | 0] as number;
        const green = ENCODED[((g1 + d * d1) * l) | 0] as number;
        const blue = ENCODED[((g2 + d * d2) * l) | 0] as number;
        pixels[i] = 0xff000000 | (blue << 16) | (green << 8) | red;
      }
    return;
  }
  for (let y = y0; y < y1; y++)
    for (let i = y * width + x0, end = y * width + x1; i < end; i++) {
      const d = grain[i] as number;
      const p = pore[i] as number;
      const r = ray[i] as number;
      const lit = 1 + shine * (light[i] as number) + uneven * (patch[i] as number);
      const l = lit > 0 ? lit : 0;
      const red = ENCODED[((g0 + d * d0 + p * p0 + r * r0) * l) | 0] as number;
      const green = ENCODED[((g1 + d * d1 + p * p1 + r * r1) * l) | 0] as number;
      const blue = ENCODED[((g2 + d * d2 + p * p2 + r * r2) * l) | 0] as number;
      pixels[i] = 0xff000000 | (blue << 16) | (green << 8) | red;
    }
}

/** A picture as it was painted last, to be painted over where it changed. */
export interface Painted {
  painting: BoardPainting;
  pixels: Uint8ClampedArray<ArrayBuffer>;
}

const same = (p: unknown, q: unknown) => JSON.stringify(p) === JSON.stringify(q);

/**
 * Paints the board picture: a plank seen face-on, its grain running left to right, each coat stopped short of the last.
 * @param before the same face's last picture: fields that are as they were keep their pixels, in the same array
 * @returns RGBA bytes, width x height x 4
 */
export function paintBoard(
  weights: FaceWeights,
  painting: BoardPainting,
  before?: Painted,
): Uint8ClampedArray<ArrayBuffer> {
  const { width, height } = weights;
  const { fields, target, band } = painting;
  const last = before?.painting;
  const kept = last && last.fields.length === fields.length && same([last.target, last.band], [target, band]);
  const pixels = (kept && before?.pixels) || new Uint8ClampedArray(width * height * 4);
  // Red first in memory, as every machine that a browser runs on has it.
  const whole = new Uint32Array(pixels.buffer);
  const top = target ? Math.round(height * band) : 0;
  if (target && !kept)
    paintLook(whole, weights, { tissues: target, clarity: BAND_CLARITY, blotch: 0 }, [0, width], [0, top]);
  fields.forEach((field, n) => {
    if (kept && same(field, last.fields[n])) return;
    const columns = [n, n + 1].map((k) => Math.round((k * width) / fields.length)) as [number, number];
    const middle = field.measured ? top + Math.round((height - top) / 2) : height;
    paintLook(whole, weights, field.expected, columns, [top, middle]);
    if (field.measured) paintLook(whole, weights, field.measured, columns, [middle, height]);
  });
  return pixels;
}

import type { Figure } from '../board/wood.ts';
import { type FigureMap, figureMap } from './figure.ts';

export type Rgb = readonly [number, number, number];
/** sRGB of ground, grain and pore. */
export interface TissueRgb {
  ground: Rgb;
  grain: Rgb;
  pore: Rgb;
}
/** One step of the board: expected above the midline, measured below it once there is one. */
export interface PaintedField {
  expected: TissueRgb;
  measured: TissueRgb | null;
}

export interface BoardPainting {
  width: number;
  height: number;
  figure: Figure;
  seed: number;
  grainFraction: number;
  poreFraction: number;
  fields: readonly PaintedField[];
  /** Colour of the target; its band runs along the whole top edge. */
  target: Rgb | null;
  /** Share of the height that the band takes. */
  band: number;
}

const FIBRE_DEPTH = 0.018;
const TARGET_FIBRE = 0.012;

function put(pixels: Uint8ClampedArray, at: number, from: Rgb, to: Rgb, share: number, light: number): void {
  for (let c = 0; c < 3; c++) pixels[at + c] = (from[c] + (to[c] - from[c]) * share) * light;
  pixels[at + 3] = 255;
}

/** Which colours hold at a pixel. */
function fieldAt(painting: BoardPainting, px: number, py: number, top: number): TissueRgb {
  const { fields, width, height } = painting;
  const field = fields[Math.min(fields.length - 1, Math.floor((px / width) * fields.length))];
  return field.measured && py >= top + (height - top) / 2 ? field.measured : field.expected;
}

function paintDashes(pixels: Uint8ClampedArray, painting: BoardPainting, map: FigureMap, top: number): void {
  const { width, height } = painting;
  for (const dash of map.dashes) {
    const row = Math.floor(dash.y * height);
    const rows = Math.max(1, Math.round(dash.width * height));
    const cover = Math.min(1, (dash.width * height) / rows) * dash.depth;
    const from = Math.floor(dash.x * height);
    const to = Math.min(width, Math.ceil((dash.x + dash.length) * height));
    for (let py = Math.max(top, row); py < Math.min(height, row + rows); py++)
      for (let px = from; px < to; px++) {
        const { pore } = fieldAt(painting, px, py, top);
        // Vessels taper: full in the middle, gone at the ends.
        const along = (px - from + 0.5) / (to - from);
        const share = cover * Math.min(1, 5 * along * (1 - along));
        const at = 4 * (py * width + px);
        for (let c = 0; c < 3; c++) pixels[at + c] += (pore[c] - pixels[at + c]) * share;
      }
  }
}

/**
 * Paints the board picture: a plank seen face-on, its grain running left to right, each coat stopped short of the last.
 * @returns RGBA bytes, width x height x 4
 */
export function paintBoard(painting: BoardPainting): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, target } = painting;
  const map = figureMap({ ...painting, length: width / height });
  const pixels = new Uint8ClampedArray(width * height * 4);
  const top = target ? Math.round(height * painting.band) : 0;
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      const x = px / height;
      const y = py / height;
      const at = 4 * (py * width + px);
      const fibre = map.fibre(x, y);
      if (py < top && target) put(pixels, at, target, target, 0, 1 + TARGET_FIBRE * fibre);
      else {
        const { ground, grain } = fieldAt(painting, px, py, top);
        put(pixels, at, ground, grain, map.grain(x, y), 1 + FIBRE_DEPTH * fibre);
      }
    }
  paintDashes(pixels, painting, map, top);
  return pixels;
}

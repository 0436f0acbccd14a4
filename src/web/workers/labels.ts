import jsQR from 'jsqr';
import type { Point, Quad } from '../../core/picture/quad.ts';
import type { Raster } from '../../core/picture/raster.ts';

/** A code that lies in a picture: what it says, and its corners in pixels, from its own first, round. */
export interface FoundCode {
  text: string;
  corners: Quad;
}

/** The reader takes one code at a time, and several confuse it: a picture is looked through by windows of these shares of it. */
const WINDOWS = [1, 1 / 2, 1 / 4];
/** One window begins where the one before it is so far through: no code lies in neither of two. */
const STEP = 0.5;

/** Part of a picture. */
function partOf({ width, data }: Raster, x: number, y: number, w: number, h: number): Uint8ClampedArray {
  const part = new Uint8ClampedArray(4 * w * h);
  for (let row = 0; row < h; row++) {
    const from = 4 * ((y + row) * width + x);
    part.set(data.subarray(from, from + 4 * w), 4 * w * row);
  }
  return part;
}

/** Every QR code in a picture, by what it says; whoever waits for something else is let in between. */
export async function codesIn(raster: Raster): Promise<FoundCode[]> {
  const found = new Map<string, FoundCode>();
  for (const share of WINDOWS) {
    const [w, h] = [Math.round(raster.width * share), Math.round(raster.height * share)];
    for (let y = 0; y + h <= raster.height; y += Math.ceil(h * STEP))
      for (let x = 0; x + w <= raster.width; x += Math.ceil(w * STEP)) {
        const code = jsQR(partOf(raster, x, y, w, h), w, h, { inversionAttempts: 'dontInvert' });
        if (code?.data && !found.has(code.data)) {
          const { topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner } = code.location;
          const corners = [topLeftCorner, topRightCorner, bottomRightCorner, bottomLeftCorner].map(
            (at): Point => [x + at.x, y + at.y],
          ) as unknown as Quad;
          found.set(code.data, { text: code.data, corners });
        }
        await new Promise((resolve) => setTimeout(resolve));
      }
  }
  return [...found.values()];
}

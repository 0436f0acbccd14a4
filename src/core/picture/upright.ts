import type { Raster } from './raster.ts';

/** By the orientation that a camera writes (Exif 2.3, tag 0x0112): whether the sides change places, and what is turned round after that. */
const TURNS: Readonly<Record<number, { swap: boolean; left: boolean; up: boolean }>> = {
  1: { swap: false, left: false, up: false },
  2: { swap: false, left: true, up: false },
  3: { swap: false, left: true, up: true },
  4: { swap: false, left: false, up: true },
  5: { swap: true, left: false, up: false },
  6: { swap: true, left: true, up: false },
  7: { swap: true, left: true, up: true },
  8: { swap: true, left: false, up: true },
};

/** A picture as it was seen, whatever way the camera was held. @param orientation 1-8; any other leaves it as it is */
export function turnedUpright(raster: Raster, orientation: number): Raster {
  const turn = TURNS[orientation];
  if (!turn || orientation === 1) return raster;
  const { width, height, channels, data } = raster;
  const [w, h] = turn.swap ? [height, width] : [width, height];
  const turned = new Uint8Array(data.length);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const [u, v] = [turn.left ? w - 1 - x : x, turn.up ? h - 1 - y : y];
      const from = turn.swap ? u * width + v : v * width + u;
      turned.set(data.subarray(channels * from, channels * from + channels), channels * (y * w + x));
    }
  return { width: w, height: h, channels, data: turned };
}

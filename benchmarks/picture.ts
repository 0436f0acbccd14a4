/** What a picture of twelve million pixels takes: read out of its file, and looked at, as a worker does both. */
import jpeg from 'jpeg-js';
import { partOf, rectangle } from '../src/core/picture/quad.ts';
import { shotOf } from '../src/core/picture/shot.ts';
import { rasterOf } from '../src/server/intake/picture-file.ts';
import { sized } from './ratio.ts';

const [WIDTH, HEIGHT] = [sized(4000, 400), sized(3000, 300)];
const GREYS = [0.9, 0.42, 0.18, 0.06];
const THINGS = 4;
/** Greys along the top, boards along the bottom, of the picture. */
const whole = rectangle(0, 0, WIDTH, HEIGHT);
const greys = GREYS.map((reflectance, i) => ({
  reflectance,
  corners: partOf(whole, { x: 0.05 + 0.24 * i, y: 0.05, w: 0.18, h: 0.2 }),
}));
const things = Array.from({ length: THINGS }, (_, i) => ({
  id: `board ${i}`,
  corners: partOf(whole, { x: 0.05 + 0.24 * i, y: 0.4, w: 0.2, h: 0.5 }),
}));

function drawn(): Buffer {
  const data = new Uint8Array(4 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [(i % WIDTH) / WIDTH, Math.floor(i / WIDTH) / HEIGHT];
    const column = Math.min(3, Math.floor((x - 0.02) / 0.24));
    const grey = [240, 170, 117, 68][column] ?? 0;
    const grain = 6 * Math.sin(i / 7);
    const [r, g, b] = y < 0.3 ? [grey, grey, grey] : [140 + 8 * column + grain, 100 + grain, 66 + grain];
    data.set([r as number, g as number, b as number, 255], 4 * i);
  }
  return Buffer.from(jpeg.encode({ width: WIDTH, height: HEIGHT, data }, 90).data);
}

export async function benchmarkPicture(): Promise<void> {
  const file = drawn();
  const began = performance.now();
  const raster = await rasterOf(file);
  const read = performance.now();
  shotOf(raster, greys, things);
  const done = performance.now();
  const seconds = (ms: number) => (ms / 1000).toFixed(2);
  console.log(
    `Picture: ${((WIDTH * HEIGHT) / 1e6).toFixed(1)} million pixels read in ${seconds(read - began)} s and looked at in ${seconds(done - read)} s, ${((done - read) / (read - began)).toFixed(2)}x of that (goal 2 s for what a worker does after reading)`,
  );
}

import { describe, expect, it } from 'vitest';
import { deltaE00 } from '../src/core/colour/ciede2000.ts';
import type { Lab } from '../src/core/colour/lab.ts';
import { FieldError } from '../src/core/field-error.ts';
import { labOfRgb, pictureBetween, toldBy } from '../src/core/picture/measure.ts';
import type { Quad } from '../src/core/picture/quad.ts';
import { type PicturedGrey, shotOf } from '../src/core/picture/shot.ts';
import { rasterOf } from '../src/server/intake/picture-file.ts';
import { asJpeg, asPng, BROWNS, CARD, type Drawing, type Drawn, drawn } from './fixtures/drawn-picture.ts';

const THINGS = [
  { id: 'target', linear: BROWNS.target },
  { id: 'board', linear: BROWNS.board },
  { id: 'pale', linear: BROWNS.pale },
];
const TRUTH = new Map<string, Lab>(THINGS.map(({ id, linear }) => [id, labOfRgb(linear)]));

const tilted = (by: number) => (w: number, h: number) =>
  [
    [by * w, 0.3 * by * h],
    [w, by * h],
    [(1 - by) * w, h],
    [0, (1 - 0.6 * by) * h],
  ] as const satisfies Quad;

/** A way to draw a table, how far colours may be off by it, and differences; CIEDE2000. */
type Case = [name: string, options: Drawing, colour: number, difference: number];
const CASES: Case[] = [
  ['plain', {}, 0.6, 0.5],
  ['large', { cell: 120 }, 0.6, 0.5],
  ['in two rows', { across: 4 }, 0.6, 0.5],
  ['dark', { light: () => 0.35 }, 1, 0.6],
  ['light', { light: () => 1.08 }, 0.6, 0.5],
  ['a curve that is steeper', { curve: (v) => 0.9 * v ** 1.15 }, 0.8, 0.5],
  ['a curve that is flatter', { curve: (v) => 0.95 * v ** 0.87 }, 0.8, 0.5],
  ['a shoulder', { curve: (v) => v / (v + 0.2) }, 2.8, 1.3],
  ['a warm cast', { cast: [1, 0.85, 0.6] }, 0.8, 0.6],
  ['a cold cast', { cast: [0.75, 0.9, 1] }, 0.8, 0.6],
  ['a green cast', { cast: [0.85, 1, 0.8] }, 0.8, 0.6],
  ['blurred', { blur: 2 }, 0.8, 0.6],
  ['blurred more', { blur: 3 }, 1.2, 1],
  ['noisy', { noise: 0.06 }, 0.8, 0.6],
  ['noisier', { noise: 0.15, light: () => 0.7 }, 1.2, 1],
  ['tilted', { table: tilted(0.04), cell: 90 }, 0.8, 0.5],
  ['tilted more', { table: tilted(0.09), cell: 120 }, 0.8, 0.5],
  ['light that falls off across', { light: (u) => 1.05 - 0.12 * u }, 3, 1.2],
  ['light that falls off down', { light: (_, v) => 1.05 - 0.2 * v, across: 4 }, 4.5, 0.6],
  ['a shadow over the last board’s rim', { light: (u) => (u > 0.96 ? 0.35 : 1) }, 0.8, 0.6],
  ['warm, dark and tilted', { cast: [1, 0.85, 0.6], light: () => 0.5, table: tilted(0.05), cell: 100 }, 1.2, 0.8],
  ['blurred, noisy, off its curve', { blur: 1, noise: 0.05, curve: (v) => 0.9 * v ** 1.1 }, 1.2, 0.8],
];

/** What a file of a drawn table tells. */
async function told(picture: Drawn, file: Buffer) {
  const raster = await rasterOf(file);
  const greys = picture.fields.filter((f): f is typeof f & PicturedGrey => f.reflectance !== undefined);
  const things = picture.fields.filter((f) => f.reflectance === undefined);
  return toldBy(shotOf(raster, greys, things));
}
function expectNear(by: ReturnType<typeof toldBy>, colour: number, difference: number) {
  for (const { id, lab } of by.things) expect(deltaE00(TRUTH.get(id) as Lab, lab), id).toBeLessThan(colour);
  const { difference: seen } = pictureBetween(by, 'target', 'board');
  const [first, second] = [TRUTH.get('target') as Lab, TRUTH.get('board') as Lab];
  const there = first.map((v, i) => v + (seen[i] as number)) as Lab;
  expect(deltaE00(second, there)).toBeLessThan(difference);
}

describe('a drawn table whose colours are known', () => {
  it.each(CASES)('%s', async (_, options, colour, difference) => {
    const picture = drawn([...CARD, ...THINGS], options);
    expectNear(await told(picture, asPng(picture)), colour, difference);
  });
  it.each([3, 8])('a JPEG that was held by orientation %i', async (orientation) => {
    const picture = drawn([...CARD, ...THINGS], { cell: 96 });
    const { width, height, data } = picture.raster;
    // 3: upside down. 8: a quarter to the right, so that its first row is the picture's right side.
    const [w, h] = orientation === 3 ? [width, height] : [height, width];
    const lying = new Uint8Array(data.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const [u, v] = orientation === 3 ? [width - 1 - x, height - 1 - y] : [y, width - 1 - x];
        for (let k = 0; k < 3; k++) lying[3 * (v * w + u) + k] = data[3 * (y * width + x) + k] as number;
      }
    // Of orientation 8 what is kept is turned to the left to be upright: what was to the right is on top.
    const turned = orientation === 3 ? lying : mirroredTwice(lying, w, h);
    const raster = { width: w, height: h, channels: 3 as const, data: turned };
    expectNear(await told(picture, asJpeg({ ...picture, raster }, { orientation })), 1.2, 1.3);
  });
});
/** Turned by half: a quarter to the right is a quarter to the left and this. */
function mirroredTwice(data: Uint8Array, w: number, h: number): Uint8Array {
  const out = new Uint8Array(data.length);
  for (let i = 0; i < w * h; i++) for (let k = 0; k < 3; k++) out[3 * (w * h - 1 - i) + k] = data[3 * i + k] as number;
  return out;
}

describe('two thousand files that were changed', () => {
  it('are pictures or sentences', async () => {
    const picture = drawn([...CARD, ...THINGS], { cell: 32 });
    const files = [asJpeg(picture), asPng(picture)];
    let state = 11;
    const next = (below: number) => {
      state = (1664525 * state + 1013904223) >>> 0;
      return Math.floor((state / 2 ** 32) * below);
    };
    const answers = { told: 0, refused: 0 };
    for (let n = 0; n < 2000; n++) {
      const bytes = Buffer.from(files[n % 2] as Buffer);
      for (let c = 0; c <= next(8); c++) bytes[next(bytes.length)] = next(256);
      const file = n % 5 === 0 ? bytes.subarray(0, next(bytes.length)) : bytes;
      try {
        await told(picture, file);
        answers.told++;
      } catch (trouble) {
        if (!(trouble instanceof FieldError)) throw trouble;
        expect(trouble.message).toMatch(/^.{12,}[.?]$/s);
        answers.refused++;
      }
    }
    expect(answers.told).toBeGreaterThan(100);
    expect(answers.refused).toBeGreaterThan(100);
  });
});

import { describe, expect, it } from 'vitest';
import type { Raster } from './raster.ts';
import { turnedUpright } from './upright.ts';

/** An F of two by three, which no turn leaves as it is: 1 is ink. */
const UPRIGHT = [
  [1, 1],
  [1, 0],
  [1, 0],
];
const rasterOf = (rows: readonly (readonly number[])[]): Raster => ({
  width: rows[0]?.length ?? 0,
  height: rows.length,
  channels: 3,
  data: Uint8Array.from(rows.flat().flatMap((v) => [v, v, v])),
});
const rowsOf = ({ width, height, data }: Raster) =>
  Array.from({ length: height }, (_, y) => Array.from({ length: width }, (_x, x) => data[3 * (y * width + x)]));

/** How each orientation lies in the file: Exif 2.3, tag 0x0112 – what its row 0 and its column 0 show. From memory. */
const STORED: Record<number, number[][]> = {
  1: UPRIGHT,
  2: [
    [1, 1],
    [0, 1],
    [0, 1],
  ],
  3: [
    [0, 1],
    [0, 1],
    [1, 1],
  ],
  4: [
    [1, 0],
    [1, 0],
    [1, 1],
  ],
  5: [
    [1, 1, 1],
    [1, 0, 0],
  ],
  6: [
    [1, 0, 0],
    [1, 1, 1],
  ],
  7: [
    [0, 0, 1],
    [1, 1, 1],
  ],
  8: [
    [1, 1, 1],
    [0, 0, 1],
  ],
};

describe('a picture is seen upright', () => {
  it.each(Object.entries(STORED))('whatever way the camera was held: %s', (orientation, rows) => {
    expect(rowsOf(turnedUpright(rasterOf(rows), Number(orientation)))).toEqual(UPRIGHT);
  });
  it('an orientation that is none leaves it as it is', () => {
    expect(rowsOf(turnedUpright(rasterOf(UPRIGHT), 42))).toEqual(UPRIGHT);
  });
});

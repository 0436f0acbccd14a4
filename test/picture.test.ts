import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { encode as encodePng } from 'fast-png';
import jpeg from 'jpeg-js';
import { describe, expect, it } from 'vitest';
import { pictureAsked } from '../scripts/read-picture.ts';
import { deltaE00 } from '../src/core/colour/ciede2000.ts';
import { meanSpectrum } from '../src/core/colour/grid.ts';
import { type Lab, labOf } from '../src/core/colour/lab.ts';
import { FieldError } from '../src/core/field-error.ts';
import { rasterOf } from '../src/server/intake/picture-file.ts';
import { createWorkshop } from '../src/workshop/workshop.ts';

const workshop = createWorkshop(3);
const boards = [2, 3, 6].map((honey) => {
  const board = workshop.newBoard('oak');
  workshop.applyDye(board, { [workshop.colourants[0]?.id ?? '']: honey });
  workshop.applyClear(board);
  return board;
});
const { width, height, rgb, fields } = workshop.picture(boards, 'window');
const rgba = new Uint8Array(4 * width * height).map((_, i) =>
  i % 4 === 3 ? 255 : (rgb[3 * (i >> 2) + (i % 4)] as number),
);
const asJpeg = Buffer.from(jpeg.encode({ width, height, data: rgba }, 92).data);
const asPng = Buffer.from(encodePng({ width, height, data: rgb, channels: 3 }));
const folder = mkdtempSync(path.join(os.tmpdir(), 'urushi-picture-'));
const written = (name: string, bytes: Buffer | string) => {
  const file = path.join(folder, name);
  writeFileSync(file, bytes);
  return file;
};
const FIELDS = written('fields.json', JSON.stringify(fields));

describe('a picture out of a file', () => {
  it('a PNG is what was written, a JPEG near it', async () => {
    expect(Buffer.from((await rasterOf(asPng)).data).equals(Buffer.from(rgb))).toBe(true);
    const { data, channels } = await rasterOf(asJpeg);
    const off = rgb.reduce(
      (sum, v, i) => sum + Math.abs(v - (data[channels * Math.floor(i / 3) + (i % 3)] as number)),
      0,
    );
    expect(off / rgb.length).toBeLessThan(4);
  });
  it('tells of its boards what they are about, alike from either', async () => {
    const told = await pictureAsked([written('table.jpg', asJpeg), '--fields', FIELDS]);
    const same = await pictureAsked([written('table.png', asPng), '--fields', FIELDS]);
    told.things.forEach(({ lab }, i) => {
      expect(deltaE00(lab as unknown as Lab, same.things[i]?.lab as unknown as Lab)).toBeLessThan(1);
      const truth = labOf(meanSpectrum(workshop.measure(boards[i] as string, 30).map((s) => Float64Array.from(s))));
      expect(deltaE00(truth, lab as unknown as Lab)).toBeLessThan(6);
    });
    expect(told.between).toHaveLength(3);
    for (const { deltaE, range } of told.between) expect(range[1]).toBeGreaterThanOrEqual(deltaE * 0.5);
  });
  it('is refused in a sentence where it is none, whatever it is called', async () => {
    await expect(rasterOf(Buffer.from('L,a,b\n50,10,20\n'))).rejects.toThrow(/no JPEG and no PNG/);
    await expect(rasterOf(asJpeg.subarray(0, 300))).rejects.toThrow(FieldError);
    await expect(pictureAsked([FIELDS])).rejects.toThrow(/Name a picture and its fields/);
  });
  it('bytes that were changed are a picture or a sentence, and nothing else', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(asJpeg, asPng),
        fc.array(fc.tuple(fc.nat(), fc.nat(255)), { minLength: 1, maxLength: 12 }),
        async (bytes, changes) => {
          const changed = Buffer.from(bytes);
          for (const [at, to] of changes) changed[at % changed.length] = to;
          const answer = await rasterOf(changed).catch((trouble: unknown) => trouble);
          if (answer instanceof Error) expect(answer).toBeInstanceOf(FieldError);
          else expect((answer as { width: number }).width).toBeGreaterThan(0);
        },
      ),
      { numRuns: 100 },
    );
  });
});

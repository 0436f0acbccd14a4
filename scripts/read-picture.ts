import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import exifr from 'exifr';
import { convertIndexedToRgb, decode as decodePng } from 'fast-png';
import jpeg from 'jpeg-js';
import { FieldError } from '../src/core/field-error.ts';
import { checkRaster, MOST_PIXELS, type Raster } from '../src/core/picture/raster.ts';
import { turnedUpright } from '../src/core/picture/upright.ts';
import { pictureFor } from '../src/record/scripted/picture.ts';

const isPng = (bytes: Buffer) => bytes.subarray(0, 4).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47]));
const isJpeg = (bytes: Buffer) => bytes.subarray(0, 2).equals(Buffer.from([0xff, 0xd8]));

function fromJpeg(bytes: Buffer): Raster {
  const { width, height, data } = jpeg.decode(bytes, {
    useTArray: true,
    maxResolutionInMP: MOST_PIXELS / 1e6,
    maxMemoryUsageInMB: 1024,
  });
  return { width, height, channels: 4, data };
}

function fromPng(bytes: Buffer): Raster {
  const { width, height, channels, depth, data, palette, transparency } = decodePng(bytes);
  if (palette) {
    const rgb = convertIndexedToRgb({
      width,
      height,
      channels,
      depth,
      data,
      palette,
      ...(transparency ? { transparency } : {}),
      text: {},
    });
    return { width, height, channels: rgb.length === 4 * width * height ? 4 : 3, data: Uint8Array.from(rgb) };
  }
  const eight = depth === 16 ? Uint8Array.from(data, (v) => v >> 8) : Uint8Array.from(data);
  if (channels === 3 || channels === 4) return { width, height, channels, data: eight };
  // Grey, with or without its transparency.
  const rgb = new Uint8Array(3 * width * height);
  for (let i = 0; i < width * height; i++) rgb.fill(eight[channels * i] as number, 3 * i, 3 * i + 3);
  return { width, height, channels: 3, data: rgb };
}

/**
 * A picture out of a file, upright.
 * @throws FieldError where it is none, or more than is worked on
 */
export async function rasterOf(bytes: Buffer): Promise<Raster> {
  if (!isPng(bytes) && !isJpeg(bytes))
    throw new FieldError('picture', 'This is no JPEG and no PNG, whatever it is called: set the camera to JPEG.');
  let raster: Raster;
  let orientation: number | undefined;
  try {
    raster = isPng(bytes) ? fromPng(bytes) : fromJpeg(bytes);
    orientation = isJpeg(bytes) ? await exifr.orientation(bytes) : undefined;
  } catch (trouble) {
    throw new FieldError(
      'picture',
      `This picture cannot be read: ${trouble instanceof Error ? trouble.message : trouble}.`,
    );
  }
  checkRaster(raster);
  return turnedUpright(raster, orientation ?? 1);
}

/** FILE --fields FIELDS.json: what a picture tells of its things. @throws FieldError */
export async function pictureAsked(words: readonly string[]) {
  const { values, positionals } = parseArgs({
    args: [...words],
    allowPositionals: true,
    options: { fields: { type: 'string' } },
  });
  const [file] = positionals;
  if (!file || !values.fields || positionals.length > 1)
    throw new FieldError(
      'file',
      'Name a picture and its fields: npm run -s urushi -- picture FILE --fields FIELDS.json',
    );
  const fields = JSON.parse(readFileSync(values.fields, 'utf8'));
  return pictureFor(Array.isArray(fields) ? { fields } : fields, await rasterOf(readFileSync(file)));
}

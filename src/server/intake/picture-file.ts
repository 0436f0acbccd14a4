import exifr from 'exifr';
import { convertIndexedToRgb, decode as decodePng } from 'fast-png';
import jpeg from 'jpeg-js';
import { FieldError } from '../../core/field-error.ts';
import { checkRaster, MOST_PIXELS, type Raster } from '../../core/picture/raster.ts';
import { turnedUpright } from '../../core/picture/upright.ts';
import { asStandard, profileIn, profileOf } from './colour-profile.ts';

const isPng = (bytes: Buffer) => bytes.subarray(0, 4).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47]));
const isJpeg = (bytes: Buffer) => bytes.subarray(0, 2).equals(Buffer.from([0xff, 0xd8]));
/** The files that telephones write beside JPEG, by what stands in their first bytes. */
const isOther = (bytes: Buffer) =>
  /^ftyp(heic|heix|hevc|mif1|avif)/.test(bytes.toString('latin1', 4, 12)) ||
  (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP');

function fromJpeg(bytes: Buffer): Raster {
  const { width, height, data } = jpeg.decode(bytes, {
    useTArray: true,
    maxResolutionInMP: MOST_PIXELS / 1e6,
    maxMemoryUsageInMB: 1024,
  });
  const raster: Raster = { width, height, channels: 4, data };
  const profile = profileIn(bytes);
  return profile ? asStandard(raster, profileOf(profile)) : raster;
}

/** In the colours of its own profile, where it has one. */
function fromPng(bytes: Buffer): Raster {
  const png = decodePng(bytes);
  const raster = pixelsOf(png);
  return png.iccEmbeddedProfile ? asStandard(raster, profileOf(png.iccEmbeddedProfile.profile)) : raster;
}

function pixelsOf({
  width,
  height,
  channels,
  depth,
  data,
  palette,
  transparency,
}: ReturnType<typeof decodePng>): Raster {
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

/** Of a flash's number, as a camera writes it, the bit that says that it fired: Exif 2.3, tag 0x9209. */
const FIRED = 1;
interface Written {
  Orientation?: number;
  Flash?: number;
}
/** What a camera wrote of how it took a picture. */
const writtenIn = async (bytes: Buffer): Promise<Written> =>
  (await exifr.parse(bytes, {
    icc: true,
    translateValues: false,
    pick: ['Orientation', 'Flash', 'ProfileDescription'],
  })) ?? {};

/**
 * A picture out of a file, upright.
 * @throws FieldError where it is none, more than is worked on, taken with a flash, or in colours whose profile is not read
 */
export async function rasterOf(bytes: Buffer): Promise<Raster> {
  if (isOther(bytes))
    throw new FieldError(
      'picture',
      'This is a picture of another kind than JPEG and PNG. Set the telephone’s camera to JPEG (often called “most compatible”).',
    );
  if (!isPng(bytes) && !isJpeg(bytes))
    throw new FieldError('picture', 'This is no JPEG and no PNG, whatever it is called: set the camera to JPEG.');
  let raster: Raster;
  let written: Written;
  try {
    raster = isPng(bytes) ? fromPng(bytes) : fromJpeg(bytes);
    written = isJpeg(bytes) ? await writtenIn(bytes) : {};
  } catch (trouble) {
    if (trouble instanceof FieldError) throw trouble;
    throw new FieldError(
      'picture',
      `This picture cannot be read: ${trouble instanceof Error ? trouble.message : trouble}.`,
    );
  }
  if ((written.Flash ?? 0) & FIRED)
    throw new FieldError('picture', 'The flash fired: it lights what is near more than what is far. Take it without.');
  checkRaster(raster);
  return turnedUpright(raster, written.Orientation ?? 1);
}

const QUALITY = 88;
/** A picture as it is kept: a JPEG with nothing in it but the picture, neither place nor time nor camera. */
export function jpegOf({ width, height, channels, data }: Raster): Buffer {
  const rgba = new Uint8Array(4 * width * height).fill(255);
  for (let i = 0; i < width * height; i++) {
    rgba[4 * i] = data[channels * i] as number;
    rgba[4 * i + 1] = data[channels * i + 1] as number;
    rgba[4 * i + 2] = data[channels * i + 2] as number;
  }
  return Buffer.from(jpeg.encode({ width, height, data: rgba }, QUALITY).data);
}

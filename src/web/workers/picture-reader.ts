import { transfer } from 'comlink';
import exifr from 'exifr';
import { FieldError } from '../../core/field-error.ts';
import { isBlurred, isSharpened } from '../../core/picture/edges.ts';
import { BURNT, COUNTS, DARK, type FieldMask, fieldSeen, GLOSSY, OUTSIDE, SHADED } from '../../core/picture/field.ts';
import type { Quad } from '../../core/picture/quad.ts';
import { checkSize, type Raster } from '../../core/picture/raster.ts';
import { curvesBy, type PicturedGrey, type PicturedThing, type Shot, shotOf } from '../../core/picture/shot.ts';
import { type SurfaceSeen, surfaceSeen } from '../../core/picture/surface.ts';
import { shownWithout } from '../../core/picture/without-card.ts';
import type { FoundCode } from './labels.ts';

/** A picture that was opened: upright, as large as it is kept. */
export interface OpenedPicture {
  width: number;
  height: number;
  bitmap: ImageBitmap;
}
/** What of a field was left out: hatched where it lies, and why for the most part. */
export interface LeftOutShown {
  x: number;
  y: number;
  height: number;
  bitmap: ImageBitmap;
  why: string;
  share: number;
}
export interface PictureLooked {
  /** What it shows; null where it cannot be told yet. */
  shot: Shot | null;
  /** Why not. */
  refused: string | null;
  leftOut: LeftOutShown[];
  /** How each thing lies beside its mean, by its id. */
  surfaces: Readonly<Record<string, SurfaceSeen>>;
  /** What is to be doubted of it: a filter was at it, or it is out of focus. */
  doubts: readonly string[];
}
export type Opened = OpenedPicture | { refused: string };

/** Pixels along the longer side that are kept. */
const KEPT_SIDE = 2000;
const QUALITY = 0.92;
/** A share of a field that is worth saying. */
const WORTH_SAYING = 0.02;
const WHY: Readonly<Record<number, string>> = {
  [BURNT]: 'burnt out',
  [DARK]: 'too dark',
  [GLOSSY]: 'glossy here',
  [SHADED]: 'in a shadow',
};
/** Pixels from hatch to hatch, and of one. */
const [HATCH, STROKE] = [10, 4];

let canvas: OffscreenCanvas | null = null;
let raster: Raster | null = null;

/** Kinds of pictures that browsers do not open, by what stands in their first bytes. */
async function isHeif(file: Blob): Promise<boolean> {
  return /^ftyp(heic|heix|hevc|mif1)/.test(await file.slice(4, 12).text());
}
async function flashFired(file: Blob): Promise<boolean> {
  try {
    const written = await exifr.parse(file, { translateValues: false, pick: ['Flash'] });
    return ((written?.Flash ?? 0) & 1) === 1;
  } catch {
    return false;
  }
}

async function opened(file: Blob): Promise<OpenedPicture> {
  if (await isHeif(file))
    throw new FieldError(
      'picture',
      'This is a HEIC picture, which is not read here. Set the telephone’s camera to JPEG (often called “most compatible”).',
    );
  let whole: ImageBitmap;
  try {
    whole = await createImageBitmap(file);
  } catch {
    throw new FieldError('picture', 'This is no picture that can be read, whatever it is called: JPEG, PNG or WebP.');
  }
  checkSize(whole.width, whole.height);
  if (await flashFired(file))
    throw new FieldError('picture', 'The flash fired: it lights what is near more than what is far. Take it without.');
  const scale = Math.min(1, KEPT_SIDE / Math.max(whole.width, whole.height));
  const [width, height] = [Math.round(whole.width * scale), Math.round(whole.height * scale)];
  canvas = new OffscreenCanvas(width, height);
  const paper = canvas.getContext('2d', { willReadFrequently: true });
  if (!paper) throw new Error('There is no canvas.');
  paper.imageSmoothingQuality = 'high';
  paper.drawImage(whole, 0, 0, width, height);
  whole.close();
  raster = { width, height, channels: 4, data: paper.getImageData(0, 0, width, height).data };
  const bitmap = await createImageBitmap(canvas);
  return transfer({ width, height, bitmap }, [bitmap]);
}

async function hatched({ x, y, w, h, of }: FieldMask): Promise<LeftOutShown | null> {
  const counts = new Map<number, number>();
  let all = 0;
  const paper = new ImageData(w, h);
  of.forEach((code, i) => {
    if (code === OUTSIDE) return;
    all++;
    if (code === COUNTS) return;
    counts.set(code, (counts.get(code) ?? 0) + 1);
    if (((i % w) + Math.floor(i / w)) % HATCH < STROKE) paper.data.set([255, 255, 255, 230], 4 * i);
  });
  const [most] = [...counts].sort((p, q) => q[1] - p[1]);
  const share = [...counts.values()].reduce((sum, n) => sum + n, 0) / all;
  if (!most || share < WORTH_SAYING) return null;
  return { x, y, height: h, bitmap: await createImageBitmap(paper), why: WHY[most[0]] ?? '', share };
}

const SHARPENED = 'A filter sharpened this picture: keep its fields away from edges, or take it without.';
const BLURRED = 'It is out of focus: ground and grain are not told apart in it.';
const withoutTones = (surfaces: Readonly<Record<string, SurfaceSeen>>): Record<string, SurfaceSeen> =>
  Object.fromEntries(Object.entries(surfaces).map(([id, s]) => [id, { ...s, fine: null, tones: null }]));

function surfacesOf(
  own: Raster,
  greys: readonly PicturedGrey[],
  things: readonly PicturedThing[],
  perMm: number | null,
): Record<string, SurfaceSeen> {
  const curves = curvesBy(own, greys);
  return Object.fromEntries(
    things.map(({ id, corners }) => [id, surfaceSeen(own, fieldSeen(own, corners, id).mask, { curves, perMm })]),
  );
}

export const pictureReader = {
  /** Opens a file: upright, in the colours that its profile says, as large as it is kept. */
  async open(file: Blob): Promise<Opened> {
    try {
      return await opened(file);
    } catch (trouble) {
      if (trouble instanceof FieldError) return { refused: trouble.message };
      throw trouble;
    }
  },
  /**
   * What it shows of what lies where; without anything grey, of the one thing that may be told of so.
   * @param perMm pixels of a millimetre; null where no scale is known
   */
  async look(
    greys: readonly PicturedGrey[],
    things: readonly PicturedThing[],
    uncarded: string,
    perMm: number | null,
  ): Promise<PictureLooked> {
    if (!raster) throw new Error('No picture is open.');
    const own = raster;
    const masks = await Promise.all(
      things.map(async ({ id, corners }: { id: string; corners: Quad }) => {
        try {
          return await hatched(fieldSeen(own, corners, id).mask);
        } catch {
          return null;
        }
      }),
    );
    const leftOut = masks.flatMap((m) => m ?? []);
    const bitmaps = leftOut.map((m) => m.bitmap);
    try {
      const alone = things.filter((t) => t.id === uncarded);
      const shot = greys.length === 0 && alone.length > 0 ? shownWithout(own, alone) : shotOf(own, greys, things);
      const surfaces = greys.length > 0 ? surfacesOf(own, greys, things, perMm) : {};
      const flat = greys.map((g) => g.corners);
      const blurred = isBlurred(own, flat);
      const doubts = [...(isSharpened(own, flat) ? [SHARPENED] : []), ...(blurred ? [BLURRED] : [])];
      return transfer(
        { shot, refused: null, leftOut, surfaces: blurred ? withoutTones(surfaces) : surfaces, doubts },
        bitmaps,
      );
    } catch (trouble) {
      if (!(trouble instanceof FieldError)) throw trouble;
      return transfer({ shot: null, refused: trouble.message, leftOut, surfaces: {}, doubts: [] }, bitmaps);
    }
  },
  /** The codes of labels that lie in it. */
  async labels(): Promise<FoundCode[]> {
    if (!raster) throw new Error('No picture is open.');
    const own = raster;
    return (await import('./labels.ts')).codesIn(own);
  },
  /** The file as it is kept: a JPEG with nothing in it but the picture. */
  async kept(): Promise<Uint8Array> {
    if (!canvas) throw new Error('No picture is open.');
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
    return new Uint8Array(await blob.arrayBuffer());
  },
};
export type PictureReader = typeof pictureReader;

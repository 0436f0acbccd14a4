import { expose, transfer } from 'comlink';
import { keptFaces } from '../../core/figure/kept.ts';
import { type BoardPainting, type Painted, paintBoard } from '../../core/figure/paint.ts';
import type { Face, FaceWeights } from '../../core/figure/weights.ts';

const faces = keptFaces();
/** Pixels of a face that takes a while. */
const LARGE = 60_000;
const halved = (face: Face): Face => ({
  ...face,
  width: Math.ceil(face.width / 2),
  height: Math.ceil(face.height / 2),
});
/** The picture painted last: while a strength is dragged only the fields after it change. */
let last: (Painted & { of: FaceWeights }) | null = null;
/** The page's canvases that were handed over, by number. */
const handed = new Map<number, OffscreenCanvas>();

function pixelsOf(face: Face, painting: BoardPainting): { picture: ImageData; ms: number } {
  const of = faces.of(face);
  const start = performance.now();
  const pixels = paintBoard(of, painting, last?.of === of ? last : undefined);
  const ms = performance.now() - start;
  last = { of, painting, pixels };
  return { picture: new ImageData(pixels, face.width, face.height), ms };
}

const painter = {
  /** A canvas of the page is this painter's from now on. */
  take(id: number, canvas: OffscreenCanvas): void {
    handed.set(id, canvas);
  },
  leave(id: number): void {
    handed.delete(id);
  },
  /**
   * Paints a board on a canvas that was handed over, and says how long its pixels took, ms. Where which tissue lies is
   * worked out once and kept. Asked for at once, a large face that is not known yet is painted coarsely, at half its size:
   * the page stretches it.
   */
  show(id: number, asked: Face, painting: BoardPainting, atOnce: boolean): { ms: number; coarse: boolean } {
    const canvas = handed.get(id);
    const paper = canvas?.getContext('2d');
    if (!canvas || !paper) throw new Error(`No canvas ${id} was handed over.`);
    const coarse = atOnce && asked.width * asked.height > LARGE && !faces.has(asked);
    const { picture, ms } = pixelsOf(coarse ? halved(asked) : asked, painting);
    if (canvas.width !== picture.width) canvas.width = picture.width;
    if (canvas.height !== picture.height) canvas.height = picture.height;
    paper.putImageData(picture, 0, 0);
    return { ms, coarse };
  },
  /** A board's picture, for whoever draws it himself. */
  async paint(face: Face, painting: BoardPainting): Promise<ImageBitmap> {
    const bitmap = await createImageBitmap(pixelsOf(face, painting).picture);
    return transfer(bitmap, [bitmap]);
  },
};
export type Painter = typeof painter;
expose(painter);

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

const painter = {
  /**
   * A board's picture, and how long it took, ms. Where which tissue lies is worked out once and kept. Asked for at once, a
   * large face that is not known yet is painted coarsely, at half its size.
   */
  async paint(
    asked: Face,
    painting: BoardPainting,
    atOnce = false,
  ): Promise<{ bitmap: ImageBitmap; ms: number; coarse: boolean }> {
    const coarse = atOnce && asked.width * asked.height > LARGE && !faces.has(asked);
    const face = coarse ? halved(asked) : asked;
    const of = faces.of(face);
    const start = performance.now();
    const pixels = paintBoard(of, painting, last?.of === of ? last : undefined);
    const ms = performance.now() - start;
    last = { of, painting, pixels };
    const picture = new ImageData(pixels, face.width, face.height);
    const bitmap = coarse
      ? await createImageBitmap(picture, { resizeWidth: asked.width, resizeHeight: asked.height })
      : await createImageBitmap(picture);
    return transfer({ bitmap, ms, coarse }, [bitmap]);
  },
};
export type Painter = typeof painter;
expose(painter);

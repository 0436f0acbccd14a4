import { expose } from 'comlink';
import { type BoardPainting, paintBoard } from '../../core/figure/paint.ts';
import { type Face, type FaceWeights, faceWeights } from '../../core/figure/weights.ts';

/** Pixels of faces that are kept, of five bytes each: a few large boards and many small ones. */
const MOST_KEPT = 8e6;
/** Faces by what they are of, the one used longest ago first. */
const kept = new Map<string, FaceWeights>();

function weightsOf(face: Face): FaceWeights {
  const key = JSON.stringify(face);
  const weights = kept.get(key) ?? faceWeights(face);
  kept.delete(key);
  kept.set(key, weights);
  let pixels = 0;
  for (const { width, height } of kept.values()) pixels += width * height;
  for (const [oldest, { width, height }] of kept) {
    if (pixels <= MOST_KEPT || oldest === key) break;
    kept.delete(oldest);
    pixels -= width * height;
  }
  return weights;
}

const painter = {
  /** A board's picture. Where which tissue lies is worked out once and kept. */
  paint(face: Face, painting: BoardPainting): Promise<ImageBitmap> {
    return createImageBitmap(new ImageData(paintBoard(weightsOf(face), painting), face.width, face.height));
  },
};
export type Painter = typeof painter;
expose(painter);

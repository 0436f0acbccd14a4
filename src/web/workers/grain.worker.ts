import { expose } from 'comlink';
import { keptFaces } from '../../core/figure/kept.ts';
import { type BoardPainting, paintBoard } from '../../core/figure/paint.ts';
import type { Face } from '../../core/figure/weights.ts';

const faces = keptFaces();

const painter = {
  /** A board's picture. Where which tissue lies is worked out once and kept. */
  paint(face: Face, painting: BoardPainting): Promise<ImageBitmap> {
    return createImageBitmap(new ImageData(paintBoard(faces.of(face), painting), face.width, face.height));
  },
};
export type Painter = typeof painter;
expose(painter);

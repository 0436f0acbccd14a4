import { expose, transfer } from 'comlink';
import { keptFaces } from '../../core/figure/kept.ts';
import { type BoardPainting, type Painted, paintBoard } from '../../core/figure/paint.ts';
import type { Face, FaceWeights } from '../../core/figure/weights.ts';

const faces = keptFaces();
/** The picture painted last: while a strength is dragged only the fields after it change. */
let last: (Painted & { of: FaceWeights }) | null = null;

const painter = {
  /** A board's picture, and how long it took, ms. Where which tissue lies is worked out once and kept. */
  async paint(face: Face, painting: BoardPainting): Promise<{ bitmap: ImageBitmap; ms: number }> {
    const of = faces.of(face);
    const start = performance.now();
    const pixels = paintBoard(of, painting, last?.of === of ? last : undefined);
    const ms = performance.now() - start;
    last = { of, painting, pixels };
    const bitmap = await createImageBitmap(new ImageData(pixels, face.width, face.height));
    return transfer({ bitmap, ms }, [bitmap]);
  },
};
export type Painter = typeof painter;
expose(painter);

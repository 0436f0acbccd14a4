import { expose } from 'comlink';
import { type BoardPainting, paintBoard } from '../../core/figure/paint.ts';

const painter = {
  paint(painting: BoardPainting): Promise<ImageBitmap> {
    return createImageBitmap(new ImageData(paintBoard(painting), painting.width, painting.height));
  },
};
export type Painter = typeof painter;
expose(painter);

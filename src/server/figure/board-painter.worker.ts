import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { encode } from 'fast-png';
import { type BoardPainting, paintBoard } from '../../core/figure/paint.ts';
import { type Face, faceWeights } from '../../core/figure/weights.ts';

const painter = {
  /** The picture of a board as a PNG. */
  paint(face: Face, painting: BoardPainting): Uint8Array {
    const { width, height } = face;
    const { buffer } = paintBoard(faceWeights(face), painting);
    return encode({ width, height, data: new Uint8Array(buffer), channels: 4 });
  },
};
export type BoardPainter = typeof painter;
if (parentPort) expose(painter, nodeEndpoint(parentPort));

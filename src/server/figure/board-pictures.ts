import type { BoardPainting } from '../../core/figure/paint.ts';
import type { Face } from '../../core/figure/weights.ts';
import { startThread } from '../threads/start-thread.ts';
import type { BoardPainter } from './board-painter.worker.ts';

/** The pictures of some boards as PNG files, painted beside the server so that nobody waits for them. */
export async function boardPictures(boards: readonly { face: Face; painting: BoardPainting }[]): Promise<Uint8Array[]> {
  const thread = startThread<BoardPainter>(new URL('./board-painter.worker.ts', import.meta.url));
  try {
    const pictures: Uint8Array[] = [];
    for (const { face, painting } of boards) pictures.push(await thread.answered(thread.remote.paint(face, painting)));
    return pictures;
  } finally {
    await thread.end();
  }
}

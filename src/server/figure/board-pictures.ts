import type { BoardPainting } from '../../core/figure/paint.ts';
import type { Face } from '../../core/figure/weights.ts';
import { startThread } from '../threads/start-thread.ts';
import type { BoardPainter } from './board-painter.worker.ts';

interface Drawing {
  face: Face;
  painting: BoardPainting;
}

/** Pictures that are kept: who looks at a bracket again and again has them painted once. */
const MOST_KEPT = 32;
const kept = new Map<string, Uint8Array>();

function keep(name: string, picture: Uint8Array): void {
  kept.set(name, picture);
  const [oldest] = kept.keys();
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
}

/** The pictures of some boards as PNG files, painted beside the server so that nobody waits for them. */
export async function boardPictures(boards: readonly Drawing[]): Promise<Uint8Array[]> {
  const named = boards.map((drawing) => ({ drawing, name: JSON.stringify(drawing) }));
  const fresh = named.filter(({ name }) => !kept.has(name));
  const made = new Map<string, Uint8Array>();
  if (fresh.length > 0) {
    const thread = startThread<BoardPainter>(new URL('./board-painter.worker.ts', import.meta.url));
    try {
      for (const { drawing, name } of fresh)
        made.set(name, await thread.answered(thread.remote.paint(drawing.face, drawing.painting)));
    } finally {
      await thread.end();
    }
  }
  const pictures = named.map(({ name }) => made.get(name) ?? (kept.get(name) as Uint8Array));
  for (const [name, picture] of made) keep(name, picture);
  return pictures;
}

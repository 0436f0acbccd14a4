import { type KeyboardEvent, type PointerEvent, type RefObject, useEffect, useRef, useState } from 'react';
import type { BoardPainting } from '../../../core/figure/paint.ts';
import type { Face } from '../../../core/figure/weights.ts';
import { closePainter } from '../../workers/index.ts';

/** How many times as large, and the size of the glass in the page's pixels. */
const TIMES = 3;
const GLASS = { width: 260, height: 150 };
const STEP = 24;

interface Props {
  /** The picture under the glass. */
  canvas: RefObject<HTMLCanvasElement | null>;
  face: Face;
  painting: BoardPainting;
  width: number;
  height: number;
}

/**
 * A loupe over the board: the same face painted three times as fine, and until that is there the picture enlarged. It
 * follows the pointer, and the arrow keys once it has the focus.
 */
export function Loupe({ canvas, face, painting, width, height }: Props) {
  const glass = useRef<HTMLCanvasElement>(null);
  const [fine, setFine] = useState<ImageBitmap | null>(null);
  const [at, setAt] = useState({ x: width * 0.7, y: height * 0.5 });
  useEffect(() => {
    let left = false;
    const close = { ...face, width: face.width * TIMES, height: face.height * TIMES };
    closePainter()
      .paint(close, painting)
      .then((bitmap) => (left ? bitmap.close() : setFine(bitmap)))
      .catch(() => {
        // The enlarged picture stays.
      });
    return () => {
      left = true;
    };
  }, [face, painting]);
  useEffect(() => () => fine?.close(), [fine]);
  useEffect(() => {
    const under = fine ?? canvas.current;
    const paper = glass.current?.getContext('2d');
    if (!under || !paper) return;
    const scale = under.width / width;
    const [w, h] = [(GLASS.width / TIMES) * scale, (GLASS.height / TIMES) * scale];
    paper.clearRect(0, 0, GLASS.width, GLASS.height);
    paper.drawImage(under, at.x * scale - w / 2, at.y * scale - h / 2, w, h, 0, 0, GLASS.width, GLASS.height);
  }, [fine, canvas, at, width]);
  const follow = (e: PointerEvent<HTMLButtonElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    setAt({ x: e.clientX - box.left, y: e.clientY - box.top });
  };
  const step = (e: KeyboardEvent) => {
    const move = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    if (!move) return;
    e.preventDefault();
    const [dx = 0, dy = 0] = move;
    setAt(({ x, y }) => ({
      x: Math.min(width, Math.max(0, x + STEP * dx)),
      y: Math.min(height, Math.max(0, y + (STEP / 2) * dy)),
    }));
  };
  return (
    <button
      type="button"
      aria-label={`Loupe, ${TIMES} times as large: move it with the pointer or the arrow keys`}
      onPointerMove={follow}
      onKeyDown={step}
      className="plainbutton over"
    >
      <canvas
        ref={glass}
        width={GLASS.width}
        height={GLASS.height}
        style={{
          position: 'absolute',
          left: Math.min(width - GLASS.width, Math.max(0, at.x - GLASS.width / 2)),
          top: at.y - GLASS.height / 2,
          border: '2px solid var(--ink)',
          background: 'var(--work)',
          pointerEvents: 'none',
          zIndex: 2,
        }}
      />
    </button>
  );
}

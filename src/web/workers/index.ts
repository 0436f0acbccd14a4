import { type Remote, transfer, wrap } from 'comlink';
import type { Painter } from './grain.worker.ts';
import type { Matcher } from './matcher.ts';
import type { PictureReader } from './picture-reader.ts';
import type { Planner } from './planner.ts';

let painter: Remote<Painter> | null = null;
/** The one worker that paints boards. */
export function boardPainter(): Remote<Painter> {
  painter ??= wrap<Painter>(new Worker(new URL('./grain.worker.ts', import.meta.url), { type: 'module' }));
  return painter;
}

/** A canvas can be handed to the painter once. */
const HANDED = new WeakMap<HTMLCanvasElement, number>();
let handed = 0;

/** The number under which the painter has a canvas: it is handed over when first asked. */
export function numberOf(canvas: HTMLCanvasElement): number {
  const known = HANDED.get(canvas);
  if (known !== undefined) return known;
  const mine = canvas.transferControlToOffscreen();
  handed += 1;
  HANDED.set(canvas, handed);
  void boardPainter().take(handed, transfer(mine, [mine]));
  return handed;
}

/** The painter forgets a canvas that has left the page. */
export function forget(canvas: HTMLCanvasElement | null): void {
  const number = canvas && HANDED.get(canvas);
  if (number && !canvas.isConnected) void boardPainter().leave(number);
}

let close: Remote<Painter> | null = null;
/** The painter of what is looked at closely: it takes its time, and keeps no other picture waiting. */
export function closePainter(): Remote<Painter> {
  close ??= wrap<Painter>(new Worker(new URL('./grain.worker.ts', import.meta.url), { type: 'module' }));
  return close;
}

/** A worker for one search; ending it cancels the search. */
export function startMatcher(): { matcher: Remote<Matcher>; end: () => void } {
  const worker = new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' });
  return { matcher: wrap<Matcher>(worker), end: () => worker.terminate() };
}

/** A worker that plans a week; ending it cancels it. */
export function startPlanner(): { planner: Remote<Planner>; end: () => void } {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  return { planner: wrap<Planner>(worker), end: () => worker.terminate() };
}

/** A worker that holds one picture and tells what lies in it; ending it forgets the picture. */
export function startPictureReader(): { reader: Remote<PictureReader>; end: () => void } {
  const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' });
  return { reader: wrap<PictureReader>(worker), end: () => worker.terminate() };
}

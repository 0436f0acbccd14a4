import { type Remote, wrap } from 'comlink';
import type { Painter } from './grain.worker.ts';
import type { Matcher } from './matcher.ts';
import type { Planner } from './planner.ts';

let painter: Remote<Painter> | null = null;
/** The one worker that paints boards. */
export function boardPainter(): Remote<Painter> {
  painter ??= wrap<Painter>(new Worker(new URL('./grain.worker.ts', import.meta.url), { type: 'module' }));
  return painter;
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

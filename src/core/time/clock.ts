import type { DryTest } from '../kinds/index.ts';
import { type AirLine, driedAt, HOUR } from './air.ts';
import { type Drying, LATEST_OPENING, type Window, withinWindow } from './drying.ts';

/** A coat that is on. Moments in milliseconds since 1970. */
export interface CoatOn {
  at: number;
  dries: Drying;
  tests: readonly { at: number; dry: boolean }[];
}

/** How a coat stands: still wet, dry to be tested, ready, ready with a window that shuts soon, or past its window. */
export type Stands = 'wet' | 'test' | 'ready' | 'shutting' | 'shut';

/** A coat on the clock: every moment in milliseconds since 1970. */
export interface OnClock {
  stands: Stands;
  /** When the next layer may go on. */
  goOn: { earliest: number; usual: number; safe: number };
  read: number;
  handle: number;
  sand: number;
  use: number;
  cure: number;
  window: { opens: number; shuts: number; remedy: Window['remedy'] } | null;
  /** The test that is due, and since when; null where none is. */
  test: { kind: DryTest; from: number } | null;
  /** When it was found dry. */
  foundDry: number | null;
}

/** A window is said to shut when this share of it is left, or an hour. */
const CLOSING = 0.25;

/** A window opens as its coat dries, before most of it is gone; it shuts by the clock on the wall, sooner in warm air and never later. */
function windowOnClock({ opens, shuts, remedy }: Window, at: number, when: (hours: number) => number) {
  const shut = Math.min(when(shuts), at + shuts * HOUR);
  return { opens: Math.min(when(opens), at + LATEST_OPENING * (shut - at)), shuts: shut, remedy };
}

/** When a coat was found dry by its tests; null where it was not. A mark that came later outweighs one that was found clean before. */
export function foundDryAt(tests: CoatOn['tests']): number | null {
  const lastWet = Math.max(0, ...tests.filter((t) => !t.dry).map((t) => t.at));
  const at = Math.min(...tests.filter((t) => t.dry && t.at > lastWet).map((t) => t.at));
  return Number.isFinite(at) ? at : null;
}

/** Where a coat stands at a moment, in the air that was and is expected. */
export function onClock({ at, dries, tests }: CoatOn, air: AirLine, now: number): OnClock {
  const when = (hours: number) => driedAt(dries.carrier, air, at, hours);
  const foundDry = foundDryAt(tests);
  const window = dries.window && windowOnClock(dries.window, at, when);
  const usual = { earliest: when(dries.goOn.earliest), usual: when(dries.goOn.usual), safe: when(dries.goOn.safe) };
  const goOn = window?.remedy === 'again' ? withinWindow(window) : usual;
  // Found wet, it is tested again when half of such coats would be dry.
  const marked = tests.some((t) => !t.dry);
  const from = marked ? goOn.usual : goOn.earliest;
  const ready = foundDry ?? (dries.goOn.usual <= 0 ? at : goOn.usual);
  // A coat that was found wet is believed dry by a test, or when all such coats are.
  const readyAt = foundDry === null && marked ? goOn.safe : ready;
  const opened = Math.max(readyAt, window?.opens ?? readyAt);
  const closing = window && window.shuts - Math.max(HOUR, CLOSING * (window.shuts - window.opens));
  const stands: Stands =
    window && now > window.shuts
      ? 'shut'
      : now >= opened || (window && now >= window.opens && dries.window?.remedy === 'again')
        ? closing !== null && now >= closing
          ? 'shutting'
          : 'ready'
        : now >= from
          ? 'test'
          : 'wet';
  return {
    stands,
    goOn: foundDry === null ? goOn : { earliest: foundDry, usual: foundDry, safe: foundDry },
    read: when(dries.read),
    handle: when(dries.handle),
    sand: when(dries.sand),
    use: when(dries.use),
    cure: when(dries.cure),
    window,
    test: stands === 'test' ? { kind: dries.test, from } : null,
    foundDry,
  };
}

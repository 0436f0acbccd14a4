/** What ends a way back: the layer sets, the next one goes on, work without end, or it was never there. */
export type WayBackEnds = 'set' | 'next layer' | 'any time' | 'never there';

/** How a layer can be undone, and until when. Common practice, no source. */
export interface WayBack {
  how: string;
  until: string;
  ends: WayBackEnds;
  /** Hours until it has set, where that ends it. */
  sets?: number;
}

export const NO_WAY_BACK: WayBack = {
  how: 'Nothing but sanding to bare wood takes it out',
  until: 'from the first touch',
  ends: 'never there',
};
/** A way back that is open while the coat is wet. */
export const whileWet = (how: string, sets: number, until = 'while it is wet'): WayBack => ({
  how,
  until,
  ends: 'set',
  sets,
});
/** A way back that the next coat shuts. */
export const untilNext = (how: string, until: string): WayBack => ({ how, until, ends: 'next layer' });
export const withWork = (how: string): WayBack => ({ how, until: 'any time, with work', ends: 'any time' });

/** Where a board stands with a way back. */
export interface WayBackNow {
  open: boolean;
  /** Hours that are left of it; null where no clock ends it, or nobody noted when the layer went on. */
  left: number | null;
}

/**
 * Whether a way back is still open.
 * @param hours since the layer went on; null where nobody noted it
 * @param covered the next layer is on
 * @param slowed how many times as long as in fair air it takes to set
 */
export function wayBackNow(
  { ends, sets = 0 }: WayBack,
  hours: number | null,
  covered: boolean,
  slowed = 1,
): WayBackNow {
  if (ends === 'any time') return { open: true, left: null };
  if (ends === 'never there' || covered) return { open: false, left: null };
  if (ends === 'next layer' || hours === null) return { open: true, left: null };
  const left = sets * slowed - hours;
  return { open: left > 0, left: Math.max(0, left) };
}

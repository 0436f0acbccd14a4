import type { ClockRail } from '../../shared/clock-rail.ts';

let told: { at: number; stands: boolean; heard: number } | null = null;

/** What the server told of its clock: the one of a demo may stand, or be ahead of the one on the wall. */
export function hearClock({ now, stands }: Pick<ClockRail, 'now' | 'stands'>): void {
  told = { at: Date.parse(now), stands, heard: Date.now() };
}

/** The time of the shop, milliseconds since 1970; the clock on the wall before it is known. */
export const shopNow = (): number => (told ? told.at + (told.stands ? 0 : Date.now() - told.heard) : Date.now());
/** The day of the shop, as it is written in a calendar. */
export const shopDay = (): string => new Date(shopNow()).toISOString().slice(0, 10);

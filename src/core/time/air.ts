import type { Carrier } from '../layers/carriers.ts';
import { climateFactor, FAIR_AIR, type Weather } from './climate.ts';

export const HOUR = 3_600_000;

/** The air as it was noted or is expected, from a moment on; moments in milliseconds since 1970. */
export interface AirAt extends Weather {
  at: number;
}
/** In order of time: each holds until the next, the first before it too. Empty is fair air. */
export type AirLine = readonly AirAt[];

/** The air at a moment. */
export function airAt(line: AirLine, at: number): Weather {
  let now: Weather = line[0] ?? FAIR_AIR;
  for (const next of line) {
    if (next.at > at) break;
    now = next;
  }
  return now;
}

/** Moments of change after `from`, in order, with the air from then on. */
function* spells(line: AirLine, from: number): Generator<{ from: number; to: number; air: Weather }> {
  let at = from;
  for (const next of line) {
    if (next.at <= at) continue;
    yield { from: at, to: next.at, air: airAt(line, at) };
    at = next.at;
  }
  yield { from: at, to: Number.POSITIVE_INFINITY, air: airAt(line, at) };
}

/** How far a coat dries between two moments, in hours of fair air: cold and damp hours count for less. */
export function driedIn(carrier: Carrier, line: AirLine, from: number, to: number): number {
  let hours = 0;
  for (const spell of spells(line, from)) {
    if (spell.from >= to) break;
    hours += (Math.min(spell.to, to) - spell.from) / HOUR / climateFactor(carrier, spell.air);
  }
  return hours;
}

/** When a coat that went on at a moment has dried for so many hours of fair air. */
export function driedAt(carrier: Carrier, line: AirLine, from: number, hours: number): number {
  let left = hours;
  for (const spell of spells(line, from)) {
    const needs = left * climateFactor(carrier, spell.air) * HOUR;
    if (spell.from + needs <= spell.to) return spell.from + needs;
    left -= (spell.to - spell.from) / HOUR / climateFactor(carrier, spell.air);
  }
  throw new RangeError('The last spell of air has no end.');
}

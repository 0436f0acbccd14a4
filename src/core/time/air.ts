import { CARRIERS, type Carrier } from '../kinds/index.ts';
import { climateFactor, FAIR_AIR, type Weather } from './climate.ts';

export const HOUR = 3_600_000;

/** The air as it was noted or is expected, from a moment on; moments in milliseconds since 1970. */
export interface AirAt extends Weather {
  at: number;
}
/** In order of time: each holds until the next, the first before it too. Empty is fair air. */
export type AirLine = readonly AirAt[];

/** Where the first change after a moment stands in a line; its length where none follows. */
function nextAfter(line: AirLine, at: number): number {
  let [low, high] = [0, line.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((line[middle] as AirAt).at > at) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The air at a moment. */
export const airAt = (line: AirLine, at: number): Weather => line[nextAfter(line, at) - 1] ?? line[0] ?? FAIR_AIR;

/** For each change of a line: how slowly things dry from it on, and the hours of fair air from the first change to it. */
interface Summed {
  factors: Float64Array;
  dried: Float64Array;
}
/** Lines do not change once they are made: each is summed up once for each carrier. */
const summedUp = new WeakMap<AirLine, Partial<Record<Carrier, Summed>>>();

function summed(carrier: Carrier, line: AirLine): Summed {
  const known = summedUp.get(line) ?? {};
  summedUp.set(line, known);
  const made = known[carrier];
  if (made) return made;
  const factors = Float64Array.from(line, (air) => climateFactor(carrier, air));
  const dried = new Float64Array(line.length);
  for (let i = 1; i < line.length; i++)
    dried[i] =
      (dried[i - 1] as number) +
      ((line[i] as AirAt).at - (line[i - 1] as AirAt).at) / HOUR / (factors[i - 1] as number);
  known[carrier] = { factors, dried };
  return known[carrier];
}
const FAIR = Object.fromEntries(CARRIERS.map((c) => [c, climateFactor(c, FAIR_AIR)])) as Record<Carrier, number>;

/** Hours of fair air from the first change of a line to a moment; less than nothing before it. */
function driedUpTo(carrier: Carrier, line: AirLine, at: number): number {
  const { factors, dried } = summed(carrier, line);
  const spell = Math.max(0, nextAfter(line, at) - 1);
  const from = line[spell]?.at ?? 0;
  return (dried[spell] ?? 0) + (at - from) / HOUR / (factors[spell] ?? FAIR[carrier]);
}

/** How far a coat dries between two moments, in hours of fair air: cold and damp hours count for less. */
export const driedIn = (carrier: Carrier, line: AirLine, from: number, to: number): number =>
  to > from ? driedUpTo(carrier, line, to) - driedUpTo(carrier, line, from) : 0;

/** When a coat that went on at a moment has dried for so many hours of fair air. */
export function driedAt(carrier: Carrier, line: AirLine, from: number, hours: number): number {
  const { factors, dried } = summed(carrier, line);
  const wanted = driedUpTo(carrier, line, from) + hours;
  // The last change by which it has not dried so far yet.
  let [low, high] = [0, line.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((dried[middle] as number) > wanted) high = middle;
    else low = middle + 1;
  }
  const spell = Math.max(0, low - 1);
  return (line[spell]?.at ?? 0) + (wanted - (dried[spell] ?? 0)) * (factors[spell] ?? FAIR[carrier]) * HOUR;
}

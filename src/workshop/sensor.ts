import { chanceOf } from './chance.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/**
 * The air of the simulated workshop at a moment (milliseconds since 1970): cool at night, warmer by day, damp when it is
 * cool, and weather that turns from day to day. The same moment always has the same air.
 */
export function simulatedAir(at: number): { temperature: number; humidity: number } {
  const day = Math.floor(at / DAY);
  const share = (at % DAY) / DAY;
  // From one day's weather to the next.
  const weather = (d: number) => chanceOf('air', d).normal();
  const turned = weather(day) * (1 - share) + weather(day + 1) * share;
  const sun = Math.sin(2 * Math.PI * (share - 0.375));
  const temperature = 17.5 + 2 * sun + 1.6 * turned;
  const humidity = Math.min(92, Math.max(32, 58 - 5 * sun - 9 * turned));
  return { temperature: Math.round(10 * temperature) / 10, humidity: Math.round(humidity) };
}

/** What the sensor writes from one moment to another, a line an hour. */
export function sensedHours(from: number, to: number): { at: string; temperature: number; humidity: number }[] {
  const lines = [];
  for (let at = Math.ceil(from / HOUR) * HOUR; at <= to; at += HOUR)
    lines.push({ at: new Date(at).toISOString(), ...simulatedAir(at) });
  return lines;
}

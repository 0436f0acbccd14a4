import type { AirLine } from '../../core/time/air.ts';
import { HOUR } from '../../core/time/air.ts';
import { FAIR_AIR, type Weather } from '../../core/time/climate.ts';
import type { Coat } from '../../shared/board.ts';
import type { Air } from '../../shared/clock.ts';
import type { Job } from '../../shared/job.ts';

type Conditions = Coat['conditions'];
/** The air that a coat went on in; null where it was not noted whole. */
export const airOfCoat = ({ temperature, humidity }: Conditions): Weather | null =>
  typeof temperature === 'number' && typeof humidity === 'number' ? { temperature, humidity } : null;
/** The same with what was not noted taken to be fair. */
export const airOrFair = ({ temperature, humidity }: Conditions): Weather => ({
  temperature: temperature ?? FAIR_AIR.temperature,
  humidity: humidity ?? FAIR_AIR.humidity,
});

/** The air of the shop as it was noted and is forecast: what was noted comes before a forecast of the same time. */
export function airLine(noted: readonly Air[], jobs: readonly Job[], now: number): AirLine {
  const seen = noted.filter((a) => a.source !== 'forecast' || Date.parse(a.at) > now);
  const onCoats = jobs
    .flatMap((j) => j.woods.flatMap((w) => w.boards.flatMap((b) => b.coats)))
    .flatMap(({ putOnAt, conditions }) => {
      const air = airOfCoat(conditions);
      return putOnAt && air ? [{ at: Date.parse(putOnAt), ...air }] : [];
    });
  const sensed = seen.map(({ at, temperature, humidity, moving }) => ({
    at: Date.parse(at),
    temperature,
    humidity,
    moving,
  }));
  return [...onCoats, ...sensed].sort((p, q) => p.at - q.at);
}

const DAY = 24 * HOUR;
/** The air as it was noted or sensed within a day before a moment; null where nobody did. */
export function airNotedNow(noted: readonly Air[], now: number): Weather | null {
  const seen = noted.filter((a) => a.source !== 'forecast' && Date.parse(a.at) <= now && Date.parse(a.at) > now - DAY);
  const newest = seen.sort((p, q) => p.at.localeCompare(q.at)).at(-1);
  return newest ? { temperature: newest.temperature, humidity: newest.humidity, moving: newest.moving } : null;
}

import { useMemo } from 'react';
import type { AirLine } from '../../core/time/air.ts';
import { climateFactor, type Weather } from '../../core/time/climate.ts';
import { airLine, airNotedNow } from '../../record/board/air.ts';
import { type ClockItem, onTheClock } from '../../record/clock/clock.ts';
import { type ShopAtWork, shopAtWork } from '../../record/work/work.ts';
import type { ClockKnown } from '../../shared/clock.ts';
import { clockKnown, jobsAtWork } from '../../shared/contract/clock.ts';
import type { House } from '../../shared/house.ts';
import type { Job } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { EACH_MINUTE, useHouse, useResource, useShelf } from './api.ts';
import { useShopNow } from './rail.ts';

/** The clock with what it knows: air, tests, work done, the plan. */
export const useClock = () => useResource(clockKnown, {}, { every: EACH_MINUTE });
/** The jobs that the clock and the week look at, whole. */
const useJobsAtWork = () => useResource(jobsAtWork, {});

/** All that the pages of the clock look at. */
export interface ClockView {
  clock: ClockKnown;
  now: number;
  air: AirLine;
  /** The air now, as far as it was noted. */
  weather: Weather | null;
  house: House;
  jobs: readonly Job[];
  shelf: Shelf;
  shop: ShopAtWork;
  items: readonly ClockItem[];
}

/** Everything on its way, as it stands now. */
export function useClockView(): { view: ClockView | null; error: Error | undefined } {
  const clock = useClock();
  const house = useHouse();
  const jobs = useJobsAtWork();
  const shelf = useShelf();
  const now = useShopNow(clock.data);
  // To the minute: what stands on the clock need not be worked out more often.
  const minute = now === null ? null : Math.ceil(now / 60_000) * 60_000;
  const view = useMemo(() => {
    if (!clock.data || !house.data || !jobs.data || !shelf.data || minute === null) return null;
    const shop = shopAtWork(shelf.data, house.data, clock.data.tests, clock.data.done);
    const air = airLine(clock.data.air, jobs.data, minute);
    return {
      clock: clock.data,
      now: minute,
      air,
      weather: airNotedNow(clock.data.air, minute),
      house: house.data,
      jobs: jobs.data,
      shelf: shelf.data,
      shop,
      items: onTheClock(jobs.data, shop, air, minute),
    };
  }, [clock.data, house.data, jobs.data, shelf.data, minute]);
  return { view, error: clock.error ?? house.error ?? jobs.error ?? shelf.error };
}

/** How slow the air is today, for what is carried by water and by oil. */
export const slownessOf = (weather: Weather) => ({
  water: climateFactor('water', weather),
  oil: climateFactor('oil', weather),
});

import type { CONTRACT } from '../../shared/contract/index.ts';
import { calendarOf } from '../commands/calendar.ts';
import {
  archiveAir,
  archiveTest,
  archiveWorkDone,
  clockKnown,
  clockRail,
  doWork,
  keepPlan,
  noteAir,
  noteTest,
  restoreAir,
  restoreTest,
  restoreWorkDone,
  turnClock,
} from '../commands/clock.ts';
import type { Shop } from '../commands/shop.ts';
import { jobsWithOpenWork, weekPlan } from '../repositories/clock.ts';
import type { Handlers } from './serve.ts';

export function clockHandlers(shop: Shop): Handlers<typeof CONTRACT.clock> {
  const { db } = shop;
  return {
    clockKnown: () => clockKnown(shop),
    clockRail: () => clockRail(shop),
    jobsAtWork: () => jobsWithOpenWork(db),
    turnClock: ({ body }) => turnClock(shop, body),
    weekCalendar: async () => ({ text: calendarOf(await weekPlan(db)) }),
    keepPlan: ({ by, body }) => keepPlan(shop, by, body),

    noteAir: ({ by, body }) => noteAir(shop, by, body),
    archiveAir: ({ at }) => archiveAir(shop, at.air),
    restoreAir: ({ at }) => restoreAir(shop, at.air),
    noteTest: async ({ by, body }) => {
      await noteTest(shop, by, body);
      return clockKnown(shop);
    },
    archiveTest: ({ at }) => archiveTest(shop, at.test),
    restoreTest: ({ at }) => restoreTest(shop, at.test),
    doWork: async ({ by, body }) => {
      await doWork(shop, by, body);
      return clockKnown(shop);
    },
    archiveWorkDone: ({ at }) => archiveWorkDone(shop, at.done),
    restoreWorkDone: ({ at }) => restoreWorkDone(shop, at.done),
  };
}

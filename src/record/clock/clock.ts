import { type AirLine, driedAt, driedIn, HOUR } from '../../core/time/air.ts';
import { type OnClock, onClock, type Stands } from '../../core/time/clock.ts';
import { coatsIn, dryingOfCoat, inAir } from '../../core/time/coats.ts';
import { type Drying, productOf } from '../../core/time/drying.ts';
import type { Coat } from '../../shared/board.ts';
import type { DryTestNoted } from '../../shared/clock.ts';
import type { ClockRail } from '../../shared/clock-rail.ts';
import type { Job } from '../../shared/job.ts';
import { airOrFair } from '../board/air.ts';
import type { Bench } from '../job/bench.ts';
import { chainOf } from '../work/chain.ts';
import {
  dryingShop,
  itemsAtWork,
  type ShopAtWork,
  seenByProduct,
  type Task,
  type TaskWait,
  type WorkItem,
} from '../work/work.ts';

/** When a reading of a coat tells its dry colour, in the air that it went on in; null where its time was not noted. */
export function settledAt({ materials }: Pick<Bench, 'materials'>, coat: Coat): number | null {
  if (!coat.putOnAt) return null;
  const { read } = inAir(dryingOfCoat([coat.layer], 0, coatsIn(coat.layer), { materials }), airOrFair(coat.conditions));
  return Date.parse(coat.putOnAt) + read * HOUR;
}

/** An item with what dries on it and what comes next. */
export interface ClockItem {
  item: WorkItem;
  /** Its tasks, done and to come. */
  chain: readonly Task[];
  /** What is to be done next; null where all is done. */
  next: Task | null;
  /** The coat that dries, and how it stands; null where nothing is on or its time was not noted. */
  coat: { task: Task; at: number; dries: Drying; on: OnClock; tests: readonly DryTestNoted[] } | null;
  /** What is on waits for nothing: the next may be begun, or nobody knows since when it is on. */
  stands: Stands | 'begin';
  /** When the next may be begun. */
  from: number;
}

/** The coat of an item that was put on last, as it stands now. */
function coatOnClock(shop: ShopAtWork, item: WorkItem, task: Task, air: AirLine, now: number): ClockItem['coat'] {
  if (!task.doneAt) return null;
  const at = Date.parse(task.doneAt);
  const tests = shop.tests.filter((t) => t.coat === task.key);
  const seen = task.drying as Drying;
  const wet = tests.filter((t) => !t.dry).map((t) => Date.parse(t.at));
  const still = wet.length > 0 ? driedIn(seen.carrier, air, at, Math.max(...wet)) : 0;
  // What this coat's own tests said is not told twice: it is left out of what its product showed elsewhere.
  const others = { ...shop, seen: withoutOwn(shop, task) };
  const dries =
    tests.length > 0 ? dryingOfCoat(item.stack, task.stage - 1, task.coat, dryingShop(others), still) : seen;
  const on = onClock({ at, dries, tests: tests.map((t) => ({ at: Date.parse(t.at), dry: t.dry })) }, air, now);
  return { task, at, dries, on, tests };
}

function withoutOwn({ tests, seen }: ShopAtWork, task: Task): ShopAtWork['seen'] {
  const product = task.layer ? productOf(task.layer) : '';
  const other = tests.filter((t) => t.item === product && t.coat !== task.key);
  return other.length === tests.filter((t) => t.item === product).length
    ? seen
    : { ...seen, [product]: seenByProduct(other)[product] ?? [] };
}
/** When a task may be begun by all that it waits for; the past where it waits for nothing. */
function beginsAt(task: Task, chain: readonly Task[], coat: ClockItem['coat'], air: AirLine): number {
  return Math.max(
    0,
    ...task.waits.map((wait) => {
      const behind = chain.find((t) => t.key === wait.key);
      if (!behind?.doneAt) return 0;
      const dried = wait.dry && coat?.task.key === wait.key ? readyAt(coat.on) : 0;
      return Math.max(waitedAt(wait, behind, Date.parse(behind.doneAt), air), dried);
    }),
  );
}
/** When the least hours of a wait are over that began at a moment. */
export const waitedAt = ({ min, drying }: TaskWait, behind: Task, at: number, air: AirLine): number =>
  drying && behind.drying ? driedAt(behind.drying.carrier, air, at, min) : at + min * HOUR;

/** A conditioner is ready when its window opens; all else when it is found or usually dry. */
const readyAt = (on: OnClock) => on.foundDry ?? (on.window?.remedy === 'again' ? on.window.opens : on.goOn.usual);

/** Everything that is on its way, as it stands at a moment. */
export function onTheClock(jobs: readonly Job[], shop: ShopAtWork, air: AirLine, now: number): ClockItem[] {
  return itemsAtWork(jobs, shop).flatMap((item): ClockItem[] => {
    const chain = chainOf(shop, item);
    const wet = chain.findLast((t) => t.done && t.drying !== null);
    const coat = wet ? coatOnClock(shop, item, wet, air, now) : null;
    // What is mixed ahead stands in the plan: it does not hide the coat that dries.
    const next = chain.find((t) => !t.done && (t.act !== 'mix' || !wet)) ?? null;
    if (!next) return [];
    const from = beginsAt(next, chain, coat, air);
    // Turning over, wiping again and reading ask only for their own time.
    const waitsForDry = next.waits.some((w) => w.dry && w.key === wet?.key);
    const planned = next.waits.some((w) => !w.dry && w.min > 0);
    const stands: ClockItem['stands'] =
      coat && waitsForDry
        ? coat.on.stands
        : coat || planned
          ? (windowOf({ item, next, chain, coat }, now, from) ?? (now < from ? 'wet' : 'ready'))
          : 'begin';
    return [{ item, chain, next, coat, stands, from }];
  });
}

/** How a window that is no coat's own stands: a pot that sets, oil to be wiped again. */
function windowOf(on: Omit<ClockItem, 'stands' | 'from'>, now: number, from: number): Stands | null {
  const shuts = shutsAt(on);
  if (shuts === null || now < from) return null;
  return now > shuts ? 'shut' : now > shuts - Math.max(HOUR, (shuts - from) / 4) ? 'shutting' : null;
}

/** When the window of what comes next shuts; null where none does. */
export function shutsAt({ item, next, chain, coat }: Omit<ClockItem, 'stands' | 'from'>): number | null {
  const ends = (next?.waits ?? []).flatMap(({ key, max }) => {
    const behind = chain.find((t) => t.key === key);
    return max !== null && behind?.doneAt ? [Date.parse(behind.doneAt) + max * HOUR] : [];
  });
  if (coat?.on.window && next?.waits.some((w) => w.key === coat.task.key && w.max !== null))
    ends.push(coat.on.window.shuts);
  const pot = potSets(item, next);
  if (pot !== null) ends.push(pot);
  return ends.length > 0 ? Math.min(...ends) : null;
}

/** When the pot of the next coat sets, from the moment that its hardener was ticked on the mix sheet; null where it keeps. */
function potSets({ recipe, record }: WorkItem, next: Task | null): number | null {
  const hours = next?.drying?.potLife;
  const mixed = recipe.done.find((d) => d.step === `${next?.stage}/hardener`);
  return record && hours && mixed ? Date.parse(mixed.at) + hours * HOUR : null;
}

/** What the rail tells of it. */
export function railOf(
  items: readonly ClockItem[],
  now: number,
): Pick<ClockRail, 'ready' | 'tests' | 'shuts' | 'next'> {
  const named = ({ item, next }: ClockItem) => `${item.told}: ${next?.title ?? ''}`;
  const open = items.filter((i) => !i.item.awaits);
  const shutting = open
    .flatMap((i) => {
      const at = shutsAt(i);
      return at !== null && at > now && i.stands !== 'begin' ? [{ what: named(i), at }] : [];
    })
    .sort((p, q) => p.at - q.at)[0];
  const coming = open.filter((i) => i.stands === 'wet' && i.from > now).sort((p, q) => p.from - q.from)[0];
  const iso = (at: number) => new Date(at).toISOString();
  return {
    ready: open.filter((i) => i.stands === 'ready' || i.stands === 'shutting').length,
    tests: open.filter((i) => i.stands === 'test').length,
    shuts: shutting ? { what: shutting.what, at: iso(shutting.at) } : null,
    next: coming ? { what: named(coming), at: iso(coming.from) } : null,
  };
}

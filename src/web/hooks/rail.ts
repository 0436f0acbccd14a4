import { useEffect, useMemo, useRef, useState } from 'react';
import type { ClockKnown } from '../../shared/clock.ts';
import { useRail } from './api.ts';
import { hearClock } from './shop-clock.ts';

const TICK = 15_000;

/** The time of the shop, milliseconds since 1970: a demo's clock may stand. Null before it is known. */
export function useShopNow(known: Pick<ClockKnown, 'now' | 'stands'> | undefined): number | null {
  const [, setTick] = useState(0);
  useEffect(() => {
    if (!known || known.stands) return;
    const timer = setInterval(() => setTick((t) => t + 1), TICK);
    return () => clearInterval(timer);
  }, [known]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: when it was told is when it came
  const told = useMemo(() => Date.now(), [known?.now, known?.stands]);
  return known ? Date.parse(known.now) + (known.stands ? 0 : Date.now() - told) : null;
}

const SOON = 20 * 60_000;
const canTell = () => typeof Notification !== 'undefined' && Notification.permission === 'granted';

/** What the rail shows; where the browser may, it also tells what may go on now and which window shuts soon. */
export function useTellingRail() {
  const { data: rail } = useRail();
  const now = useShopNow(rail);
  const before = useRef<{ ready: number; shuts: string | null } | null>(null);
  const shuts = rail?.shuts && now !== null && Date.parse(rail.shuts.at) - now < SOON ? rail.shuts : null;
  useEffect(() => {
    if (rail) hearClock(rail);
  }, [rail]);
  useEffect(() => {
    if (!rail) return;
    const was = before.current;
    before.current = { ready: rail.ready, shuts: shuts?.what ?? null };
    if (!was || !canTell()) return;
    if (shuts && was.shuts !== shuts.what)
      new Notification('A window shuts', { body: shuts.what, tag: 'urushi-shuts' });
    else if (rail.ready > was.ready)
      new Notification('May go on now', { body: `${rail.ready} on the clock`, tag: 'urushi-ready' });
  }, [rail, shuts]);
  return { rail, now };
}

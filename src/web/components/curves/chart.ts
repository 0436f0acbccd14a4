import { type EChartsType, init } from 'echarts/core';
import { type RefObject, useEffect, useRef } from 'react';

/** A theme's colour as the page has it now. */
export const named = (place: Element, name: string) => getComputedStyle(place).getPropertyValue(name).trim();

/** A chart in a place of the page: made once, as large as the place, then only told what changed. */
export function useChart(): { place: RefObject<HTMLDivElement | null>; chart: RefObject<EChartsType | null> } {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType | null>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const made = init(element, null, { renderer: 'svg' });
    chart.current = made;
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(element);
    return () => {
      observer.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, []);
  return { place, chart };
}

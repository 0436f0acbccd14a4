import type { House } from '../../shared/house.ts';
import { numberTyped } from './numbers.ts';

const MM_PER_INCH = 25.4;

/** Lengths as the house measures them: how a length in mm is shown, and what one that was typed is in mm. */
export function sizeIn(units: House['units']) {
  const [one, unit, places] = units === 'us' ? [MM_PER_INCH, 'in', 1000] : [1, 'mm', 10];
  const shown = (mm: number) => String(Math.round((mm / one) * places) / places);
  return {
    unit,
    shown,
    text: (mm: number) => `${shown(mm)} ${unit}`,
    typed: (text: string): number | undefined => {
      const number = numberTyped(text);
      return number === undefined ? undefined : number * one;
    },
  };
}
/** Length, width and thickness with their unit. */
export function sizesText(sizes: readonly (number | null)[], units: House['units']): string {
  const { shown, unit } = sizeIn(units);
  return `${sizes.flatMap((s) => (s === null ? [] : shown(s))).join(' × ')} ${unit}`;
}

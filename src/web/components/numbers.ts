export { gramsText } from '../../core/mix/said.ts';

import { passes } from '../../core/colour/difference.ts';
import type { Lab } from '../../core/colour/lab.ts';
import { type Materials, type StrengthOf, strengthUnit } from '../../core/layers/materials.ts';

const signed = new Intl.NumberFormat('en', {
  signDisplay: 'exceptZero',
  minimumFractionDigits: 1,
  maximumFractionDigits: 1,
});
const minus = (text: string) => text.replace('-', '−');

export const deltaText = (value: number): string => value.toFixed(value < 9.95 ? 1 : 0);
/** A tolerance as it was set: 1.0, 1.25. */
export const toleranceText = (value: number): string =>
  value === Number(value.toFixed(1)) ? value.toFixed(1) : String(value);
/** A difference beside its tolerance, with as many decimals as tell on which side of it it lies. */
export function againstText(deltaE: number, tolerance: number): string {
  for (let digits = 1; digits < 6; digits++) {
    const text = deltaE.toFixed(digits);
    if (passes(Number(text), tolerance) === passes(deltaE, tolerance)) return text;
  }
  return String(deltaE);
}
/** Where eight boards in ten are expected to end: no expected figure stands without it. */
export const rangeText = ([from, to]: readonly [number, number]): string => {
  const [low, high] = [deltaText(from), deltaText(to)];
  return low === high ? low : `${low}–${high}`;
};
export const signedText = (value: number): string => minus(signed.format(Math.abs(value) < 0.05 ? 0 : value));
export const labText = ([l, a, b]: Lab): string => minus(`L* ${l.toFixed(1)}  a* ${a.toFixed(1)}  b* ${b.toFixed(1)}`);
/** The number and its sign stay on one line. */
export const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;
/** A strength as the shop says it: g/L of what is dissolved, per cent of neat of a liquid, per cent of the mix of the rest. */
export function strengthText(value: number, colour: StrengthOf | undefined): string {
  const { word, one } = strengthUnit(colour);
  const told = value / one;
  if (word === '% neat') return Math.abs(told - 100) < 0.05 ? 'neat' : `${told.toFixed(1)} % neat`;
  return word === '% of the mix' ? `${told.toFixed(1)} %` : `${told.toFixed(told < 10 ? 2 : 1)} g/L`;
}
/** A colour of a layer, with its strength. */
export function colourText({ colourants }: Materials, id: string, strength: number): string {
  const colourant = colourants[id];
  return `${colourant?.name ?? id} ${strengthText(strength, colourant)}`;
}
/** A time as a shop says it: minutes, hours, days. */
export function hoursText(hours: number): string {
  if (hours < 1) return `${Math.round(hours * 60)} min`;
  if (hours < 36) return `${Number(hours.toFixed(hours < 10 ? 1 : 0))} h`;
  return `${Number((hours / 24).toFixed(1))} days`;
}
/** A number as it was typed, with a point or a comma; nothing where nothing was, and no number where it is none. */
export const numberTyped = (text: string): number | undefined =>
  text.trim() === ''
    ? undefined
    : Number(
        text
          .trim()
          .replace('−', '-')
          .replace(/^([^.,]*),([^.,]*)$/, '$1.$2'),
      );

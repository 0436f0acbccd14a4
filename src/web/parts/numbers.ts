import type { Lab } from '../../core/colour/lab.ts';

const signed = new Intl.NumberFormat('en', {
  signDisplay: 'exceptZero',
  minimumFractionDigits: 1,
  maximumFractionDigits: 1,
});
const minus = (text: string) => text.replace('-', '−');

export const deltaText = (value: number): string => value.toFixed(value < 9.95 ? 1 : 0);
export const signedText = (value: number): string => minus(signed.format(Math.abs(value) < 0.05 ? 0 : value));
export const labText = ([l, a, b]: Lab): string => minus(`L* ${l.toFixed(1)}  a* ${a.toFixed(1)}  b* ${b.toFixed(1)}`);
/** The number and its sign stay on one line. */
export const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;
/** A strength as the shop says it: g/L for dyes, per cent of the glaze for pigments. */
export const strengthText = (value: number, pigment: boolean): string =>
  pigment ? `${(value * 100).toFixed(1)} %` : `${value.toFixed(value < 10 ? 2 : 1)} g/L`;

import { describe, expect, it } from 'vitest';
import { newLayer } from '../layers/layer.ts';
import { gritsUpTo, suppliesFor } from './supplies.ts';

const STACK = [
  newLayer('dye', { colours: { honey: 4 } }),
  newLayer('sealer', { medium: 'shellac' }),
  newLayer('clear', { medium: 'satin', settings: { coats: 3 } }),
];
const countOf = (area: number, key: string, grit = 180) =>
  suppliesFor(STACK, grit, area).find((s) => s.key === key)?.count;

describe('supplies of a job', () => {
  it('sands without skipping more than about a step (common practice)', () => {
    expect(gritsUpTo(180)).toEqual([120, 150, 180]);
    expect(gritsUpTo(320)).toEqual([120, 150, 180, 220, 280, 320]);
    expect(gritsUpTo(100)).toEqual([80, 100]);
  });
  it('counts paper by grit, also what is rubbed down between coats', () => {
    expect(countOf(0.8, 'paper-180')).toBe(1);
    expect(countOf(1.7, 'paper-180')).toBe(3);
    // One coat of sealer is rubbed, and two of three clears: nothing is rubbed after the last.
    expect(countOf(0.8, 'paper-320')).toBe(1);
    expect(countOf(0.8, 'paper-400')).toBe(2);
  });
  it('a cloth wipes about a square metre; a layer has its brush, a strained pot its strainer', () => {
    expect(countOf(6, 'cloths')).toBe(5);
    expect(countOf(6, 'strainers')).toBe(3);
    expect(countOf(6, 'applicators')).toBe(2);
    expect(countOf(6, 'gloves')).toBe(6);
  });
  it('what is left out uses nothing', () => {
    const off = STACK.map((l) => ({ ...l, off: true }));
    expect(suppliesFor(off, 180, 1).map((s) => s.key)).toEqual(['paper-120', 'paper-150', 'paper-180']);
  });
});

import { describe, expect, it } from 'vitest';
import { CARRIERS } from './carriers.ts';
import { LAYER_KINDS } from './layer.ts';
import { isPointOfNoReturn, wayBackNow, wayBackOf } from './way-back.ts';

describe('the way back (common practice)', () => {
  it('is told of every kind of layer in every carrier', () => {
    for (const kind of LAYER_KINDS)
      for (const carrier of CARRIERS) {
        const { how, until } = wayBackOf(kind, carrier);
        expect([how.length > 0, until.length > 0]).toEqual([true, true]);
      }
  });
  it('of a wiped stain ends when it has set: oil later than water, later still in the cold', () => {
    const [oil, water] = [wayBackOf('wiping-stain', 'oil'), wayBackOf('wiping-stain', 'water')];
    expect(wayBackNow(oil, 0.5, false)).toEqual({ open: true, left: 0.5 });
    expect(wayBackNow(water, 0.5, false)).toEqual({ open: false, left: 0 });
    expect(wayBackNow(oil, 1.5, false).open).toBe(false);
    expect(wayBackNow(oil, 1.5, false, 2).open).toBe(true);
    // Nobody noted when it went on: it cannot be said to be shut.
    expect(wayBackNow(oil, null, false)).toEqual({ open: true, left: null });
  });
  it('of a dye or a seal ends with the next layer, of a clear never', () => {
    for (const kind of ['dye', 'sealer', 'conditioner'] as const) {
      expect(wayBackNow(wayBackOf(kind, 'water'), 100, false).open).toBe(true);
      expect(wayBackNow(wayBackOf(kind, 'water'), 1, true).open).toBe(false);
    }
    expect(wayBackNow(wayBackOf('clear', 'oil'), 1000, true).open).toBe(true);
  });
  it('is not there after what is bleached, reacted or sanded', () => {
    for (const kind of LAYER_KINDS.filter(isPointOfNoReturn))
      expect(wayBackNow(wayBackOf(kind, 'water'), 0, false).open).toBe(false);
  });
});

import { describe, expect, it } from 'vitest';
import { CARRIERS, KINDS, LAYER_KINDS, wayBackNow } from './index.ts';

describe('the way back (common practice)', () => {
  it('is told of every kind of layer in every carrier', () => {
    for (const kind of LAYER_KINDS)
      for (const carrier of CARRIERS) {
        const { how, until } = KINDS[kind].wayBack(carrier);
        expect([how.length > 0, until.length > 0]).toEqual([true, true]);
      }
  });
  it('of a wiped stain ends when it has set: oil later than water, later still in the cold', () => {
    const [oil, water] = [KINDS['wiping-stain'].wayBack('oil'), KINDS['wiping-stain'].wayBack('water')];
    expect(wayBackNow(oil, 0.5, false)).toEqual({ open: true, left: 0.5 });
    expect(wayBackNow(water, 0.5, false)).toEqual({ open: false, left: 0 });
    expect(wayBackNow(oil, 1.5, false).open).toBe(false);
    expect(wayBackNow(oil, 1.5, false, 2).open).toBe(true);
    // Nobody noted when it went on: it cannot be said to be shut.
    expect(wayBackNow(oil, null, false)).toEqual({ open: true, left: null });
  });
  it('of a dye or a seal ends with the next layer, of a clear never', () => {
    for (const kind of ['dye', 'sealer', 'conditioner'] as const) {
      expect(wayBackNow(KINDS[kind].wayBack('water'), 100, false).open).toBe(true);
      expect(wayBackNow(KINDS[kind].wayBack('water'), 1, true).open).toBe(false);
    }
    expect(wayBackNow(KINDS.clear.wayBack('oil'), 1000, true).open).toBe(true);
  });
  it('is not there after what is bleached, reacted or sanded', () => {
    for (const kind of LAYER_KINDS.filter((k) => KINDS[k].is.final))
      expect(wayBackNow(KINDS[kind].wayBack('water'), 0, false).open).toBe(false);
  });
});

import { describe, expect, it } from 'vitest';
import { WOOD } from '../../../test/fixtures/small-shop.ts';
import { rawMean } from '../board/wood.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { partingUnder } from './single-light.ts';

describe('a target of one light', () => {
  it('costs nothing in that light and something under a lamp', () => {
    const target = reflectanceFromLab([45, 14, 22]);
    const [daylight, lamp] = partingUnder(
      target,
      [
        rawMean(WOOD),
        Float64Array.from(WOOD.tissues[0]?.reflectance ?? []).map((r, i) => r * (1 + 0.2 * Math.sin(i / 2))),
      ],
      ['D65', 'A'],
    );
    expect(daylight).toBeLessThan(0.01);
    expect(lamp).toBeGreaterThan(0.3);
    expect(labOf(target)[0]).toBeCloseTo(45, 6);
  });
});

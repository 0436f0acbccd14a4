import { describe, expect, it } from 'vitest';
import { fieldBesideLabel } from './label.ts';
import { areaOf, centreOf, isConvex, rectangle } from './quad.ts';

describe('the field beside a label', () => {
  it('lies to the right of an upright code, past the label, at its height', () => {
    const field = fieldBesideLabel(rectangle(100, 50, 20, 20));
    const [x, y] = centreOf(field);
    expect(x).toBeGreaterThan(100 + 4 * 20);
    expect(y).toBeCloseTo(60, 9);
    expect(areaOf(field)).toBeGreaterThan(20 * 20);
  });
  it('turns with a board that lies across or upside down', () => {
    // The code turned by a quarter: its first corner is now at the top right, its lines run down.
    const down = fieldBesideLabel([
      [120, 50],
      [120, 70],
      [100, 70],
      [100, 50],
    ]);
    const [x, y] = centreOf(down);
    expect(x).toBeCloseTo(110, 9);
    expect(y).toBeGreaterThan(50 + 4 * 20);
    expect(isConvex(down)).toBe(true);
  });
});

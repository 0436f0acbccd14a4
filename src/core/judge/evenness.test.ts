import { describe, expect, it } from 'vitest';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { evennessOf } from './evenness.ts';

const grey = (...lightness: number[]) => lightness.map((l) => reflectanceFromLab([l, 0, 0]));

describe('how even a target is', () => {
  it('says how far each spot lies, and when the target is less even than the tolerance', () => {
    const { distances, farthest, lessEven } = evennessOf(grey(50, 50, 53, 47), 1);
    expect(distances).toHaveLength(4);
    expect(farthest).toBe(Math.max(...distances));
    expect(farthest).toBeGreaterThan(2);
    expect(lessEven).toBe(true);
    expect(evennessOf(grey(50, 50.2, 49.9), 1).lessEven).toBe(false);
  });
  it('one reading tells nothing of it: two more would', () => {
    expect(evennessOf(grey(50), 1)).toMatchObject({ known: null, more: 2, lessEven: false });
  });
  it('asks for as many more as bring the mean to a third of the tolerance, as one over the root of their number', () => {
    const readings = grey(50, 50.6, 49.4);
    const { known, more } = evennessOf(readings, 1);
    expect(known).toBeGreaterThan(1 / 3);
    const all = readings.length + (more ?? 0);
    expect((known ?? 0) * Math.sqrt(readings.length / all)).toBeLessThanOrEqual(1 / 3);
    expect((known ?? 0) * Math.sqrt(readings.length / (all - 1))).toBeGreaterThan(1 / 3);
    expect(evennessOf(readings, 4).more).toBe(0);
  });
  it('asks for none where no number that anybody takes would settle it', () => {
    expect(evennessOf(grey(40, 60), 0.5).more).toBeNull();
  });
});

import { describe, expect, it } from 'vitest';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { pileOf } from './pile.ts';

const board = (of: string, ...lab: [number, number, number]) => ({ of, reading: reflectanceFromLab(lab) });

describe('the pile', () => {
  const calm = [board('a', 70, 6, 20), board('b', 70.4, 6, 20), board('c', 69.6, 6, 20.3), board('d', 70.1, 6.2, 19.8)];
  it('is as wide as its farthest board, and wider than the tolerance only where it is', () => {
    const { spread, wider, boards } = pileOf(calm, 1);
    expect(spread).toBeGreaterThan(0.2);
    expect(spread).toBeLessThan(0.6);
    expect(wider).toBe(false);
    expect(pileOf(calm, 0.2).wider).toBe(true);
    expect(boards.map((b) => b.of)).toEqual(['a', 'b', 'c', 'd']);
  });
  it('names the odd one, which does not count in its width', () => {
    const { boards, spread } = pileOf([...calm, board('dark', 60, 9, 24)], 1);
    expect(boards.filter((b) => b.odd).map((b) => b.of)).toEqual(['dark']);
    expect(spread).toBeLessThan(3);
  });
  it('of nothing, or of one board, has no width', () => {
    expect(pileOf([], 1)).toEqual({ boards: [], spread: 0, wider: false });
    expect(pileOf(calm.slice(0, 1), 1).spread).toBeCloseTo(0, 9);
  });
});

import { describe, expect, it } from 'vitest';
import type { Lab } from '../core/colour/index.ts';
import { ONLOOKERS, seenBy } from './eye.ts';
import { createWorkshop } from './workshop.ts';

const WALNUT: Lab = [42, 12, 20];
const share = (of: readonly boolean[]) => of.filter(Boolean).length / of.length;
/** What many looks of everybody at one pair come to. */
const many = (second: Lab) =>
  Array.from({ length: 600 }, (_, n) => seenBy(n % 20, ONLOOKERS[n % ONLOOKERS.length] ?? '', n, WALNUT, second).words);

describe('the simulated eye', () => {
  it('says of a look the same whenever it is asked, and another thing of the next', () => {
    const look = (n: number) => seenBy(3, 'Mei', n, WALNUT, [44, 14, 21]);
    expect(look(5)).toEqual(look(5));
    expect(new Set([1, 2, 3, 4, 5, 6].map((n) => JSON.stringify(look(n)))).size).toBeGreaterThan(1);
  });
  it('sees a plain difference the right way round nearly always, a slip now and then, at most two words', () => {
    const said = many([WALNUT[0] + 4.5, WALNUT[1], WALNUT[2]]);
    expect(share(said.map((w) => w.some((x) => x.direction === 'lighter')))).toBeGreaterThan(0.9);
    const slips = share(said.map((w) => w.some((x) => x.direction === 'darker')));
    expect(slips).toBeGreaterThan(0.005);
    expect(slips).toBeLessThan(0.08);
    expect(Math.max(...said.map((w) => w.length))).toBe(2);
  });
  it('of two that are the same often sees something, never far', () => {
    const said = many(WALNUT);
    expect(share(said.map((w) => w.length === 0))).toBeGreaterThan(0.25);
    expect(share(said.map((w) => w.some((x) => x.size === 3)))).toBe(0);
  });
  it('says a larger word of a larger difference', () => {
    const sizes = [1.6, 4, 10].map((far) => {
      const words = many([WALNUT[0] - far, WALNUT[1], WALNUT[2]]).flatMap((w) =>
        w.filter((x) => x.direction === 'darker'),
      );
      return words.reduce((sum, w) => sum + w.size, 0) / words.length;
    }) as [number, number, number];
    expect(sizes[0]).toBeLessThan(sizes[1]);
    expect(sizes[1]).toBeLessThan(sizes[2]);
  });
  it('is lent by the workshop: boards and the target that was last asked for', () => {
    const workshop = createWorkshop(2);
    const { species } = workshop.target(1);
    const board = workshop.newBoard(species);
    const { words } = workshop.look('target', board, 'window', workshop.people[0] ?? '');
    // A raw board beside a finished piece.
    expect(words.some((w) => w.direction === 'lighter' && w.size === 3)).toBe(true);
    expect(() => workshop.look('target', 'b99', 'window', 'Mei')).toThrow(RangeError);
  });
});

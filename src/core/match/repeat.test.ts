import { describe, expect, it } from 'vitest';
import { dyed, finalOf, problem, WOOD } from '../../../test/fixtures/small-shop.ts';
import type { Wood } from '../board/wood.ts';
import { type Repeating, repeating, STRAYS_BY } from './repeat.ts';

const stack = dyed({ yellow: 6, red: 3 });
const target = { reflectance: finalOf(stack), singleLight: true };
const own = problem({ target, stack, open: [{ layer: 0, colourants: ['yellow', 'red'] }] });
const paler = (by: number): Wood => ({
  ...WOOD,
  tissues: WOOD.tissues.map((t) => ({ ...t, reflectance: t.reflectance.map((r) => r * by) })),
});
const CALM = [0.99, 1, 1.01, 1, 0.995, 1.005].map(paler);
const WILD = [0.8, 1.15, 0.9, 1.1, 0.85, 1.2].map(paler);
const as = { wood: WOOD, stack, reading: target.reflectance };
const again = (known: Partial<Parameters<typeof repeating>[2]> = {}, tolerance = 1.5): Repeating =>
  repeating(own, stack, { woods: CALM, tried: [as, as], ...known }, tolerance);

describe('a recipe that is made again', () => {
  it('is surer where boards of it came out, and on a next board than on the work', () => {
    const untried = again({ tried: [] });
    const tried = again();
    expect(tried.board).toBeGreaterThan(untried.board + 0.1);
    expect(tried.work).toBeLessThanOrEqual(tried.board);
    expect(again({ tried: [as, as, as, as] }).board).toBeGreaterThanOrEqual(tried.board);
  });
  it('misses as the boards of it missed, though the model thinks otherwise', () => {
    const off = { wood: WOOD, stack, reading: finalOf(dyed({ yellow: 6, red: 4.2 })) };
    expect(again({ tried: [off, off] }).board).toBeLessThan(again().board - 0.2);
    // What was only looked at counts for less.
    const unsure = [Float64Array.of(3, 0, 0), Float64Array.of(0, 3, 0), Float64Array.of(0, 0, 3)];
    const seen = again({
      tried: [
        { ...off, unsure },
        { ...off, unsure },
      ],
    });
    expect(seen.board).toBeGreaterThan(again({ tried: [off, off] }).board);
  });
  it('passes less often on a wild pile, and is said to because of the wood', () => {
    const wild = again({ woods: WILD });
    expect(wild.work).toBeLessThan(again().work - 0.2);
    expect(wild.scatter ?? 0).toBeGreaterThan(2 * (again().scatter ?? Number.NaN));
    const most = STRAYS_BY.reduce((p, q) => (wild.without[q] > wild.without[p] ? q : p));
    expect(most).toBe('wood');
    for (const cause of STRAYS_BY) expect(wild.without[cause]).toBeGreaterThanOrEqual(wild.work - 0.01);
  });
  it('of a wood that nobody read raw varies as woods usually do, which is not said of it', () => {
    const unread = again({ woods: [] });
    expect(unread.scatter).toBeNull();
    expect(unread.work).toBeLessThan(again().work);
    expect(unread.work).toBeGreaterThan(again({ woods: WILD }).work);
  });
  it('passes more often the more is allowed', () => {
    const chances = [0.5, 1, 2, 4].map((tolerance) => again({}, tolerance).work);
    expect(chances).toEqual(chances.toSorted((p, q) => p - q));
    expect(chances.at(-1)).toBeGreaterThan(0.95);
  });
});

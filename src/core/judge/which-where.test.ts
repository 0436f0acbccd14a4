import { describe, expect, it } from 'vitest';
import { deltaE00 } from '../colour/ciede2000.ts';
import type { Lab } from '../colour/lab.ts';
import { labOfWords, type RawWood, whichWhere } from './which-where.ts';

const OAK: Lab = [70, 6, 20];
const piece = (id: string, L: number, over: Partial<RawWood> = {}): RawWood => ({
  id,
  said: null,
  lab: [L, 6, 20],
  lively: false,
  pair: '',
  partId: null,
  ...over,
});
const part = (id: string, count: number, seen: number, place = '') => ({ id, count, place, seen });
const goesTo = (found: ReturnType<typeof whichWhere>, of: string) =>
  found.pieces
    .filter((p) => p.part === of)
    .map((p) => p.id)
    .sort();

describe('which piece of the pile goes where', () => {
  it('lays like beside like, and the calm ones where most is seen. Common practice.', () => {
    const pile = [
      piece('a', 72),
      piece('b', 68),
      piece('c', 72.2),
      piece('d', 68.3),
      piece('e', 70, { lively: true }),
      piece('f', 70.1, { lively: true }),
    ];
    const found = whichWhere(pile, [part('backs', 2, 0.1), part('doors', 2, 0.5), part('drawers', 2, 0.3)], OAK);
    expect([
      ['a', 'c'],
      ['b', 'd'],
    ]).toContainEqual(goesTo(found, 'doors'));
    expect(goesTo(found, 'backs')).toEqual(['e', 'f']);
    expect(found.short).toEqual({});
  });
  it('keeps pairs together, and neighbours alike though they are several parts', () => {
    const pile = [
      piece('a', 70, { pair: 'A' }),
      piece('b', 73, { pair: 'A' }),
      piece('c', 69),
      piece('d', 69.2),
      piece('e', 74),
      piece('f', 74.1),
    ];
    const found = whichWhere(
      pile,
      [part('left', 2, 0.4, 'front'), part('right', 2, 0.4, 'front'), part('in', 2, 0.1)],
      OAK,
    );
    const of = (id: string) => found.pieces.find((p) => p.id === id)?.part;
    expect(of('a')).toBe(of('b'));
    const front = found.pieces.filter((p) => p.part === 'left' || p.part === 'right').map((p) => p.lab[0]);
    expect(Math.max(...front) - Math.min(...front)).toBeLessThan(5);
    expect(found.pieces.every((p) => p.part !== null)).toBe(true);
  });
  it('sets apart what is plainly another colour, says what would help, and uses it only where nothing else is left', () => {
    const pile = ['a', 'b', 'c', 'd'].map((id, i) => piece(id, 70 + i / 10));
    const odd = [piece('pale', 80), piece('dark', 60), piece('pink', 70, { lab: [70, 18, 20] })];
    const found = whichWhere([...pile, ...odd], [part('doors', 4, 1)], OAK);
    expect(goesTo(found, 'doors')).toEqual(['a', 'b', 'c', 'd']);
    expect(Object.fromEntries(found.pieces.filter((p) => p.odd).map((p) => [p.id, p.help]))).toEqual({
      pale: 'wash',
      dark: 'bleach',
      pink: 'toner',
    });
    const more = whichWhere([...pile, ...odd], [part('doors', 4, 1), part('backs', 1, 0.1)], OAK);
    expect(goesTo(more, 'doors')).toEqual(['a', 'b', 'c', 'd']);
    expect(goesTo(more, 'backs')).toHaveLength(1);
    expect(whichWhere(pile, [part('doors', 6, 1)], OAK).short).toEqual({ doors: 2 });
  });
  it('goes by words where nothing was read, and leaves what somebody decided', () => {
    const said = (id: string, ...words: RawWood['said'] & {}) => piece(id, 0, { lab: null, said: words });
    const pile = [
      said('1'),
      said('2', { direction: 'darker', size: 'touch' }),
      said('3', { direction: 'darker', size: 'far' }),
      said('4'),
      { ...said('5'), partId: 'backs' },
    ];
    const found = whichWhere(pile, [part('doors', 3, 1), part('backs', 1, 0.1)], OAK);
    expect(found.pieces.filter((p) => p.odd).map((p) => p.id)).toEqual(['3']);
    expect(goesTo(found, 'doors')).toEqual(['1', '2', '4']);
    expect(goesTo(found, 'backs')).toEqual(['5']);
    expect(deltaE00(OAK, labOfWords([{ direction: 'redder', size: 'touch' }], OAK))).toBeCloseTo(1.75, 3);
  });
  it('has nothing to say of no pile, and loses no piece of a large one', () => {
    expect(whichWhere([], [part('doors', 2, 1)], OAK)).toEqual({ pieces: [], short: { doors: 2 } });
    const pile = Array.from({ length: 300 }, (_, i) =>
      piece(String(i), 66 + ((i * 37) % 80) / 10, {
        lively: i % 5 === 0,
        pair: i % 7 < 2 ? `P${Math.floor(i / 7)}` : '',
      }),
    );
    const found = whichWhere(pile, [part('a', 100, 3), part('b', 80, 2), part('c', 60, 1)], OAK);
    expect(found.pieces).toHaveLength(300);
    for (const [id, count] of [
      ['a', 100],
      ['b', 80],
      ['c', 60],
    ] as const)
      expect(goesTo(found, id).length + (found.short[id] ?? 0)).toBe(count);
    expect(Object.values(found.short).reduce((s, n) => s + n, 0)).toBeLessThan(3);
    for (const pair of new Set(pile.flatMap((p) => p.pair || []))) {
      const own = pile.filter((p) => p.pair === pair).map((p) => found.pieces.find((q) => q.id === p.id)?.part);
      expect(new Set(own).size).toBe(1);
    }
  });
});

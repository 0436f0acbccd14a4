import { describe, expect, it } from 'vitest';
import { SHELF } from '../../../test/fixtures/small-shop.ts';
import type { Lot } from '../../shared/lot.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { foundItems, leftOfLots, shelfItems, shelfTroubles } from './shelf-items.ts';

// The sealer of the small shop has its clear's name.
const SMALL = {
  ...SHELF,
  mediums: SHELF.mediums.map((m) => ({ ...m, name: m.id })),
} as unknown as Shelf;
const lot = (item: string, over: Partial<Lot> = {}): Lot => ({
  id: item,
  item,
  code: 'A-1',
  amount: 100,
  left: 100,
  unit: 'g',
  opened: null,
  bestBefore: null,
  note: '',
  version: 1,
  ...over,
});
const shelfWith = (lots: Lot[], over: Partial<Shelf> = {}): Shelf => ({ ...SMALL, lots, ...over });
const named = (items: readonly { id: string }[]) => items.map((i) => i.id);

describe('the list of the shelf', () => {
  const items = shelfItems(
    shelfWith([lot('colourant/red', { code: 'RX-9' }), lot('colourant/blue', { left: 3, bestBefore: '2026-05-01' })]),
  );
  it('finds by name, kind, carrier and the code of a lot: every word somewhere', () => {
    expect(named(foundItems(items, 'rx 9', 'name'))).toEqual(['red']);
    expect(named(foundItems(items, 'PIGMENT water', 'name'))).toEqual(['ochre', 'umber']);
    expect(foundItems(items, 'nothing such', 'name')).toEqual([]);
    expect(foundItems(items, '', 'name')).toHaveLength(items.length);
  });
  it('sorts by what is left and by date, what is not counted or not dated last', () => {
    expect(named(foundItems(items, '', 'what is left')).slice(0, 2)).toEqual(['blue', 'red']);
    expect(named(foundItems(items, '', 'best before'))[0]).toBe('blue');
  });
  it('adds up what is left of the lots that were counted', () => {
    expect(leftOfLots([lot('x', { left: 3 }), lot('x', { left: 4 }), lot('x', { left: null })])).toEqual({
      amount: 7,
      unit: 'g',
    });
    expect(leftOfLots([lot('x', { left: null })])).toBeNull();
  });
});

describe('what wants looking at', () => {
  const troublesOf = (shelf: Shelf) =>
    shelfTroubles(shelfItems(shelf), '2026-11-26').map((t) => `${t.address}: ${t.what}`);
  it('is nothing on a shelf that is in order', () => {
    expect(troublesOf(shelfWith([lot('colourant/red', { bestBefore: '2026-11-26' })]))).toEqual([]);
  });
  it('is an oil stain of which nobody knows how dark it is, until somebody says', () => {
    const [some] = SMALL.colourants;
    const stain = {
      ...some,
      id: 'night',
      name: 'Night',
      kind: 'stain',
      carrier: 'oil',
      absorption: null,
      scatter: null,
    };
    const withStain = (sheet: object) =>
      shelfWith([], { colourants: [{ ...stain, sheet: { ...some?.sheet, ...sheet } }] } as unknown as Partial<Shelf>);
    expect(troublesOf(withStain({})).join()).toContain('black or very dark');
    for (const dark of [true, false]) expect(troublesOf(withStain({ dark })).join()).not.toContain('very dark');
  });
  it('is a date that has passed, less than nothing left, a density that a volume asks for', () => {
    expect(
      troublesOf(
        shelfWith([
          lot('colourant/red', { bestBefore: '2026-11-25' }),
          lot('colourant/blue', { left: -2 }),
          lot('medium/clear', { unit: 'mL' }),
        ]),
      ),
    ).toEqual([
      'colourant/red: Lot A-1 was best before 2026-11-25.',
      'colourant/blue: Of lot A-1 less than nothing is left: count it again.',
      'medium/clear: Its density is missing: grams and millilitres of it cannot be converted.',
    ]);
  });
  it('is one name twice, however it is written', () => {
    const colourants = SMALL.colourants.map((c) =>
      c.id === 'blue' ? { ...c, name: 'RED ' } : c.id === 'red' ? { ...c, name: 'red' } : c,
    );
    expect(troublesOf(shelfWith([], { colourants }))).toHaveLength(2);
  });
});

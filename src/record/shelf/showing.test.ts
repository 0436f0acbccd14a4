import { describe, expect, it } from 'vitest';
import { SHELF, WOOD } from '../../../test/fixtures/small-shop.ts';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import type { ColourantRecord, Shelf } from '../../shared/shelf.ts';
import { showingOf } from './showing.ts';

const kept = { version: 1, archived: false };
const record = (id: string) => SHELF.colourants.find((c) => c.id === id) as unknown as ColourantRecord;
const dark = {
  ...WOOD,
  id: 'walnut',
  name: 'Walnut',
  tissues: WOOD.tissues.map((t) => ({ ...t, reflectance: Array.from(reflectanceFromLab([38, 8, 14])) })),
};
const shelf = (over: Partial<Shelf> = {}) =>
  ({ ...SHELF, species: [{ ...dark, ...kept }, ...SHELF.species], ...over }) as unknown as Shelf;
const lightness = (id: string) => showingOf(shelf(), record(id))?.looks.map((look) => look.labs[0][0]) ?? [];

describe('a colour on the shelf', () => {
  it('shows itself on the palest wood that is not put away, stronger is darker', () => {
    expect(showingOf(shelf(), record('brown'))?.wood.id).toBe('birch');
    const away = shelf({
      species: [
        { ...dark, ...kept },
        { ...WOOD, ...kept, archived: true },
      ] as Shelf['species'],
    });
    expect(showingOf(away, record('brown'))?.wood.id).toBe('walnut');
    for (const id of ['brown', 'umber']) {
      const [weak, middling, strong] = lightness(id);
      expect(weak).toBeGreaterThan(middling + 2);
      expect(middling).toBeGreaterThan(strong + 2);
    }
  });
  it('that has no profile, or lies on a shelf without wood, shows nothing', () => {
    const bare = { ...record('brown'), absorption: null, scatter: null };
    expect(showingOf(shelf({ colourants: [bare] }), bare)).toBeNull();
    expect(showingOf(shelf({ species: [] }), record('brown'))).toBeNull();
    // Without any clear or sealer it is shown as it dries.
    expect(showingOf(shelf({ mediums: [] }), record('umber'))?.looks).toHaveLength(3);
  });
});

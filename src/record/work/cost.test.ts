import { describe, expect, it } from 'vitest';
import { MATERIALS, SHELF } from '../../../test/fixtures/small-shop.ts';
import { type Layer, newLayer } from '../../core/layers/layer.ts';
import type { Shelf, SupplyRecord } from '../../shared/shelf.ts';
import type { Bench } from '../job/bench.ts';
import { materialsOf } from '../shelf/materials.ts';
import { costOfPots, potFor } from './cost.ts';

const supply = (id: string, kind: SupplyRecord['kind'], cost: number | null, sheet: object = {}) =>
  ({
    id,
    name: id,
    kind,
    carrier: 'water',
    caution: '',
    version: 1,
    archived: false,
    sheet: { label: {}, shop: {}, cost, ...sheet },
  }) as SupplyRecord;
const shelf = {
  ...(SHELF as unknown as Shelf),
  supplies: [
    supply('paint', 'base', 20, { hardener: { item: 'part-b', parts: 10 } }),
    supply('part-b', 'hardener', 60),
    supply('still-water', 'reducer', 1),
    supply('bees', 'wax', null),
  ],
  mediums: (SHELF as unknown as Shelf).mediums.map((m) => ({ ...m, sheet: { label: {}, shop: {}, cost: 30 } })),
};
const [yellow] = Object.keys(MATERIALS.colourants);
const bench = { shelf, materials: materialsOf(shelf) } as unknown as Bench;
const costs = (layer: Layer, litres = 1) => costOfPots([layer], [potFor(layer, litres, bench.materials)], bench);

describe('what the pots of a stack cost', () => {
  it('a clear with its thinner by the litre', () => {
    const { cost, unknown } = costs(newLayer('clear', { medium: 'clear', thinners: { water: 0.25 } }));
    expect(cost).toBeCloseTo(0.8 * 30 + 0.2 * 1, 9);
    expect(unknown).toEqual([]);
  });
  it('colours by the gram, made up in what the shelf has of its thinner', () => {
    const per = MATERIALS.colourants[yellow as string]?.costPerGram ?? 0;
    const { cost } = costs(newLayer('dye', { colours: { [yellow as string]: 4 } }), 2);
    expect(cost).toBeGreaterThan(8 * per);
    // Two litres less what eight grams of powder take up.
    expect(cost).toBeCloseTo(8 * per + 1 * (2 - 0.008 / 1.5), 6);
  });
  it('paint with its hardener; what has no cost is named', () => {
    const { cost } = costs(newLayer('opaque', { supply: 'paint' }), 1.1);
    expect(cost).toBeCloseTo(1 * 20 + 0.1 * 60, 9);
    expect(costs(newLayer('wax', { supply: 'bees' })).unknown).toEqual(['bees']);
    expect(costs(newLayer('clear', { medium: 'clear', thinners: { acetone: 0.1 } })).unknown).toEqual(['acetone']);
  });
});

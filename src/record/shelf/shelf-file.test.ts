import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHELF } from '../../../test/fixtures/small-shop.ts';
import type { Lot } from '../../shared/lot.ts';
import type { KeptMix } from '../../shared/mix.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { shelfFile, shelfJson, shelfTable } from './shelf-file.ts';

const LOT: Lot = {
  id: '0190c0de-0000-7000-8000-000000000001',
  item: 'colourant/red',
  code: 'R-1',
  amount: 40,
  left: 32.5,
  unit: 'g',
  opened: null,
  bestBefore: '2027-01-31',
  note: '',
  version: 1,
};
const MIX: KeptMix = {
  setsAt: null,
  id: '0190c0de-0000-7000-8000-000000000002',
  name: 'Warm brown',
  kind: 'dye',
  colours: { yellow: 4, red: 1.5 },
  litres: 0.4,
  note: 'left over',
  unknownStrength: false,
  madeAt: '2026-01-02T10:00:00Z',
  version: 1,
  archived: false,
};
const FULL = { ...SHELF, lots: [LOT], mixes: [MIX] } as unknown as Shelf;
const EMPTY: Shelf = { species: [], colourants: [], mediums: [], supplies: [], lots: [], mixes: [] };

describe('the shelf as a file', () => {
  it.each([
    ['a table', shelfTable(FULL)],
    ['JSON', shelfJson(FULL)],
  ])('goes out as %s and comes in the same, lots as they are left', (_, text) => {
    const things = shelfFile(EMPTY, text);
    expect(things.filter((t) => t.state !== 'new')).toEqual([]);
    const asked = things.flatMap((t) => t.things);
    const thing = (what: string) => asked.find((t) => t.what === what)?.thing;
    const red = asked.find((t) => t.what === 'colourant' && t.thing.id === 'red');
    expect(red?.thing).toMatchObject({ name: 'red', kind: 'dye', maxStrength: 25, costPerGram: 0.5 });
    expect(thing('lot')).toMatchObject({
      item: 'colourant/red',
      code: 'R-1',
      amount: 32.5,
      bestBefore: '2027-01-31',
    });
    const { madeAt, version, archived, setsAt, ...mix } = MIX;
    // When it sets only JSON tells: a table has no column for what lives for a day.
    expect({ ...thing('mix'), setsAt }).toEqual({ ...mix, setsAt });
    // What is there stays as it is.
    expect(shelfFile(FULL, text).every((t) => t.state === 'there')).toBe(true);
  });
  it('a table says of each line what is wrong with it, and takes the others', () => {
    const things = shelfFile(
      EMPTY,
      [
        'what,code,name,kind,carrier,density g/mL,lot,left,unit',
        'colourant,gull,Gull,dye,water,,,,',
        'colourant,gull,Gull,dye,water,,,,',
        'colourant,terns,Tern,paint,water,,,,',
        'supply,thin,Thinner,reducer,oil,0,,,',
        'chair,x,y,,,,,,',
        'supply,cloth,Cloth,cloth,,,C-1,-3,piece',
        '"supply",rag,"Rag, large",cloth,,,,,',
      ].join('\n'),
    );
    expect(things.map((t) => [t.state, t.why])).toEqual([
      ['new', undefined],
      ['refused', 'Line 3: gull stands in this file twice.'],
      ['refused', expect.stringContaining('must be one of')],
      ['refused', expect.stringContaining('of nothing there is none')],
      ['refused', 'Line 6: a line is a colourant, a medium, a supply or a mix.'],
      ['refused', expect.stringContaining('never less than nothing')],
      ['new', undefined],
    ]);
  });
  it('is refused whole where it is neither', () => {
    expect(() => shelfFile(EMPTY, '{"format":')).toThrow('cut off');
    expect(() => shelfFile(EMPTY, '{"format":"other"}')).toThrow('no shelf of this program');
    expect(() => shelfFile(EMPTY, 'a,b\n1,2')).toThrow('The first line names the columns');
    expect(() => shelfFile(EMPTY, 'what,code')).toThrow('nothing in it');
    expect(() => shelfFile(EMPTY, 'what,code\n"x,y')).toThrow('quotation mark');
  });
  it('what would be a formula in a spreadsheet is text, there and back', () => {
    const shelf = {
      ...FULL,
      colourants: FULL.colourants.map((c) => ({ ...c, name: c.id === 'red' ? '=red' : c.name })),
    };
    const text = shelfTable(shelf);
    expect(text).toContain("'=red");
    const [red] = shelfFile(EMPTY, text).filter((t) => t.name === '=red');
    expect(red?.state).toBe('new');
  });
  it('comes back as it went out, whatever its things are called', () => {
    // A cell is trimmed when it is read, and an apostrophe before a formula is the program's own.
    const name = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 30 })
      .map((text) => text.trim())
      .filter((text) => text !== '' && !text.startsWith("'") && !/[\r\n]/.test(text));
    const grams = fc.integer({ min: 0, max: 99_999 }).map((n) => n / 10);
    fc.assert(
      fc.property(fc.array(fc.record({ name, grams, cost: grams }), { minLength: 1, maxLength: 6 }), (list) => {
        const [first] = SHELF.colourants;
        const shelf = {
          ...EMPTY,
          colourants: list.map((c, i) => ({ ...first, id: `c-${i}`, name: c.name, costPerGram: c.cost, rungs: [] })),
          lots: list.map((c, i) => ({ ...LOT, item: `colourant/c-${i}`, left: c.grams, code: `L${i}` })),
        } as unknown as Shelf;
        for (const text of [shelfTable(shelf), shelfJson(shelf)]) {
          const things = shelfFile(EMPTY, text).flatMap((t) => t.things);
          const colours = things.flatMap((t) => (t.what === 'colourant' ? [[t.thing.name, t.thing.costPerGram]] : []));
          const lots = things.flatMap((t) => (t.what === 'lot' ? [t.thing.amount] : []));
          expect(colours).toEqual(list.map((c) => [c.name, c.cost]));
          expect(lots).toEqual(list.map((c) => c.grams));
        }
      }),
      { numRuns: 60 },
    );
  });
});

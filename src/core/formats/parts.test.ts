import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { labOfText } from './lab-text.ts';
import { parseParts } from './parts.ts';

const WOODS = [
  { id: 'w1', names: ['ash', 'Ash'] },
  { id: 'w2', names: ['beech', 'Beech'] },
];
const lines = (text: string, unit: 'millimetres' | 'inches' = 'millimetres') => parseParts(text, WOODS, unit).parts;

describe('parts from lines', () => {
  it('are read as they are said', () => {
    expect(lines('4 x Shelf, ash, 800 x 250 x 20 mm, both faces, edge\nLectern top, 620x480, end grain')).toEqual([
      {
        name: 'Shelf',
        woodId: 'w1',
        count: 4,
        length: 800,
        width: 250,
        thickness: 20,
        faces: 2,
        zones: ['face', 'edge'],
      },
      {
        name: 'Lectern top',
        woodId: null,
        count: 1,
        length: 620,
        width: 480,
        thickness: null,
        faces: 1,
        zones: ['face', 'end'],
      },
    ]);
  });
  it('in other units are converted; an inch is 25.4 mm (NIST Handbook 44, appendix C)', () => {
    expect(lines('1 x Sill, 1.2 m x 20 cm x 30 mm')[0]).toMatchObject({ length: 1200, width: 200, thickness: 30 });
    expect(lines('2 x Rail, 36 x 3 1/2 x 3/4', 'inches')[0]).toMatchObject({
      length: 36 * 25.4,
      width: 3.5 * 25.4,
      thickness: 0.75 * 25.4,
    });
    expect(lines('2 x Rail, 1 ft x 3 in')[0]).toMatchObject({ length: 304.8, width: expect.closeTo(76.2, 9) });
  });
  it.each([
    ['4 x Shelf, ash', 'Line 1: the size is missing'],
    ['Shelf, 80 x 20\n\n800 x 250', 'Line 3: the part has no name.'],
    ['', 'There is no part in it'],
    ['name,length,width\nShelf,abc,20', 'Line 2: length: “abc” is not a number.'],
    ['name,length,width\n,800,20', 'Line 2: the part has no name.'],
    ['name,wood,length,width\nShelf,elm,800,20', 'Line 2: there is no wood “elm” in this job.'],
  ])('%j is refused with its line', (text, sentence) => {
    expect(() => lines(text)).toThrow(sentence);
  });
  it('are read or refused with a sentence, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), (text) => {
        try {
          for (const p of lines(text)) expect(p.name).not.toBe('');
        } catch (error) {
          expect((error as Error).name).toBe('FieldError');
        }
      }),
    );
  });
});

describe('parts from a table', () => {
  it('go by their headings, in any order, with units in the heading', () => {
    const text = 'Wood;Part;Width (cm);Length (m);Qty;Faces;Zones\nBeech;Chair back;11;0.42;6;both;face edge\n';
    expect(parseParts(text, WOODS, 'millimetres')).toEqual({
      kind: 'table',
      parts: [
        {
          name: 'Chair back',
          woodId: 'w2',
          count: 6,
          length: 420,
          width: 110,
          thickness: null,
          faces: 2,
          zones: ['face', 'edge'],
        },
      ],
    });
  });
});

describe('L*a*b* in one field', () => {
  it('is three numbers apart by spaces, or nothing, or refused', () => {
    expect(labOfText(' 58.2  −3 34 ')).toEqual([58.2, -3, 34]);
    expect(labOfText('  ')).toBeNull();
    expect(() => labOfText('58,2 3 4')).toThrow('is not three numbers');
    expect(() => labOfText('58 3')).toThrow('is not three numbers');
  });
});

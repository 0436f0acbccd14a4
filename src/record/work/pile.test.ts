import { describe, expect, it } from 'vitest';
import { piecesTyped } from './pile.ts';

describe('a pile as it is typed', () => {
  it('is a piece a line: its chalk mark, its colour in words or as it reads, its figure and its pair', () => {
    const [one, two, three] = piecesTyped('1 same\n2: a touch darker, lively, pair a\nB7 62.1 -1.5 24, curly');
    expect(one).toEqual({ name: '1', said: [], lab: null, lively: false, pair: '' });
    expect(two).toEqual({
      name: '2',
      said: [{ direction: 'darker', size: 'touch' }],
      lab: null,
      lively: true,
      pair: 'A',
    });
    expect(three).toEqual({ name: 'B7', said: null, lab: [62.1, -1.5, 24], lively: true, pair: '' });
  });
  it('takes a range at once, a mark alone as like the others, and calm for what it is', () => {
    expect(piecesTyped('3-6 plainly redder').map((p) => p.name)).toEqual(['3', '4', '5', '6']);
    expect(piecesTyped('9')).toEqual([{ name: '9', said: [], lab: null, lively: false, pair: '' }]);
    expect(piecesTyped('9 calm')[0]).toMatchObject({ said: [], lively: false });
    expect(piecesTyped('\n\n')).toEqual([]);
  });
  it('says which line it does not understand', () => {
    expect(() => piecesTyped('1 same\n2 blah')).toThrow(/Line 2: “blah” says nothing of its colour/);
    expect(() => piecesTyped('9-3 same')).toThrow(/no range/);
  });
});

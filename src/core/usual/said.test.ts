import { describe, expect, it } from 'vitest';
import { deltaE00 } from '../colour/ciede2000.ts';
import type { Lab } from '../colour/lab.ts';
import { lookOf } from './colours.ts';
import { colourSaid } from './said.ts';

describe('a colour in words', () => {
  it('is the look that a label means', () => {
    expect(colourSaid('dark walnut')).toEqual(lookOf('brown', 'dark'));
    expect(colourSaid('burnt umber')).toEqual(lookOf('brown', 'medium'));
    expect(colourSaid('xyzzy')).toBeNull();
  });
  it('moves by the comparatives among the words, by a little or by much', () => {
    const honey = colourSaid('honey') as Lab;
    const [touch, plain, far] = ['honey, a touch darker', 'honey, darker', 'honey, much darker'].map(
      (words) => colourSaid(words) as Lab,
    ) as [Lab, Lab, Lab];
    expect(touch[0]).toBeLessThan(honey[0]);
    expect(plain[0]).toBeLessThan(touch[0]);
    expect(far[0]).toBeLessThan(plain[0]);
    expect(colourSaid('honey, slightly redder')?.[1]).toBeGreaterThan(honey[1]);
  });
  it('starts from another thing where there is one, and stays there where nothing moves it', () => {
    const board: Lab = [41, 12, 22];
    expect(colourSaid('', board)).toEqual(board);
    expect(deltaE00(colourSaid('a touch lighter', board) as Lab, board)).toBeGreaterThan(0.3);
  });
});

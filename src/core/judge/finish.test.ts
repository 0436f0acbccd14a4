import { describe, expect, it } from 'vitest';
import { WOOD } from '../../../test/fixtures/small-shop.ts';
import { rawMean } from '../board/wood.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { judgeFinish, SHEENS, sheenOf, sheenWord } from './finish.ts';
import { partingUnder } from './single-light.ts';

describe('beside the colour', () => {
  it('sheen has its words (common practice)', () => {
    expect([2, 10, 20, 30, 55, 85].map(sheenWord)).toEqual([
      'dead flat',
      'matt',
      'eggshell',
      'satin',
      'semi-gloss',
      'gloss',
    ]);
  });
  it('each wish has a pass of its own; what nobody judged has none yet', () => {
    const wishes = { sheen: 30, pores: 'open', feel: 'silky', use: 'hard' } as const;
    expect(judgeFinish(wishes, {}, 2).map((v) => v.passed)).toEqual([null, null, null, false]);
    expect(judgeFinish(wishes, { sheen: 34, pores: 'open', feel: 'glassy' }, 3).map((v) => v.passed)).toEqual([
      true,
      true,
      false,
      true,
    ]);
    expect(judgeFinish(wishes, { sheen: 36 }, 3)[0]?.passed).toBe(false);
    expect(judgeFinish({ sheen: 80 }, { sheen: 73 }, 0)[0]).toEqual({
      what: 'sheen',
      wanted: 'gloss (80 GU)',
      got: 'gloss (73 GU)',
      passed: true,
    });
    expect(judgeFinish({}, { sheen: 5 }, 3)).toEqual([]);
  });
  it('is even, and its grain as loud as the target’s, once somebody has looked', () => {
    expect(judgeFinish({}, {}, 3)).toEqual([]);
    expect(judgeFinish({}, { even: 'blotchy', grain: 'the same' }, 3)).toMatchObject([
      { what: 'even', passed: false },
      { what: 'grain', passed: true },
    ]);
  });
  it('a sheen told by its word is one of that word', () => {
    for (const [word] of SHEENS) expect(sheenWord(sheenOf(word) ?? -1)).toBe(word);
    expect(sheenOf('shiny')).toBeUndefined();
  });
});

describe('a target of one light', () => {
  it('costs nothing in that light and something under a lamp', () => {
    const target = reflectanceFromLab([45, 14, 22]);
    const [daylight, lamp] = partingUnder(
      target,
      [
        rawMean(WOOD),
        Float64Array.from(WOOD.tissues[0]?.reflectance ?? []).map((r, i) => r * (1 + 0.2 * Math.sin(i / 2))),
      ],
      ['D65', 'A'],
    );
    expect(daylight).toBeLessThan(0.01);
    expect(lamp).toBeGreaterThan(0.3);
    expect(labOf(target)[0]).toBeCloseTo(45, 6);
  });
});

import { describe, expect, it } from 'vitest';
import { judgeFinish, SHEENS, sheenOf, sheenWord } from './finish.ts';

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
